import { FINDING_WORDS } from '@vilko/core';
import { z } from 'zod';
import { ClubClass } from './pupil.js';
import { Device } from './lesson.js';
import { MeasureIdText } from './measure-id.js';

const Piece = z.object({
  measures: z.array(MeasureIdText),
  value: z.number().nullable(),
  u: z.number().nullable(),
  limit: z.number(),
  direction: z.enum(['over', 'under']),
  z: z.number(),
  provisional: z.boolean(),
  spread: z.literal(true).optional(),
});

/** A finding of a set of swings. */
export const SetFinding = z.object({
  fault: z.string(),
  strength: z.number(),
  word: z.enum(FINDING_WORDS),
  main: z.boolean(),
  because: z.array(z.string()),
  consequenceOf: z.string().nullable(),
  evidence: z.array(Piece),
  mayComeFrom: z.array(z.string()),
  /** In k of n swings. */
  k: z.int(),
  n: z.int(),
  comesAndGoes: z.boolean(),
  tentative: z.boolean(),
});

/** What is found in a lesson's whole swings with one club on one device. */
export const ClubFindings = z.object({
  club: ClubClass,
  clubName: z.string(),
  device: Device,
  pattern: z.string(),
  n: z.int(),
  findings: z.array(SetFinding),
});
export type ClubFindings = z.infer<typeof ClubFindings>;

/** A lesson's findings, club by club, and advice that is never a main finding. */
export const LessonFindings = z.object({
  clubs: z.array(ClubFindings),
  /** Driver and irons are swung alike, and the driver suffers. */
  oneSwingForAll: z.boolean(),
});
export type LessonFindings = z.infer<typeof LessonFindings>;
