import type { Marks } from '@vilko/contract';
import { sql } from 'drizzle-orm';
import { boolean, customType, index, integer, jsonb, pgTable, primaryKey, real, text, timestamp } from 'drizzle-orm/pg-core';

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
});

export const lessons = pgTable('lessons', {
  id: text('id').primaryKey(),
  pupilId: text('pupil_id')
    .notNull()
    .references(() => pupils.id, { onDelete: 'cascade' }),
  startedAt: timestamp('started_at', { withTimezone: true }).notNull(),
  bay: text('bay').notNull(),
  aim: text('aim').notNull(),
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
    device: text('device').notNull(),
    recordedAt: timestamp('recorded_at', { withTimezone: true }).notNull(),
    source: text('source', { enum: ['bay', 'file'] }).notNull(),
    file: text('file'),
    starred: boolean('starred').notNull().default(false),
    note: text('note').notNull().default(''),
    marks: jsonb('marks').$type<Marks>().notNull().default({}),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [index('swings_of_lesson').on(t.lessonId, t.number)],
);

/** Results are never the truth: made anew when core, pattern, rules or marks change. */
export const results = pgTable(
  'results',
  {
    swingId: text('swing_id')
      .notNull()
      .references(() => swings.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    result: jsonb('result').notNull(),
  },
  (t) => [primaryKey({ columns: [t.swingId, t.key] })],
);
