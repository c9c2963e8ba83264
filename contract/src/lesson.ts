import { Target } from '@vilko/core/practice/target';
import { DEVICE_KINDS } from '@vilko/core/recording/device-kinds';
import * as z from 'zod';
import { Pupil, PupilClub, PupilProfile } from './pupil.js';
import { SetUpRecord } from './set-up.js';
import { QuantityIdText } from './measure-id.js';
import { Moment } from './moment.js';
import { FOOTWEAR } from './footwear.js';
import { TimeLine } from './time-line.js';

export const Device = z.enum(DEVICE_KINDS);

/** Runs cut by hand: where they begin, set by set; an empty list: one run. */
export const Cuts = z.record(z.string().max(120), z.array(z.int().positive()).max(6));
export type Cuts = z.infer<typeof Cuts>;

/** A lesson as a list shows it. */
export const LessonHead = z.object({
  id: z.string(),
  pupilId: z.string(),
  startedAt: Moment,
  bay: z.string(),
  aim: z.string().max(400),
  /** The one measure or number of the ball this lesson is judged by; null until it is agreed. */
  measure: QuantityIdText.nullable(),
  /** Where it is to come; null: where the school wants it. */
  target: Target.nullable(),
  /**
   * Where the instructor lets runs begin, by set (`setName`): numbers of their first swings. A set that is not here is
   * cut by what the swings show.
   */
  cuts: Cuts,
  /** What was said and done, before which swing. */
  timeLine: TimeLine,
  footwear: z.enum(FOOTWEAR),
  homework: z.string().max(2000),
  /** Id of the drill chosen as the one thing to do; null: the homework, the plan or the finding says it. */
  task: z.string().max(60).nullable().default(null),
  notes: z.string().max(4000),
  /** ISO date of the next visit. */
  nextVisit: z.string().nullable(),
  /** 0–10 before and after; null when not asked. */
  painBefore: z.int().min(0).max(10).nullable(),
  painAfter: z.int().min(0).max(10).nullable(),
  setUp: SetUpRecord.nullable(),
  /** Practised alone: no lesson, and its swings count as no lesson's. */
  alone: z.boolean().optional(),
  swings: z.int(),
});
export type LessonHead = z.infer<typeof LessonHead>;

export const NewLesson = LessonHead.pick({ aim: true, footwear: true }).extend({
  measure: QuantityIdText.nullable().default(null),
  target: Target.nullable().default(null),
  /** Id of the bay it begins in; without one the house's first. */
  bay: z.string().optional(),
});
export const LessonChange = LessonHead.pick({
  aim: true,
  measure: true,
  target: true,
  cuts: true,
  timeLine: true,
  footwear: true,
  homework: true,
  notes: true,
  nextVisit: true,
  painBefore: true,
  painAfter: true,
}).partial();
export type LessonChange = z.infer<typeof LessonChange>;

/** A lesson as lists of people show it. */
export const ListedLesson = LessonHead.pick({
  id: true,
  pupilId: true,
  startedAt: true,
  bay: true,
  aim: true,
  measure: true,
  footwear: true,
  nextVisit: true,
  swings: true,
});
export type ListedLesson = z.infer<typeof ListedLesson>;

/** Somebody in the list of pupils, with what is looked for and chosen by; their record is asked one by one. */
export const PupilWithLessons = Pupil.pick({
  id: true,
  name: true,
  about: true,
  handed: true,
  stature: true,
  mass: true,
  story: true,
  archived: true,
}).extend({
  profile: PupilProfile.pick({ injuries: true, otherSports: true, badShot: true }).extend({
    clubs: z.array(PupilClub.pick({ name: true, club: true })),
  }),
  lessons: z.array(ListedLesson),
});
export type PupilWithLessons = z.infer<typeof PupilWithLessons>;

/** Everything about one pupil but the swings, newest lesson first. */
export const PupilRecord = Pupil.extend({ lessons: z.array(LessonHead.omit({ setUp: true })) });
export type PupilRecord = z.infer<typeof PupilRecord>;
