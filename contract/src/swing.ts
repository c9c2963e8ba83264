import { EVENT_NAMES } from '@vilko/core/events/event';
import { SWING_KINDS } from '@vilko/core/recording/recording';
import * as z from 'zod';
import { EnteredSwing } from './entered.js';
import { Film } from './film.js';
import { Device, LessonHead } from './lesson.js';
import { QuantityIdText } from './measure-id.js';
import { SwingTask } from './practice.js';
import { ClubClass, Handed, Pupil } from './pupil.js';
import { Shot, ShotValues } from './shot.js';
import { SWING_TAGS, INTENTS } from './swing-words.js';

/** A whole swing, or a rehearsal kept apart from them. */
export const SwingKind = z.enum(SWING_KINDS);
export type SwingKind = z.infer<typeof SwingKind>;

/** Times a person marked, s on the recording's clock; one read from a film brings the uncertainty of a frame. */
export const Marks = z.partialRecord(
  z.enum(EVENT_NAMES),
  z.union([z.number(), z.object({ t: z.number(), u: z.number().positive().max(0.5) })]),
);
export type Marks = z.infer<typeof Marks>;

/** A finding an instructor does not share, and why. */
export const Overruled = z.object({ fault: z.string(), reason: z.string().min(1).max(400), at: z.string() });
export type Overruled = z.infer<typeof Overruled>;

/**
 * A finding an instructor shares, or that there is none, by the name `healthy`: a label of learning.md §2. It says
 * under which pattern, and when.
 */
export const Confirmed = z.object({ fault: z.string().max(80), pattern: z.string().max(80), at: z.iso.datetime() });
export type Confirmed = z.infer<typeof Confirmed>;

const Point = z.tuple([z.number(), z.number()]);

/** A swing small: its route in the stance frame, mm along (target +) and across (toes +), and what it says. */
export const Thumbnail = z.object({
  back: z.array(Point),
  down: z.array(Point),
  through: z.array(Point),
  /** Outlines of the soles, lead and trail, in the same frame. */
  soles: z.array(z.array(Point)),
});
export type Thumbnail = z.infer<typeof Thumbnail>;

/** A swing as the rack shows it. */
export const SwingHead = z.object({
  id: z.string(),
  lessonId: z.string(),
  number: z.int(),
  club: ClubClass,
  clubName: z.string(),
  /** Whose side it was swung from: the pupil's, unless it was said of this swing. */
  handed: Handed,
  device: Device,
  recordedAt: z.string(),
  starred: z.boolean(),
  note: z.string(),
  source: z.enum(['bay', 'file']),
  file: z.string().nullable(),
  marks: Marks,
  kind: SwingKind,
  tag: z.enum(SWING_TAGS),
  intent: z.enum(INTENTS),
  /** What the pupil said they felt before a number was shown, in the unit of `feltOf`; null when not asked. */
  felt: z.number().nullable(),
  /** The measure it is of; null: the lead share at impact. */
  feltOf: QuantityIdText.nullable(),
  overruled: z.array(Overruled),
  confirmed: z.array(Confirmed),
  /** What it was for in the trainer; null outside it. */
  task: SwingTask.nullable(),
  shot: Shot.nullable(),
  films: z.array(Film),
  /** Lead share at impact, %; null where it could not be had. */
  leadAtImpact: z.number().nullable(),
  /** Its value of the measure the lesson is judged by; null where none is agreed or it could not be had. */
  agreed: z.number().nullable(),
  /** Fit under the pupil's pattern, whose id and version stand beside it. */
  fit: z.number().nullable(),
  judgedBy: z.object({ pattern: z.string(), version: z.int() }).nullable(),
  mainFault: z.string().nullable(),
  mainWord: z.string().nullable(),
  thumbnail: Thumbnail.nullable(),
  /** What is to be asked about who it was before it is judged, and the question; null where nothing is. */
  doubt: z.object({ about: z.enum(['weight', 'hand']), words: z.string(), stood: z.number().nullable() }).nullable(),
  warnings: z.array(z.string()),
});
export type SwingHead = z.infer<typeof SwingHead>;

/** A lesson with its recorded swings, and those of which only numbers are known. */
export const Lesson = LessonHead.extend({
  pupil: Pupil,
  rack: z.array(SwingHead),
  entered: z.array(EnteredSwing),
});
export type Lesson = z.infer<typeof Lesson>;

/** One measure of one swing; null where it could not be had. */
export const SwingValue = z.object({ swingId: z.string(), value: z.number().nullable() });
export type SwingValue = z.infer<typeof SwingValue>;

/** A swing of which somebody who teaches has said what it shows, without the name of who made it. */
export const LabelledSwing = SwingHead.pick({
  id: true,
  club: true,
  handed: true,
  device: true,
  marks: true,
  kind: true,
  tag: true,
}).extend({
  /** m; null: not known. */
  stature: z.number().nullable(),
  /** What the ball did; null where nobody said. */
  ball: ShotValues.nullable(),
  label: Confirmed,
});
export type LabelledSwing = z.infer<typeof LabelledSwing>;

/** What may be changed about a swing. */
export const SwingChange = z.object({
  club: ClubClass.optional(),
  clubName: z.string().min(1).max(40).optional(),
  handed: Handed.optional(),
  /** Somebody has said that it is the pupil's own: it is not asked about again. */
  sure: z.boolean().optional(),
  starred: z.boolean().optional(),
  note: z.string().max(2000).optional(),
  marks: Marks.optional(),
  kind: SwingKind.optional(),
  tag: z.enum(SWING_TAGS).optional(),
  intent: z.enum(INTENTS).optional(),
  felt: z.number().min(-10_000).max(10_000).nullable().optional(),
  feltOf: QuantityIdText.nullable().optional(),
  overruled: z.array(Overruled).max(40).optional(),
  confirmed: z.array(Confirmed).max(40).optional(),
});
export type SwingChange = z.infer<typeof SwingChange>;

const Ids = z.array(z.string()).min(1).max(500);

/** Which of many swings; those that are not there are left out of the answer. */
export const SwingPick = z.object({ ids: Ids });

/** The same change to many swings: what a card says of each alike. */
export const SwingsChange = SwingPick.extend({
  change: SwingChange.pick({
    club: true,
    clubName: true,
    handed: true,
    sure: true,
    starred: true,
    note: true,
    kind: true,
    tag: true,
    intent: true,
  }),
});

/** Where a swing stands: a number of a lesson. */
export const SwingPlace = z.object({ id: z.string(), lessonId: z.string(), number: z.int().positive() });
export type SwingPlace = z.infer<typeof SwingPlace>;

/** Swings into a lesson, in the order given; a number is kept where it is free there, else the next is given. */
export const SwingMove = z.object({
  lessonId: z.string(),
  swings: z
    .array(z.object({ id: z.string(), number: z.int().positive().optional() }))
    .min(1)
    .max(500),
});
export type SwingMove = z.infer<typeof SwingMove>;
/** What was moved, and where each stood before. */
export const SwingsMoved = z.object({ swings: z.array(SwingHead), before: z.array(SwingPlace) });
export type SwingsMoved = z.infer<typeof SwingsMoved>;

/** What an imported file gave. */
export const Imported = z.object({
  file: z.string(),
  device: Device,
  swings: z.array(SwingHead),
  warnings: z.array(z.string()),
});
export type Imported = z.infer<typeof Imported>;
