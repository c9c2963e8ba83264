/** What is put on a lesson's time line. */
export const MARK_KINDS = ['cue', 'drill', 'club set-up', 'pause', 'demonstration'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];
/** What a golfer may have changed by: a pause or somebody else's swing is not. */
export const MAY_CHANGE: readonly MarkKind[] = ['cue', 'drill', 'club set-up'];
/** Most of them in a lesson. */
export const MOST_MARKS = 100;
