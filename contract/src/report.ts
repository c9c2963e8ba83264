import * as z from 'zod';
import { SUCCESS_WORDS } from '@vilko/core/practice/success-words';
import { ClubFindings } from './judgement.js';
import { ClubClass } from './pupil.js';
import { Thumbnail } from './swing.js';
import { Sender } from './letter.js';
import { QuantityIdText } from './measure-id.js';

const field = z.string().max(1200);

/** What the pupil reads, field by field; the instructor's words, drafted by the machine. */
export const ReportText = z.object({
  aim: field,
  saw: field,
  numbers: field,
  changed: field,
  notYet: field,
  task: field,
  agreed: field,
});
export type ReportText = z.infer<typeof ReportText>;
export const ReportField = ReportText.keyof();
export type ReportField = z.infer<typeof ReportField>;

/** A swing on the page: its route and what it was. */
export const ReportSwing = z.object({
  id: z.string(),
  number: z.int(),
  clubName: z.string(),
  date: z.string(),
  value: z.number().nullable(),
  shape: Thumbnail.nullable(),
});
export type ReportSwing = z.infer<typeof ReportSwing>;

/** The instructor's voice over the replay: a film of the page's routes. */
export const SpokenReview = z.object({
  id: z.string(),
  mime: z.enum(['video/webm', 'video/mp4']),
  /** bytes */
  size: z.int(),
  /** s */
  duration: z.number(),
  /** ISO 8601 */
  madeAt: z.string(),
});
export type SpokenReview = z.infer<typeof SpokenReview>;

/** What a report's figures are made of. */
export const ReportSource = z.object({
  /** The set of swings that speaks for the lesson, and the finding it works on. */
  set: ClubFindings.nullable(),
  fault: z.string().nullable(),
  /** Numbers of the swings that are compared, before and after. */
  swings: z.tuple([z.array(z.int()), z.array(z.int())]),
  /** When the earlier lesson's first swing of them was made, ISO 8601; null where both are of this one. */
  beforeAt: z.string().nullable(),
});
export type ReportSource = z.infer<typeof ReportSource>;

/** A lesson's report: the machine's draft, the instructor's words if there are any, and the figures on the page. */
export const Report = z.object({
  draft: ReportText,
  /** Null: nothing was changed yet, the draft stands. */
  text: ReportText.nullable(),
  club: ClubClass.nullable(),
  /** What was agreed, or the one the finding rests on. */
  measure: z
    .object({
      id: QuantityIdText,
      words: z.string(),
      unit: z.string(),
      agreed: z.boolean(),
      band: z.tuple([z.number().nullable(), z.number().nullable()]),
      /** The smallest difference that matters, in its unit; null on pages frozen before it was kept. */
      worth: z.number().nullable().default(null),
      /** Where a spread was agreed: the standard deviation to stay under, and what it was. */
      spread: z
        .object({ most: z.number(), before: z.number().nullable(), after: z.number().nullable() })
        .nullable()
        .default(null),
      before: z.number().nullable(),
      after: z.number().nullable(),
      /** Swings before and after. */
      n: z.tuple([z.int(), z.int()]),
    })
    .nullable(),
  success: z
    .object({ word: z.enum(SUCCESS_WORDS), inside: z.int(), of: z.int(), way: z.number().nullable() })
    .nullable(),
  before: ReportSwing.nullable(),
  after: ReportSwing.nullable(),
  drill: z.string().nullable(),
  nextVisit: z.string().nullable(),
  review: SpokenReview.nullable(),
  /** Who taught, and in which house. */
  by: Sender,
  source: ReportSource,
  /** When the figures were frozen together, ISO 8601; null: they follow the lesson until the page is given away. */
  madeAt: z.string().nullable(),
  /** How many swings came to the lesson since; null where the figures would be the same today. */
  behind: z.int().nullable(),
  /** Fields in the instructor's words whose figures have moved since they were written. */
  moved: z.array(ReportField),
});
export type Report = z.infer<typeof Report>;

/** What stands on the page beside the words. */
export const ReportFigures = Report.omit({
  draft: true,
  text: true,
  review: true,
  by: true,
  source: true,
  madeAt: true,
  behind: true,
  moved: true,
});
export type ReportFigures = z.infer<typeof ReportFigures>;

/** Everything of a page that is frozen together. */
export const FrozenPage = z.object({
  madeAt: z.string(),
  figures: ReportFigures,
  draft: ReportText,
  source: ReportSource,
});
export type FrozenPage = z.infer<typeof FrozenPage>;
