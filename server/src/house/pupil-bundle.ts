import {
  BOOKING_PURPOSES,
  BOOKING_STATES,
  Cuts,
  EnteredSwing,
  FOLLOW_ENDS,
  FOOTWEAR,
  FrozenPage,
  Film,
  INTENTS,
  LessonHead,
  LETTER_STATES,
  LogEntry,
  Moment,
  NewLetter,
  QuantityIdText,
  Marks,
  Confirmed,
  Overruled,
  PracticePlan,
  PracticeTask,
  Pupil,
  PupilProfile,
  withShelf,
  PatternVersion,
  KeptExperiment,
  ReportText,
  SpokenReview,
  StepDone,
  Shot,
  SwingKind,
  SWING_TAGS,
  TimeLine,
  ClubClass,
  Device,
  Handed,
  HouseSettings,
  InboxSwing,
} from '@vilko/contract';
import { OwnDrill, Programme } from '@vilko/core';
import * as z from 'zod';
import type { BookingRow, NewBookingRow } from '../day/booking-repository.js';
import type { LetterRow } from '../letters/letter-repository.js';
import type { ProgrammeRow } from '../programmes/programme-repository.js';
import type { LessonRow } from '../pupils/pupil-repository.js';
import type { InboxRow } from '../swings/inbox-repository.js';
import type { WholeSwing } from '../swings/swing-repository.js';

const SwingRowJson = z.object({
  id: z.string(),
  lessonId: z.string(),
  recordingId: z.string(),
  part: z.int(),
  number: z.int(),
  club: ClubClass,
  clubName: z.string(),
  handed: Handed.nullable().default(null),
  device: Device,
  recordedAt: Moment,
  source: z.enum(['bay', 'file']),
  file: z.string().nullable(),
  starred: z.boolean(),
  note: z.string(),
  marks: Marks,
  kind: SwingKind,
  tag: z.enum(SWING_TAGS),
  intent: z.enum(INTENTS),
  felt: z.number().nullable(),
  feltOf: QuantityIdText.nullable().default(null),
  overruled: z.array(Overruled).default([]),
  confirmed: z.array(Confirmed).default([]),
  task: PracticeTask.nullable().default(null),
  sure: z.boolean().default(false),
  deletedAt: Moment.nullable(),
});

const InboxRowJson = InboxSwing.omit({ pupil: true, handed: true }).extend({
  recordedAt: Moment,
  recordingId: z.string(),
  part: z.int(),
  intent: z.enum(INTENTS),
  deletedAt: Moment.nullable(),
});

const BookingRowJson = z.object({
  id: z.string(),
  bayId: z.string().nullable(),
  coach: z.string(),
  pupilId: z.string().nullable(),
  title: z.string(),
  purpose: z.enum(BOOKING_PURPOSES),
  startsAt: Moment,
  endsAt: Moment,
  state: z.enum(BOOKING_STATES),
  aim: z.string(),
  note: z.string(),
  series: z.string().nullable(),
  uid: z.string().nullable(),
  lessonId: z.string().nullable(),
});

const LetterRowJson = NewLetter.extend({
  id: z.string(),
  lessonId: z.string(),
  madeAt: Moment,
  state: z.enum(LETTER_STATES),
  stateAt: Moment,
  why: z.string().nullable(),
  tries: z.int(),
});

const FollowerRowJson = z.object({
  id: z.string(),
  programmeId: z.string(),
  pupilId: z.string(),
  step: z.int().min(0),
  since: Moment,
  ended: z.enum(FOLLOW_ENDS).nullable(),
  done: z.array(StepDone),
});

/** pupils.json of a pupil bundle, version 1; recordings and films lie beside it as files. */
export const PupilsHead = z.object({
  vilko: z.literal('pupils'),
  version: z.literal(1),
  /** ISO 8601 */
  written: z.string(),
  pupils: z.array(Pupil.extend({ profile: z.preprocess(withShelf, PupilProfile) })),
  lessons: z.array(
    LessonHead.omit({ swings: true }).extend({
      footwear: z.enum(FOOTWEAR),
      target: LessonHead.shape.target.default(null),
      cuts: Cuts.default({}),
      timeLine: TimeLine.default([]),
      report: ReportText.nullable().default(null),
      against: ReportText.nullable().default(null),
      page: FrozenPage.nullable().default(null),
      review: SpokenReview.nullable().default(null),
      deletedAt: Moment.nullable().default(null),
    }),
  ),
  swings: z.array(SwingRowJson),
  shots: z.array(Shot),
  films: z.array(Film),
  entered: z.array(EnteredSwing).default([]),
  plans: z.array(PracticePlan).default([]),
  log: z.array(LogEntry).default([]),
  experiments: z.array(KeptExperiment).default([]),
  /** When they come and came; in backups also when coaches are busy. */
  bookings: z.array(BookingRowJson).default([]),
  /** Letters about the lessons; the pages that go along are made anew. */
  letters: z.array(LetterRowJson).default([]),
  /** Programmes that they follow or followed. */
  followers: z.array(FollowerRowJson).default([]),
  /** Own patterns of the house, every version; in backups only, like what follows. */
  patterns: z.array(PatternVersion).default([]),
  drills: z.array(OwnDrill).default([]),
  programmes: z.array(z.object({ programme: Programme, addedAt: Moment, offAt: Moment.nullable() })).default([]),
  settings: HouseSettings.nullable().default(null),
  /** The house's mark as data: URL. */
  mark: z
    .string()
    .regex(/^data:image\/(png|jpeg);base64,[A-Za-z0-9+/=]+$/)
    .nullable()
    .default(null),
  inbox: z.array(InboxRowJson).default([]),
  /** Files that should be in it, but were not there any more when it was packed. */
  missing: z.array(z.string()).default([]),
});
export type PupilsHead = z.infer<typeof PupilsHead>;

/** Files by name. Each is read when it is wanted: a house may hold more of them than a machine has memory. */
export interface BundleFiles {
  readonly names: ReadonlySet<string>;
  /** Null where it is not there any more, or cannot be read. */
  readonly read: (name: string) => Promise<Uint8Array | null>;
}

/** Everything kept about some pupils: rows, recordings by id, film files by name. */
export interface PupilBundle {
  readonly head: PupilsHead;
  readonly recordings: BundleFiles;
  readonly films: BundleFiles;
}

/** Files that are read from what is at hand. */
export const filesFrom = (
  names: Iterable<string>,
  read: (name: string) => Promise<Uint8Array | null> | Uint8Array | null,
): BundleFiles => {
  const known = new Set(names);
  return { names: known, read: async (name) => (known.has(name) ? read(name) : null) };
};

/** Where a bundle keeps a recording, and a film or photograph. */
export const recordingPath = (id: string): string => `recordings/${id}.vilko`;
export const filmPath = (name: string): string => `films/${name}`;

export const lessonJson = (l: LessonRow): PupilsHead['lessons'][number] => ({
  ...l,
  startedAt: l.startedAt.toISOString(),
  deletedAt: l.deletedAt?.toISOString() ?? null,
});
export const lessonRow = (l: PupilsHead['lessons'][number]): LessonRow => ({
  ...l,
  alone: l.alone ?? false,
  startedAt: new Date(l.startedAt),
  deletedAt: l.deletedAt === null ? null : new Date(l.deletedAt),
});
export const swingJson = (s: WholeSwing): PupilsHead['swings'][number] =>
  SwingRowJson.parse({ ...s, recordedAt: s.recordedAt.toISOString(), deletedAt: s.deletedAt?.toISOString() ?? null });
export const swingRow = (s: PupilsHead['swings'][number]): WholeSwing => ({
  ...s,
  recordedAt: new Date(s.recordedAt),
  deletedAt: s.deletedAt === null ? null : new Date(s.deletedAt),
});

export const inboxJson = (r: InboxRow): PupilsHead['inbox'][number] =>
  InboxRowJson.parse({ ...r, recordedAt: r.recordedAt.toISOString(), deletedAt: r.deletedAt?.toISOString() ?? null });
export const inboxRow = (r: PupilsHead['inbox'][number]): InboxRow => ({
  ...r,
  recordedAt: new Date(r.recordedAt),
  deletedAt: r.deletedAt === null ? null : new Date(r.deletedAt),
});

export const bookingJson = (b: BookingRow): PupilsHead['bookings'][number] =>
  BookingRowJson.parse({ ...b, startsAt: b.startsAt.toISOString(), endsAt: b.endsAt.toISOString() });
export const bookingRow = (b: PupilsHead['bookings'][number]): NewBookingRow => ({
  ...b,
  startsAt: new Date(b.startsAt),
  endsAt: new Date(b.endsAt),
});

export const letterJson = (l: LetterRow): PupilsHead['letters'][number] =>
  LetterRowJson.parse({ ...l, madeAt: l.madeAt.toISOString(), stateAt: l.stateAt.toISOString() });
export const letterRow = (l: PupilsHead['letters'][number]): LetterRow => ({
  ...l,
  madeAt: new Date(l.madeAt),
  stateAt: new Date(l.stateAt),
});

export const programmeJson = ({ programme, addedAt, offAt }: ProgrammeRow): PupilsHead['programmes'][number] => ({
  programme,
  addedAt: addedAt.toISOString(),
  offAt: offAt?.toISOString() ?? null,
});
export const programmeRow = ({ programme, addedAt, offAt }: PupilsHead['programmes'][number]): ProgrammeRow => ({
  id: programme.id,
  programme,
  addedAt: new Date(addedAt),
  offAt: offAt === null ? null : new Date(offAt),
});

/** Films without a swing: in the logbook, and spoken reviews. */
export const loose = (log: readonly LogEntry[], lessons: readonly Pick<LessonRow, 'review'>[]) => [
  ...log.flatMap((e) => e.film ?? []),
  ...lessons.flatMap((l) => l.review ?? []),
];
