/** What is put on a lesson's time line. */
export const MARK_KINDS = ['cue', 'drill', 'club set-up', 'pause', 'demonstration'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];
/** Most of them in a lesson. */
export const MOST_MARKS = 100;
