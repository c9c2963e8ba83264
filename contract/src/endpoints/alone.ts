import { IsoDay } from '@vilko/core/practice/iso-day';
import * as z from 'zod';
import { AloneBegin, AloneEnd, AloneHome, AlonePast, AloneSend, AloneToday, PracticeCame } from '../alone.js';
import { BYTES, rows } from './endpoint.js';
import { NO_PUPIL } from './pupils.js';

const NO_PRACTICE = 'There is no such practice.';
/** Largest file of a practice, bytes. */
const LARGEST = 256 * 1024 * 1024;

/** Practising alone on the boards at home, and how it comes to the instructor. */
export const ALONE = rows({
  aloneHome: { does: 'Who may practise alone here, and where', reply: AloneHome },
  aloneToday: {
    does: 'What a pupil practises alone today',
    query: z.object({ day: IsoDay }),
    reply: AloneToday,
    missing: NO_PUPIL,
  },
  beginAlone: {
    does: 'Begins a practice alone: its swings count as no lesson’s',
    body: AloneBegin,
    reply: z.object({ lessonId: z.string() }),
    makes: true,
    missing: NO_PUPIL,
  },
  endAlone: {
    does: 'Ends a practice alone: into the logbook and onto the plan, and the bay is free',
    body: AloneEnd,
    reply: AlonePast,
    missing: NO_PRACTICE,
  },
  aloneFile: { does: 'A practice as a file for the instructor', reply: BYTES, missing: NO_PRACTICE },
  sendAlone: {
    does: 'Sends a practice to the house behind the pupil’s link',
    body: AloneSend,
    reply: PracticeCame,
    missing: NO_PRACTICE,
  },
  takePractice: {
    does: 'Takes in a file of practice; the body is the file',
    body: BYTES,
    largest: LARGEST,
    reply: PracticeCame,
    missing: NO_PUPIL,
  },
});
