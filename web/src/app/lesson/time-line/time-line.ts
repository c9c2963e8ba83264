import type { LessonMark, TimeLine } from '@vilko/contract/time-line';

/** A time line with one more mark, in the order of the swings. */
export const withMark = (timeLine: TimeLine, mark: LessonMark): TimeLine =>
  [...timeLine, mark].sort((a, b) => a.before - b.before || a.at.localeCompare(b.at));

/** Number of the swing that comes next. */
export const nextNumber = (rack: readonly { readonly number: number }[]): number =>
  1 + Math.max(0, ...rack.map((s) => s.number));
