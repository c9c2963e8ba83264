import { CLUB_CLASSES, DEVICE_KINDS } from '@vilko/core/vocabulary';
import { z } from 'zod';

export const Handed = z.enum(['right', 'left']);
export const ClubClass = z.enum(CLUB_CLASSES);
export const Device = z.enum(DEVICE_KINDS);

export const Pupil = z.object({
  id: z.string(),
  name: z.string().min(1),
  /** What they do, in a few words. */
  about: z.string(),
  handed: Handed,
  /** m */
  stature: z.number().positive().nullable(),
  /** kg */
  mass: z.number().positive().nullable(),
  /** What brings them here. */
  story: z.string(),
});
export type Pupil = z.infer<typeof Pupil>;

/** A lesson as a list shows it. */
export const LessonHead = z.object({
  id: z.string(),
  pupilId: z.string(),
  /** ISO 8601 */
  startedAt: z.string(),
  bay: z.string(),
  aim: z.string(),
  swings: z.int(),
});
export type LessonHead = z.infer<typeof LessonHead>;

export const PupilWithLessons = Pupil.extend({ lessons: z.array(LessonHead) });
export type PupilWithLessons = z.infer<typeof PupilWithLessons>;
