import { Programme } from '@vilko/core/practice/programme';
import { SUCCESS_WORDS } from '@vilko/core/practice/success-words';
import * as z from 'zod';
import { CalendarDay, MinuteOfDay } from './booking.js';
import { Moment } from './moment.js';
import { FOLLOW_ENDS } from './programme-words.js';

/** A programme as the house has it. */
export const HouseProgramme = z.object({
  programme: Programme,
  /** The house wrote it, or changed it. */
  own: z.boolean(),
  /** Taken off the shelf: who follows it goes on. */
  off: z.boolean(),
});
export type HouseProgramme = z.infer<typeof HouseProgramme>;

/** A step that is behind a follower. */
export const StepDone = z.object({
  step: z.int(),
  from: Moment,
  at: Moment,
  /** How it stood when it was left; null: nothing was measured. */
  word: z.enum(SUCCESS_WORDS).nullable(),
  lessonId: z.string().nullable(),
});
export type StepDone = z.infer<typeof StepDone>;

/** How the step that is worked on stood in the last lesson since it was begun. */
export const StepStanding = z.object({
  lessonId: z.string(),
  startedAt: Moment,
  word: z.enum(SUCCESS_WORDS),
  /** Swings inside what is wanted, of so many. */
  inside: z.int(),
  of: z.int(),
  /** Their mean, in the unit of the house; null where it could not be had. */
  mean: z.number().nullable(),
  unit: z.string(),
});
export type StepStanding = z.infer<typeof StepStanding>;

/** Somebody on a programme. */
export const Follower = z.object({
  id: z.string(),
  programmeId: z.string(),
  pupilId: z.string(),
  /** The pupil's name. */
  name: z.string(),
  /** Which step is worked on, from 0; as many as there are steps: it is through. */
  step: z.int().min(0),
  /** Since when it is that step. */
  since: Moment,
  ended: z.enum(FOLLOW_ENDS).nullable(),
  done: z.array(StepDone),
  /** Null before the first lesson of the step. */
  standing: StepStanding.nullable(),
  /** The day on which it is to be tested. */
  testOn: CalendarDay,
  /** The booking of that test; null where none is. */
  test: z.object({ date: CalendarDay, from: MinuteOfDay }).nullable(),
});
export type Follower = z.infer<typeof Follower>;

/** The programme that a pupil follows, and how far they are in it. */
export const Followed = z.object({ follower: Follower, programme: Programme });
export type Followed = z.infer<typeof Followed>;

/** A programme that a pupil follows or followed, step by step; `until` null: it goes on. */
export const ProgrammePast = z.object({
  name: z.string(),
  steps: z.array(
    z.object({
      name: z.string(),
      from: Moment,
      until: Moment.nullable(),
      /** How it stood when it was left; null: nothing was measured, or it goes on. */
      word: z.enum(SUCCESS_WORDS).nullable(),
    }),
  ),
});
export type ProgrammePast = z.infer<typeof ProgrammePast>;

/** The house's programmes and who follows them. */
export const Programmes = z.object({ programmes: z.array(HouseProgramme), followers: z.array(Follower) });
export type Programmes = z.infer<typeof Programmes>;

export const NewProgramme = Programme.omit({ id: true });
export type NewProgramme = z.infer<typeof NewProgramme>;

/** What is done with a follower: a step on, a step back, leave it, take it up again. */
export const FollowerAct = z.object({ act: z.enum(['on', 'back', 'leave', 'go on']) });
export type FollowerAct = z.infer<typeof FollowerAct>;

/** A follower after an act, and what was booked by itself or why not, in a sentence. */
export const FollowerMoved = z.object({ follower: Follower, said: z.string() });
export type FollowerMoved = z.infer<typeof FollowerMoved>;
