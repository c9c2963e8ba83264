import { INJURY_TAGS } from '@vilko/core/drills/injuries';
import { Target } from '@vilko/core/practice/target';
import { CLUB_CLASSES } from '@vilko/core/recording/recording';
import * as z from 'zod';
import { LogEntry } from './practice.js';
import { QuantityIdText } from './measure-id.js';
import { AGE_BANDS, SKILLS } from './person-words.js';
import { CUE_DID, MOST_CUES } from './cues.js';
import { NO_CONTACT } from './no-profile.js';

export const Handed = z.enum(['right', 'left']);
export const ClubClass = z.enum(CLUB_CLASSES);

/** A club of a pupil's bag, and what was changed about it. */
export const PupilClub = z.object({
  name: z.string().min(1).max(40),
  club: ClubClass,
  /** ° */
  loft: z.number().min(0).max(75).nullable(),
  changes: z.string().max(400),
});
export type PupilClub = z.infer<typeof PupilClub>;

const text = (most: number) => z.string().max(most).default('');

/** Of an injury or condition: the golfer's own side, since when, what was advised, and whether it is cleared. */
export const InjuryNote = z.object({
  side: z.enum(['left', 'right']).nullable().default(null),
  since: z.string().max(60).default(''),
  advice: z.string().max(400).default(''),
  /** The instructor has said "yes, cleared": the largest rung is open again. */
  cleared: z.boolean().default(false),
});
export type InjuryNote = z.infer<typeof InjuryNote>;

/** Words that are tried on a pupil, and what came of them. */
export const Cue = z.object({
  words: z.string().trim().min(1).max(400),
  did: z.enum(CUE_DID).default('not known yet'),
  /** It asks for more than is wanted, so that the right amount comes of it. */
  exaggerates: z.boolean().default(false),
});
export type Cue = z.infer<typeof Cue>;

const address = z.union([z.literal(''), z.email('this is no e-mail address').max(200)]).default('');

/** How a pupil is reached, and a parent of one who is not of age. */
export const Contact = z.object({
  email: address,
  telephone: z.string().trim().max(40).default(''),
  parent: z.string().trim().max(120).default(''),
  parentEmail: address,
  parentTelephone: z.string().trim().max(40).default(''),
});
export type Contact = z.infer<typeof Contact>;

/** What an instructor knows about a pupil beside the name; every part may stay empty. */
export const PupilProfile = z.object({
  ageBand: z.enum(AGE_BANDS).nullable().default(null),
  skill: z.enum(SKILLS).nullable().default(null),
  /** Asked only to be compared with the right people; whatever it is, nothing else changes. */
  sex: z.enum(['female', 'male', 'other']).nullable().default(null),
  clubs: z.array(PupilClub).max(20).default([]),
  /** Pattern a pupil is read under, by its id; null: the application's default. */
  school: z.string().max(60).nullable().default(null),
  /** Another pattern for single club classes. */
  schools: z.partialRecord(ClubClass, z.string().max(60)).default({}),
  /** Part of the usual size that is asked of forces, speeds and the mass's way, 0.5–1. */
  size: z.number().min(0.5).max(1).default(1),
  /** Factor on what is tolerated beyond ideal, 0.5–2. */
  strictness: z.number().min(0.5).max(2).default(1),
  injuries: z.array(z.enum(INJURY_TAGS)).default([]),
  /** What is known about each of them. */
  injuryNotes: z.partialRecord(z.enum(INJURY_TAGS), InjuryNote).default({}),
  /** A side or a movement the pupil is afraid of. */
  fear: text(400),
  limits: text(1000),
  badShot: text(400),
  toldBefore: text(1000),
  otherSports: text(400),
  /** Cue words on the pupil's own shelf, those that worked first. */
  cues: z.array(Cue).max(MOST_CUES).default([]),
  bodyScreen: text(2000),
  /** Answers of the short body screen by its tests, and their day, ISO date. */
  screen: z.record(z.string().max(40), z.enum(['easy', 'limited', 'hurts'])).default({}),
  screenedOn: z.string().max(20).nullable().default(null),
  /** Parent's consent of a minor: who gave it and when, ISO date. */
  consent: z
    .object({ by: z.string().min(1).max(120), on: z.string().max(20) })
    .nullable()
    .default(null),
  contact: Contact.default(NO_CONTACT),
  notes: text(4000),
});
export type PupilProfile = z.infer<typeof PupilProfile>;

/** A pupil's record as it was kept before there was a shelf: its one line of cue words that worked stands on it. */
export function withShelf(kept: unknown): unknown {
  if (typeof kept !== 'object' || kept === null || !('cueWords' in kept)) return kept;
  const { cueWords, ...rest } = kept;
  const words = typeof cueWords === 'string' ? cueWords.trim().slice(0, 400) : '';
  return { cues: words ? [{ words, did: 'worked' }] : [], ...rest };
}

export const Pupil = z.object({
  id: z.string(),
  name: z.string().min(1).max(120),
  /** What they do, in a few words. */
  about: z.string().max(200),
  handed: Handed,
  /** m */
  stature: z.number().min(0.8).max(2.4).nullable(),
  /** kg */
  mass: z.number().min(15).max(250).nullable(),
  /** What brings them here. */
  story: z.string().max(1000),
  profile: PupilProfile,
  archived: z.boolean(),
});
export type Pupil = z.infer<typeof Pupil>;

/** A new pupil, or what changes about one. */
export const NewPupil = Pupil.omit({ id: true, archived: true });
export type NewPupil = z.infer<typeof NewPupil>;
export const PupilChange = NewPupil.partial().extend({ archived: z.boolean().optional() });
export type PupilChange = z.infer<typeof PupilChange>;

/** When the bytes of what was erased are out of the database's files: at once, or with the night's work. */
export const LastBytes = z.enum(['gone', 'tonight']);
export type LastBytes = z.infer<typeof LastBytes>;

/** What erasing a pupil did, and where the pupil still is. */
export const Erased = z.object({
  name: z.string(),
  lessons: z.int(),
  swings: z.int(),
  films: z.int(),
  bytes: LastBytes,
  /** Names of backup files that still hold the pupil. */
  backups: z.array(z.string()),
});
export type Erased = z.infer<typeof Erased>;

/** One point of a pupil's trend: how the pupil swung as the lesson ended, by the measure that matters. */
export const TrendPoint = z.object({
  lessonId: z.string(),
  startedAt: z.string(),
  footwear: z.string(),
  device: z.string(),
  clubName: z.string(),
  /** Swings of the lesson's last run. */
  n: z.int(),
  mean: z.number(),
  sd: z.number().nullable(),
  /** The run before it within the lesson; null where the pupil did not change there. */
  earlier: z.object({ n: z.int(), mean: z.number() }).nullable(),
  /** Against the lesson before of the same device kind; null for the first. */
  change: z.enum(['real change', 'no change that matters', 'too few swings to tell']).nullable(),
});

/** What was felt and what was measured in one swing. */
export const FeltPoint = z.object({
  swingId: z.string(),
  lessonId: z.string(),
  recordedAt: z.string(),
  /** What was felt and measured, in its unit. */
  of: QuantityIdText,
  felt: z.number(),
  measured: z.number(),
});

/** What a lesson works on, as every screen says it: how it shows, over how many swings; fault null: nothing was. */
export const LessonFinding = z.object({
  lessonId: z.string(),
  fault: z.string().nullable(),
  shows: z.string(),
  of: z.int(),
});

/** What was worked on, whether it changed, and what comes next. */
export const PupilDashboard = z.object({
  measure: QuantityIdText.nullable(),
  /** Where it is to come; null: where the school wants it. */
  target: Target.nullable(),
  unit: z.string(),
  club: z.string().nullable(),
  trend: z.array(TrendPoint),
  felt: z.array(FeltPoint),
  findings: z.array(LessonFinding),
  /** Sentences that ask about a club's loft. */
  loft: z.array(z.string()),
  nextVisit: z.string().nullable(),
  homework: z.string(),
  /** What the pupil sent from the page since the last lesson, the oldest first. */
  came: z.array(LogEntry),
});
export type PupilDashboard = z.infer<typeof PupilDashboard>;
