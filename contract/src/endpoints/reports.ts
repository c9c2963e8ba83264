import * as z from 'zod';
import { Report, ReportField, ReportText, SpokenReview } from '../report.js';
import { Share, SHARE_DAYS, Shares } from '../share.js';
import { at, BYTES } from './endpoint.js';
import { NO_LESSON } from './lessons.js';
import { CLOSED } from './shared.js';
import { LARGEST_FILM } from './swings.js';

/** Reports, spoken reviews and the links that open them. */
export const REPORTS = {
  report: at('GET /api/lessons/:id/report', {
    does: 'What the pupil takes home from a lesson',
    reply: Report,
    missing: NO_LESSON,
  }),
  reportPdf: at('GET /api/lessons/:id/report.pdf', {
    does: 'A lesson’s report as PDF',
    reply: BYTES,
    missing: NO_LESSON,
  }),
  keepReport: at('PUT /api/lessons/:id/report', {
    does: 'Keeps the instructor’s words of a report; null goes back to the draft',
    body: z.object({ text: ReportText.nullable(), stands: z.array(ReportField).default([]) }),
    reply: Report,
    missing: NO_LESSON,
  }),
  renewReport: at('POST /api/lessons/:id/report/renew', {
    does: 'Freezes the figures of a report anew, all together, as the lesson stands now',
    reply: Report,
    missing: NO_LESSON,
  }),
  chooseTask: at('PUT /api/lessons/:id/report/task', {
    does: 'Chooses the drill that is the one thing to do; null leaves it to homework, plan and finding',
    body: z.object({ drill: z.string().max(60).nullable() }),
    reply: Report,
    missing: NO_LESSON,
  }),
  sendReport: at('POST /api/lessons/:id/report/send', {
    does: 'Puts a report as an e-mail file into the outbox',
    body: z.object({ to: z.email() }),
    reply: z.object({ file: z.string() }),
    missing: NO_LESSON,
  }),
  keepReview: at('PUT /api/lessons/:id/review', {
    does: 'Keeps the spoken review of a lesson; the body is the film',
    query: z.object({ duration: z.coerce.number<number>().positive() }),
    body: BYTES,
    largest: LARGEST_FILM,
    reply: SpokenReview,
    missing: NO_LESSON,
  }),
  review: at('GET /api/lessons/:id/review', {
    does: 'The spoken review itself, in ranges',
    reply: BYTES,
    missing: NO_LESSON,
  }),
  deleteReview: at('DELETE /api/lessons/:id/review', {
    does: 'Deletes the spoken review',
    reply: Report,
    missing: NO_LESSON,
  }),
  shares: at('GET /api/lessons/:id/shares', {
    does: 'Links to a lesson’s report, and what came back through them',
    reply: Shares,
  }),
  makeShare: at('POST /api/lessons/:id/shares', {
    does: 'Makes a link to a lesson’s report',
    body: z.object({ days: z.literal([...SHARE_DAYS]) }),
    reply: Share,
    makes: true,
    missing: NO_LESSON,
  }),
  revokeShare: at('POST /api/shares/:token/revoke', {
    does: 'Closes a link for good',
    reply: Share,
    missing: CLOSED,
  }),
};
