/** What holds for whoever does a drill, shown wherever one is offered. */
export const DRILL_CAUTIONS: readonly string[] = [
  'Stop on pain.',
  'An injury or a heart or balance condition goes to a physician or physiotherapist first; nothing here is medical advice.',
  'Clear swing space, mind the ceiling and whoever stands by.',
  'The strike may get heavier at first.',
];
