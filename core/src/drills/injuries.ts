/** Injuries and conditions of a pupil, by which drills are filtered (judging.md §4). */
export const INJURY_TAGS = [
  'back',
  'knee',
  'hip',
  'ankle',
  'foot',
  'ribs',
  'shoulder',
  'balance',
  'heart',
  'pregnancy',
] as const;
export type InjuryTag = (typeof INJURY_TAGS)[number];
