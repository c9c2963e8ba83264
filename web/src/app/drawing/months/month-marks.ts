/** Rows beneath a pupil's trend, in their order. */
export const MONTH_ROWS = ['lessons', 'programme', 'cues', 'drills', 'practised', 'pain', 'pauses'] as const;
export type MonthRow = (typeof MONTH_ROWS)[number];

/** Something that happened along the months: at a moment, or from one to another. */
export interface MonthMark {
  readonly row: MonthRow;
  /** ISO 8601 */
  readonly from: string;
  /** Null: a moment. */
  readonly until: string | null;
  readonly words: string;
  /** Pain, 0–10. */
  readonly amount?: number;
}
