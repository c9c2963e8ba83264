import * as z from 'zod';
import { Moment } from './moment.js';
import { MARK_KINDS, MOST_MARKS } from './time-line-words.js';

/** Something that was said or done in a lesson, before a swing. */
export const LessonMark = z.object({
  id: z.string().min(1).max(60),
  at: Moment,
  /** Number of the swing that it came before. */
  before: z.int().positive().max(100_000),
  kind: z.enum(MARK_KINDS),
  words: z.string().trim().min(1).max(120),
});
export type LessonMark = z.infer<typeof LessonMark>;

/** A lesson's time line, in the order of the swings. */
export const TimeLine = z.array(LessonMark).max(MOST_MARKS);
export type TimeLine = z.infer<typeof TimeLine>;
