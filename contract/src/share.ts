import { OwnDrill } from '@vilko/core/drills/own-drill';
import * as z from 'zod';
import { Moment } from './moment.js';
import { BallBlock, LogEntry } from './practice.js';
import { Sender } from './letter.js';
import { ReportFigures, ReportText, SpokenReview } from './report.js';

/** A link that opens one lesson's report, and nothing else, until it expires or is revoked. */
export const Share = z.object({
  /** 128 random bits, base64url: whoever has it may read the page. */
  token: z.string(),
  lessonId: z.string(),
  /** ISO 8601 */
  madeAt: z.string(),
  expiresAt: z.string(),
  revokedAt: z.string().nullable(),
  /** Null: nobody has opened it yet. */
  lastOpenedAt: z.string().nullable(),
});
export type Share = z.infer<typeof Share>;

/** A lesson's links, and what came back through them. */
export const Shares = z.object({
  shares: z.array(Share),
  /** Where other machines reach this server, "http://192.168.1.20:4310"; null: it listens on this machine only. */
  origin: z.string().nullable(),
  /** What the pupil sent from the page. */
  came: z.array(LogEntry),
});
export type Shares = z.infer<typeof Shares>;

/** Who and when stands at the head of the page: no more of the pupil's record leaves the house. */
export const ReportHead = z.object({
  name: z.string(),
  handed: z.enum(['right', 'left']),
  minor: z.boolean(),
  startedAt: z.string(),
  bay: z.string(),
  by: Sender,
});
export type ReportHead = z.infer<typeof ReportHead>;

/** A day of practice on the pupil's page. */
export const SharedDay = z.object({
  block: z.string(),
  /** Calendar day. */
  date: z.string(),
  drill: z.string(),
  rung: z.int(),
  minutes: z.int(),
  withdrawn: z.boolean(),
  did: z.enum(['done', 'missed', 'stopped']).nullable(),
});
export type SharedDay = z.infer<typeof SharedDay>;

/** What a link opens. */
export const SharedPage = z.object({
  head: ReportHead,
  figures: ReportFigures,
  text: ReportText,
  review: SpokenReview.nullable(),
  days: z.array(SharedDay),
  /** Self-checks fit for this pupil, by id. */
  checks: z.array(z.string()),
  /** The house's own drills that the page names. */
  drills: z.array(OwnDrill),
  /** What the pupil sent from this page. */
  sent: z.array(
    LogEntry.pick({ id: true, at: true, kind: true, checks: true, felt: true, blocks: true, note: true, reply: true }),
  ),
  expiresAt: z.string(),
});
export type SharedPage = z.infer<typeof SharedPage>;

/** The page as an application of its own on a home screen. */
export const SharedManifest = z.object({
  name: z.string(),
  short_name: z.string(),
  id: z.string(),
  start_url: z.string(),
  scope: z.string(),
  display: z.literal('standalone'),
  background_color: z.string(),
  theme_color: z.string(),
  icons: z.array(z.object({ src: z.string(), sizes: z.string(), type: z.string() })),
});
export type SharedManifest = z.infer<typeof SharedManifest>;

const Pain = z.int().min(0).max(10).nullable();
/** Written by the pupil, maybe without a network: sent twice it counts once, and it stands at when it was written. */
const written = { id: z.uuid().optional(), at: Moment.optional() };
const Note = z.string().trim().max(1000);

/** What the pupil can do on the page; a film comes as bytes of its own. */
export const SharedAct = z.discriminatedUnion('act', [
  z.object({ act: z.literal('answer'), text: Note.min(1), ...written }),
  /** A day of the plan; null: practised, without a plan. `did` null takes a tick back. */
  z.object({
    act: z.literal('tick'),
    block: z.string().nullable(),
    did: z.enum(['done', 'stopped']).nullable(),
    painBefore: Pain,
    painAfter: Pain,
    ...written,
  }),
  /** Self-checks, by their ids. */
  z.object({
    act: z.literal('check'),
    checks: z.record(z.string().max(40), z.enum(['yes', 'no'])),
    note: Note,
    ...written,
  }),
  /** Lead share at impact as it felt, %. */
  z.object({ act: z.literal('felt'), felt: z.number().min(0).max(100), note: Note, ...written }),
  /** Balls judged by turns by a self-check and by where they went. */
  z.object({ act: z.literal('balls'), blocks: z.array(BallBlock).min(1).max(20), note: Note, ...written }),
]);
export type SharedAct = z.infer<typeof SharedAct>;
