import * as z from 'zod';
import { LessonHead, NewLesson, PupilRecord, PupilWithLessons } from '../lesson.js';
import { MeasureIdText } from '../measure-id.js';
import { Erased, NewPupil, Pupil, PupilChange, PupilDashboard } from '../pupil.js';
import { SwingHead, SwingValue } from '../swing.js';
import { BYTES, rows } from './endpoint.js';

export const NO_PUPIL = 'There is no such pupil.';

/** Pupils, and what is kept about them. */
export const PUPILS = rows({
  pupils: { does: 'Every pupil with their lessons', reply: z.array(PupilWithLessons) },
  addPupil: { does: 'Takes in a new pupil', body: NewPupil, reply: Pupil, makes: true },
  pupil: { does: 'A pupil’s record, with their lessons', reply: PupilRecord, missing: NO_PUPIL },
  changePupil: {
    does: 'Changes what is known about a pupil, or archives',
    body: PupilChange,
    reply: Pupil,
    missing: NO_PUPIL,
  },
  dashboard: {
    does: 'What a pupil works on and whether it changed',
    reply: PupilDashboard,
    missing: NO_PUPIL,
  },
  swingsOf: {
    does: 'Every swing of a pupil, oldest first',
    reply: z.array(SwingHead),
    missing: NO_PUPIL,
  },
  swingValues: {
    does: 'One measure of every swing of a pupil',
    query: z.object({ measure: MeasureIdText }),
    reply: z.array(SwingValue),
    missing: NO_PUPIL,
  },
  startLesson: {
    does: 'Starts a lesson',
    body: NewLesson,
    reply: LessonHead,
    makes: true,
    missing: NO_PUPIL,
  },
  mergePupils: {
    does: 'Merges a pupil who was entered twice into this one',
    body: z.object({ double: z.string() }),
    reply: Pupil,
  },
  pupilBundle: {
    does: 'Everything kept about a pupil, as one zip',
    reply: BYTES,
    missing: NO_PUPIL,
  },
  erasePupil: {
    does: 'Erases a pupil for good; the name must be typed',
    body: z.object({ name: z.string() }),
    reply: Erased,
    missing: NO_PUPIL,
  },
});
