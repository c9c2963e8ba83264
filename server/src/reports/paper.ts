/** Colours of what is printed: the day theme's ink, and what a printer keeps apart. */
export const PAPER = {
  ink: '#1D2733',
  ink2: '#55606C',
  rules: '#D9D3C6',
  lead: '#17695F',
  trail: '#B4532A',
  target: '#5A54A8',
  alarm: '#8C2F39',
  quiet: '#8A8F95',
} as const;
