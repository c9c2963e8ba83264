import type {
  BayPlace,
  Confirmed,
  Cuts,
  EnteredValue,
  FilmLine,
  FollowedLine,
  KeptExperiment,
  Marks,
  NewExperiment,
  NewLogEntry,
  Overruled,
  PracticeTask,
  PupilProfile,
  FrozenPage,
  ReportText,
  SetUpRecord,
  ShotValues,
  SpokenReview,
  StepDone,
  Thumbnail,
  TimeLine,
  Trial,
} from '@vilko/contract';
import type { Drill, DrillMedia, Pattern, Plan, Programme, QuantityId, Target } from '@vilko/core';
import { sql } from 'drizzle-orm';
import {
  BOOKING_PURPOSES,
  BOOKING_STATES,
  FILM_ANGLES,
  FOLLOW_ENDS,
  FOOTWEAR,
  INTENTS,
  LETTER_STATES,
  NO_PROFILE,
  SWING_TAGS,
} from '@vilko/contract';
import {
  boolean,
  customType,
  doublePrecision,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';

/**
 * Raw bytes, written as base64 text that the database decodes: the embedded database takes bytea parameters ten
 * times slower. Read with `encode(…, 'base64')`.
 */
const bytes = customType<{ data: Uint8Array; driverData: string }>({
  dataType: () => 'bytea',
  toDriver: (value) => sql`decode(${Buffer.from(value).toString('base64')}, 'base64')`,
});

export const pupils = pgTable('pupils', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  about: text('about').notNull(),
  handed: text('handed', { enum: ['right', 'left'] }).notNull(),
  stature: real('stature'),
  mass: real('mass'),
  story: text('story').notNull(),
  profile: jsonb('profile').$type<PupilProfile>().notNull().default(NO_PROFILE),
  archivedAt: timestamp('archived_at', { withTimezone: true }),
});

export const lessons = pgTable(
  'lessons',
  {
    id: text('id').primaryKey(),
    pupilId: text('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    startedAt: timestamp('started_at', { withTimezone: true }).notNull(),
    bay: text('bay').notNull(),
    aim: text('aim').notNull(),
    measure: text('measure').$type<QuantityId>(),
    target: jsonb('target').$type<Target>(),
    cuts: jsonb('cuts').$type<Cuts>().notNull().default({}),
    timeLine: jsonb('time_line').$type<TimeLine>().notNull().default([]),
    footwear: text('footwear', { enum: FOOTWEAR }).notNull().default('golf shoes'),
    homework: text('homework').notNull().default(''),
    notes: text('notes').notNull().default(''),
    nextVisit: text('next_visit'),
    painBefore: integer('pain_before'),
    painAfter: integer('pain_after'),
    setUp: jsonb('set_up').$type<SetUpRecord>(),
    task: text('task'),
    report: jsonb('report').$type<ReportText>(),
    /** The draft that each field of the words was written against. */
    against: jsonb('report_against').$type<ReportText>(),
    /** The figures of the report, frozen together. */
    page: jsonb('report_page').$type<FrozenPage>(),
    review: jsonb('review').$type<SpokenReview>(),
    /** Practised without an instructor: no lesson, and nothing in it is held against a lesson's swings. */
    alone: boolean('alone').notNull().default(false),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [index('lessons_of_pupil').on(t.pupilId, t.startedAt)],
);

/** Bays of the house; what stands on them now is not kept. */
export const bays = pgTable('bays', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  addedAt: timestamp('added_at', { withTimezone: true }).notNull().defaultNow(),
  /** What stands there, for a server that starts anew; null where it is free. */
  place: jsonb('place').$type<BayPlace>(),
});

/** A recording as it came: compressed bundle. Several swings may lie in one. */
export const recordings = pgTable('recordings', {
  id: text('id').primaryKey(),
  bundle: bytes('bundle').notNull(),
});

export const swings = pgTable(
  'swings',
  {
    id: text('id').primaryKey(),
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id, { onDelete: 'cascade' }),
    recordingId: text('recording_id')
      .notNull()
      .references(() => recordings.id),
    /** Which of the recording's swings. */
    part: integer('part').notNull(),
    number: integer('number').notNull(),
    club: text('club', { enum: ['driver', 'wood', 'iron', 'wedge'] }).notNull(),
    clubName: text('club_name').notNull(),
    /** Null where it was the pupil's own hand. */
    handed: text('handed', { enum: ['right', 'left'] }),
    device: text('device').notNull(),
    recordedAt: timestamp('recorded_at', { withTimezone: true }).notNull(),
    source: text('source', { enum: ['bay', 'file'] }).notNull(),
    file: text('file'),
    starred: boolean('starred').notNull().default(false),
    note: text('note').notNull().default(''),
    marks: jsonb('marks').$type<Marks>().notNull().default({}),
    kind: text('kind', { enum: ['full', 'half', 'slow'] })
      .notNull()
      .default('full'),
    tag: text('tag', { enum: SWING_TAGS }).notNull().default('ball'),
    intent: text('intent', { enum: INTENTS }).notNull().default('stock'),
    felt: real('felt'),
    /** What the felt value is of; null: the lead share at impact. */
    feltOf: text('felt_of').$type<QuantityId>(),
    overruled: jsonb('overruled').$type<Overruled[]>().notNull().default([]),
    confirmed: jsonb('confirmed').$type<Confirmed[]>().notNull().default([]),
    task: jsonb('task').$type<PracticeTask>(),
    /** Somebody has said that it is the pupil's own swing. */
    sure: boolean('sure').notNull().default(false),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [
    uniqueIndex('swing_number_of_lesson').on(t.lessonId, t.number),
    index('swings_of_recording').on(t.recordingId),
    index('swings_by_time').on(t.recordedAt, t.id),
  ],
);

/**
 * How many swings of a lesson there are that do not lie in the bin: kept by the database itself (triggers on `swings`,
 * in its migration), so that a list of people need not count a hundred thousand.
 */
export const swingCounts = pgTable('swing_counts', {
  lessonId: text('lesson_id')
    .primaryKey()
    .references(() => lessons.id, { onDelete: 'cascade' }),
  swings: integer('swings').notNull(),
});

/** What the ball did: matched to a swing by time, or waiting for one. */
export const shots = pgTable(
  'shots',
  {
    id: text('id').primaryKey(),
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id, { onDelete: 'cascade' }),
    swingId: text('swing_id').references(() => swings.id, { onDelete: 'set null' }),
    at: timestamp('at', { withTimezone: true }).notNull(),
    source: text('source', { enum: ['keyboard', 'feed', 'file'] }).notNull(),
    from: text('from').notNull(),
    values: jsonb('values').$type<ShotValues>().notNull(),
  },
  (t) => [index('shots_of_lesson').on(t.lessonId), index('shots_of_swing').on(t.swingId)],
);

/** Films; their pictures lie as files in the data folder under the same id. */
export const films = pgTable(
  'films',
  {
    id: text('id').primaryKey(),
    swingId: text('swing_id')
      .notNull()
      .references(() => swings.id, { onDelete: 'cascade' }),
    angle: text('angle', { enum: FILM_ANGLES }).notNull(),
    mime: text('mime', { enum: ['video/webm', 'video/mp4'] }).notNull(),
    size: integer('size').notNull(),
    duration: real('duration').notNull(),
    aspect: real('aspect').notNull(),
    frameRate: real('frame_rate').notNull(),
    impact: doublePrecision('impact'),
    impactBy: text('impact_by', { enum: ['sound', 'mark', 'clock'] }),
    from: text('from', { enum: ['file', 'camera', 'drawn'] }).notNull(),
    lines: jsonb('lines').$type<FilmLine[]>().notNull().default([]),
    followed: jsonb('followed').$type<FollowedLine[]>().notNull().default([]),
    note: text('note').notNull().default(''),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [index('films_of_swing').on(t.swingId)],
);

/** Swings of which only numbers are known, read off elsewhere. */
export const enteredSwings = pgTable(
  'entered_swings',
  {
    id: text('id').primaryKey(),
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id, { onDelete: 'cascade' }),
    at: timestamp('at', { withTimezone: true }).notNull(),
    club: text('club', { enum: ['driver', 'wood', 'iron', 'wedge'] }).notNull(),
    clubName: text('club_name').notNull(),
    source: text('source').notNull(),
    values: jsonb('values').$type<EnteredValue[]>().notNull(),
    note: text('note').notNull().default(''),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [index('entered_swings_of_lesson').on(t.lessonId)],
);

/** Practice plans; what was done stands in their blocks. */
export const plans = pgTable(
  'plans',
  {
    id: text('id').primaryKey(),
    pupilId: text('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    lessonId: text('lesson_id').references(() => lessons.id, { onDelete: 'set null' }),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
    endedAt: timestamp('ended_at', { withTimezone: true }),
    plan: jsonb('plan').$type<Plan>().notNull(),
  },
  (t) => [index('plans_of_pupil').on(t.pupilId), index('plans_of_lesson').on(t.lessonId)],
);

/** What was practised, checked or felt without a measurement. */
export const logbook = pgTable(
  'logbook',
  {
    id: text('id').primaryKey(),
    pupilId: text('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    at: timestamp('at', { withTimezone: true }).notNull(),
    entry: jsonb('entry').$type<Omit<NewLogEntry, 'at'>>().notNull(),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [index('logbook_of_pupil').on(t.pupilId)],
);

/** Experiments: trials in random order. */
export const experiments = pgTable(
  'experiments',
  {
    id: text('id').primaryKey(),
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id, { onDelete: 'cascade' }),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
    endedAt: timestamp('ended_at', { withTimezone: true }),
    about: jsonb('about').$type<NewExperiment>().notNull(),
    order: jsonb('order').$type<KeptExperiment['order']>().notNull(),
    trials: jsonb('trials').$type<Trial[]>().notNull().default([]),
  },
  (t) => [index('experiments_of_lesson').on(t.lessonId)],
);

/** Links to reports for pupils. */
export const shares = pgTable(
  'shares',
  {
    token: text('token').primaryKey(),
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id, { onDelete: 'cascade' }),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
    expiresAt: timestamp('expires_at', { withTimezone: true }).notNull(),
    revokedAt: timestamp('revoked_at', { withTimezone: true }),
    lastOpenedAt: timestamp('last_opened_at', { withTimezone: true }),
  },
  (t) => [index('shares_of_lesson').on(t.lessonId)],
);

/** Programmes that the house wrote, and changed ones in the place of those that come with the application. */
export const programmes = pgTable('programmes', {
  id: text('id').primaryKey(),
  programme: jsonb('programme').$type<Programme>().notNull(),
  addedAt: timestamp('added_at', { withTimezone: true }).notNull(),
  offAt: timestamp('off_at', { withTimezone: true }),
});

/** Who follows which programme, and how far they are. */
export const followers = pgTable(
  'followers',
  {
    id: text('id').primaryKey(),
    programmeId: text('programme_id').notNull(),
    pupilId: text('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    step: integer('step').notNull().default(0),
    since: timestamp('since', { withTimezone: true }).notNull(),
    ended: text('ended', { enum: FOLLOW_ENDS }),
    done: jsonb('done').$type<StepDone[]>().notNull().default([]),
  },
  (t) => [
    index('followers_of_pupil').on(t.pupilId),
    // one programme at a time
    uniqueIndex('one_programme_at_a_time')
      .on(t.pupilId)
      .where(sql`ended is null`),
  ],
);

/** Letters about lessons; the page that goes along lies as a file in the data folder. */
export const letters = pgTable(
  'letters',
  {
    id: text('id').primaryKey(),
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id, { onDelete: 'cascade' }),
    to: text('to').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
    state: text('state', { enum: LETTER_STATES }).notNull().default('written'),
    stateAt: timestamp('state_at', { withTimezone: true }).notNull(),
    why: text('why'),
    tries: integer('tries').notNull().default(0),
  },
  (t) => [index('letters_of_lesson').on(t.lessonId), index('letters_by_time').on(t.madeAt)],
);

/** What holds for the whole house: settings, the instructor's password (hashed), device keys. */
export const house = pgTable('house', { key: text('key').primaryKey(), value: jsonb('value').notNull() });

/** Patterns of the house's own, every version of them. */
export const patterns = pgTable(
  'patterns',
  {
    id: text('id').notNull(),
    version: integer('version').notNull(),
    pattern: jsonb('pattern').$type<Pattern>().notNull(),
    savedAt: timestamp('saved_at', { withTimezone: true }).notNull(),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [primaryKey({ columns: [t.id, t.version] })],
);

/** Drills that the house wrote, and changed ones in the place of those that come with the application. */
export const drills = pgTable('drills', {
  id: text('id').primaryKey(),
  drill: jsonb('drill').$type<Drill>().notNull(),
  media: jsonb('media').$type<DrillMedia>(),
  /** Taken away last: it can be put back until another is. */
  mediaBefore: jsonb('media_before').$type<DrillMedia>(),
  addedAt: timestamp('added_at', { withTimezone: true }).notNull(),
  offAt: timestamp('off_at', { withTimezone: true }),
});

/** Devices that were in the bay, and how they were. */
export const devices = pgTable('devices', {
  name: text('name').primaryKey(),
  kind: text('kind').notNull(),
  rate: real('rate').notNull(),
  lastSeen: timestamp('last_seen', { withTimezone: true }).notNull(),
  health: text('health').notNull().default(''),
});

/** Swings without a sure owner, and the lesson that stood on the bay: erased with it. */
export const inbox = pgTable(
  'inbox',
  {
    id: text('id').primaryKey(),
    lessonId: text('lesson_id')
      .notNull()
      .references(() => lessons.id, { onDelete: 'cascade' }),
    recordingId: text('recording_id')
      .notNull()
      .references(() => recordings.id),
    part: integer('part').notNull(),
    bay: text('bay').notNull(),
    reason: text('reason').notNull(),
    device: text('device').notNull(),
    club: text('club', { enum: ['driver', 'wood', 'iron', 'wedge'] }).notNull(),
    clubName: text('club_name').notNull(),
    kind: text('kind', { enum: ['full', 'half', 'slow'] }).notNull(),
    tag: text('tag', { enum: SWING_TAGS }).notNull(),
    intent: text('intent', { enum: INTENTS }).notNull(),
    recordedAt: timestamp('recorded_at', { withTimezone: true }).notNull(),
    thumbnail: jsonb('thumbnail').$type<Thumbnail>(),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [index('inbox_lesson').on(t.lessonId), index('inbox_recording').on(t.recordingId)],
);

/**
 * Who comes when, to which bay and coach. That neither has two at a time, nor a pupil, is held by the database itself
 * (exclusion constraints, in its migration).
 */
export const bookings = pgTable(
  'bookings',
  {
    id: text('id').primaryKey(),
    /** Null: without a bay, as where a coach is busy. */
    bayId: text('bay_id').references(() => bays.id),
    coach: text('coach').notNull(),
    /** Null: nobody's lesson, the coach is busy. */
    pupilId: text('pupil_id').references(() => pupils.id, { onDelete: 'cascade' }),
    title: text('title').notNull().default(''),
    purpose: text('purpose', { enum: BOOKING_PURPOSES }).notNull().default('lesson'),
    startsAt: timestamp('starts_at', { withTimezone: true }).notNull(),
    endsAt: timestamp('ends_at', { withTimezone: true }).notNull(),
    state: text('state', { enum: BOOKING_STATES }).notNull().default('booked'),
    aim: text('aim').notNull().default(''),
    note: text('note').notNull().default(''),
    /** One of several that were made together. */
    series: text('series'),
    /** Its id in the calendar that it came from. */
    uid: text('uid'),
    lessonId: text('lesson_id').references(() => lessons.id, { onDelete: 'set null' }),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('bookings_by_time').on(t.startsAt),
    index('bookings_of_pupil').on(t.pupilId, t.startsAt),
    uniqueIndex('booking_from_calendar').on(t.uid),
  ],
);

/** A verdict under the key of what it was judged by. */
export interface KeptVerdict {
  readonly by: string;
  readonly verdict: unknown;
}

/** Results are never the truth: made anew when core, pattern, rules or marks change. */
export const results = pgTable(
  'results',
  {
    swingId: text('swing_id')
      .notNull()
      .references(() => swings.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    // as text: nobody asks the database for a part of it, and it is read in hundreds
    result: json('result').notNull(),
    /** What the swing is said to be, and what it was judged by; null until somebody asked. */
    verdict: json('verdict').$type<KeptVerdict>(),
    /** What is drawn of the swing, as gzip; null where it was kept before there were such, or no swing is found. */
    traces: bytes('traces'),
  },
  (t) => [primaryKey({ columns: [t.swingId, t.key] })],
);
