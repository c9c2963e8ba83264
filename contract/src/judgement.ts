import { FINDING_WORDS } from '@vilko/core';
import * as z from 'zod';
import { ClubClass } from './pupil.js';
import { Device } from './lesson.js';
import { MeasureIdText, QuantityIdText } from './measure-id.js';

const Piece = z.object({
  measures: z.array(MeasureIdText),
  value: z.number().nullable(),
  u: z.number().nullable(),
  limit: z.number(),
  direction: z.enum(['over', 'under']),
  z: z.number(),
  provisional: z.boolean(),
  spread: z.literal(true).optional(),
  beyond: z.literal(true).optional(),
});

/** A fault whose limit lies within what the mean of so few swings may be; `more` swings would tell. */
const Near = z.object({
  fault: z.string(),
  measure: MeasureIdText,
  value: z.number(),
  limit: z.number(),
  direction: z.enum(['over', 'under']),
  more: z.int().nullable(),
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
  /** The wanted shot; a page that was kept before it was told was of stock shots. */
  intent: z.string().default('stock'),
  pattern: z.string(),
  /** Swings of the last run: those the findings are of. */
  n: z.int(),
  /** All swings of the set. */
  of: z.int(),
  /** Where the golfer changed within the lesson, oldest first: the number of the first swing after it. */
  steps: z.array(z.object({ at: z.int(), measure: QuantityIdText, before: z.number(), after: z.number() })),
  drifted: z.object({ measure: QuantityIdText, from: z.number(), to: z.number() }).nullable(),
  /** The instructor said where its runs begin. */
  byHand: z.boolean().default(false),
  /** What so few swings neither show nor rule out, the nearest first. */
  near: z.array(Near).default([]),
  findings: z.array(SetFinding),
});
export type ClubFindings = z.infer<typeof ClubFindings>;

/** A lesson's findings, club by club, and advice that is never a main finding. */
export const LessonFindings = z.object({
  clubs: z.array(ClubFindings),
  /** Driver and irons are swung alike, and the driver suffers. */
  oneSwingForAll: z.boolean(),
  /** The swings that are compared, by their ids, on every screen and in the report; null where no set speaks. */
  compared: z.object({ before: z.array(z.string()), after: z.array(z.string()) }).nullable(),
});
export type LessonFindings = z.infer<typeof LessonFindings>;

/** What a set is called where runs are cut by hand. */
export const setName = ({ clubName, device, intent }: Omit<SetKey, 'club'>): string =>
  [clubName, device, intent].join('|');

/** What swings of a set have in common: one club on one device for one wanted shot. */
export type SetKey = Pick<ClubFindings, 'club' | 'clubName' | 'device' | 'intent'>;

/** The same of a swing as it is stored. */
type StoredKey = Omit<SetKey, 'device'> & { readonly device: string };

/** Whether swings or sets may stand beside each other. */
export const alike = (a: StoredKey, b: StoredKey): boolean =>
  a.clubName === b.clubName && a.club === b.club && a.device === b.device && a.intent === b.intent;

/** The set that speaks for a lesson, on every screen: of the most swings; one with a finding before one without. */
export function leadingSet({ clubs }: Pick<LessonFindings, 'clubs'>): ClubFindings | null {
  const found = (c: ClubFindings): number => Number(c.findings.some((x) => x.main));
  return [...clubs].sort((a, b) => found(b) - found(a) || b.of - a.of)[0] ?? null;
}

/** The finding a lesson works on: one that rests on the agreed measure and is more than a hint; else the main one. */
export function leadingFinding(set: ClubFindings | null, agreed: string | null): z.infer<typeof SetFinding> | null {
  const rests = (f: z.infer<typeof SetFinding>): boolean =>
    f.word !== 'hint' && f.evidence.some((p) => !p.spread && p.measures.some((id) => id === agreed));
  return (agreed && set?.findings.find(rests)) || (set?.findings.find((f) => f.main) ?? null);
}
