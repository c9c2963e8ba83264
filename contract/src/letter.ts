import * as z from 'zod';
import { LETTER_STATES, LONGEST_LETTER, LONGEST_SUBJECT, MAIL_SECURITY } from './letter-words.js';
import { Moment } from './moment.js';

/** What is written, and to whom. */
export const NewLetter = z.object({
  to: z.email('this is no e-mail address').max(200),
  subject: z
    .string()
    .trim()
    .min(1)
    .max(LONGEST_SUBJECT)
    // a line break would begin a line of the letter's head
    .refine((s) => !/[\r\n]/.test(s), 'a subject is one line'),
  text: z.string().trim().min(1).max(LONGEST_LETTER),
});
export type NewLetter = z.infer<typeof NewLetter>;

/** A letter to be written; without `send` it stays here though a mail server is set. */
export const LetterToWrite = NewLetter.extend({ send: z.boolean().default(true) });
export type LetterToWrite = z.infer<typeof LetterToWrite>;

/** A letter about a lesson; the lesson's page goes with it as PDF. */
export const Letter = NewLetter.extend({
  id: z.string(),
  lessonId: z.string(),
  pupilId: z.string(),
  /** The pupil's name. */
  name: z.string(),
  /** The lesson's day. */
  startedAt: Moment,
  madeAt: Moment,
  state: z.enum(LETTER_STATES),
  /** When it came to that. */
  stateAt: Moment,
  /** Why it failed, in a sentence without its point; null unless it did. */
  why: z.string().nullable(),
  /** How often it was given to the mail server. */
  tries: z.int(),
});
export type Letter = z.infer<typeof Letter>;

/** An address that is known, and whose it is. */
export const KnownAddress = z.object({ address: z.string(), whose: z.string() });
export type KnownAddress = z.infer<typeof KnownAddress>;

/** A letter as it is drafted from a lesson. */
export const LetterDraft = z.object({
  /** The first is the one that is meant. */
  to: z.array(KnownAddress),
  subject: z.string(),
  text: z.string(),
  /** A mail server is set: the letter can be sent from here. */
  mail: z.boolean(),
  /** Letters that were written about this lesson, the newest first. */
  before: z.array(Letter),
});
export type LetterDraft = z.infer<typeof LetterDraft>;

/** The mail server by which letters go; without a host none. */
export const MailSettings = z.object({
  host: z.string().trim().max(200),
  port: z.int().min(1).max(65535),
  security: z.enum(MAIL_SECURITY),
  user: z.string().trim().max(200),
  /** The address letters come from. */
  from: z.union([z.literal(''), z.email('this is no e-mail address').max(200)]),
});
export type MailSettings = z.infer<typeof MailSettings>;
/** What is shown of it: the password never. */
export const Mail = MailSettings.extend({ password: z.boolean() });
export type Mail = z.infer<typeof Mail>;
/** A change of it; without a password the one that is there stays, an empty one takes it away. */
export const MailChange = MailSettings.extend({ password: z.string().max(200).optional() }).refine(
  (m) => m.host === '' || m.from !== '',
  'say which address letters come from',
);
export type MailChange = z.infer<typeof MailChange>;

/** Whether a mail server takes letters, in a sentence. */
export const MailTried = z.object({ well: z.boolean(), words: z.string() });
export type MailTried = z.infer<typeof MailTried>;

/** Who stands behind a report or letter. */
export const Sender = z.object({
  /** What the house is called; empty: nothing. */
  house: z.string(),
  /** Who taught; empty: nothing. */
  instructor: z.string(),
  /** What stands beneath the name. */
  signature: z.string(),
  /** The house's mark as data: URL; null without one. */
  mark: z.string().nullable(),
});
export type Sender = z.infer<typeof Sender>;
