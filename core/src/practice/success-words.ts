/** What became of what was agreed (judging.md §4). */
export const SUCCESS_WORDS = ['met', 'partly', 'not yet', 'worse'] as const;
export type SuccessWord = (typeof SUCCESS_WORDS)[number];
