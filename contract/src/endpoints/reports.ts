import * as z from 'zod';
import { Report, ReportField, ReportText, SpokenReview } from '../report.js';
import { Share, Shares } from '../share.js';
import { SHARE_DAYS } from '../open-share.js';
import { BYTES, rows } from './endpoint.js';
import { NO_LESSON } from './lessons.js';
import { CLOSED } from './shared.js';
import { LARGEST_FILM } from './swings.js';

/** Reports, spoken reviews and the links that open them. */
export const REPORTS = rows({
  report: {
    does: 'What the pupil takes home from a lesson',
    reply: Report,
    missing: NO_LESSON,
  },
  reportPdf: {
    does: 'A lesson’s report as PDF',
    reply: BYTES,
    missing: NO_LESSON,
  },
  keepReport: {
    does: 'Keeps the instructor’s words of a report; null goes back to the draft',
    body: z.object({ text: ReportText.nullable(), stands: z.array(ReportField).default([]) }),
    reply: Report,
    missing: NO_LESSON,
  },
  renewReport: {
    does: 'Freezes the figures of a report anew, all together, as the lesson stands now',
    reply: Report,
    missing: NO_LESSON,
  },
  chooseTask: {
    does: 'Chooses the drill that is the one thing to do; null leaves it to homework, plan and finding',
    body: z.object({ drill: z.string().max(60).nullable() }),
    reply: Report,
    missing: NO_LESSON,
  },
  keepReview: {
    does: 'Keeps the spoken review of a lesson; the body is the film',
    query: z.object({ duration: z.coerce.number<number>().positive() }),
    body: BYTES,
    largest: LARGEST_FILM,
    reply: SpokenReview,
    missing: NO_LESSON,
  },
  review: {
    does: 'The spoken review itself, in ranges',
    reply: BYTES,
    missing: NO_LESSON,
  },
  deleteReview: {
    does: 'Deletes the spoken review',
    reply: Report,
    missing: NO_LESSON,
  },
  shares: {
    does: 'Links to a lesson’s report, and what came back through them',
    reply: Shares,
  },
  makeShare: {
    does: 'Makes a link to a lesson’s report',
    body: z.object({ days: z.literal([...SHARE_DAYS]) }),
    reply: Share,
    makes: true,
    missing: NO_LESSON,
  },
  revokeShare: {
    does: 'Closes a link for good',
    reply: Share,
    missing: CLOSED,
  },
});
