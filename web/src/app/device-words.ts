/** Each kind of device as people call it. */
const WORDS: Readonly<Record<string, string>> = {
  'mat-plates': 'mat over two plates',
  plates: 'two force plates',
  mat: 'pressure mat',
  boards: 'two boards',
  plate: 'one force plate',
  path: 'pressure path',
};

export const deviceWords = (kind: string): string => WORDS[kind] ?? kind;

/** The same at the start of a line. */
export const deviceTitle = (kind: string): string => {
  const words = deviceWords(kind);
  return words.charAt(0).toUpperCase() + words.slice(1);
};
