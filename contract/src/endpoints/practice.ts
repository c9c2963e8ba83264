import * as z from 'zod';
import { Experiment, ExperimentAct, NewExperiment } from '../experiment.js';
import { LogEntry, LogFilm, NewLogEntry, NewPlan, PlanAct, Practice, PracticePlan } from '../practice.js';
import { Progress } from '../progress.js';
import { BYTES, rows } from './endpoint.js';
import { NO_LESSON } from './lessons.js';
import { NO_PUPIL } from './pupils.js';
import { LARGEST_FILM } from './swings.js';

const NO_ENTRY = 'There is no such entry in the logbook.';
const NO_EXPERIMENT = 'There is no such experiment.';

/** Plans, logbook, progress and trials. */
export const PRACTICE = rows({
  practice: {
    does: 'Plans, logbook and ladders of a pupil',
    reply: Practice,
    missing: NO_PUPIL,
  },
  progress: {
    does: 'What practice did, and whether the swings are steadier',
    reply: Progress,
    missing: NO_PUPIL,
  },
  makePlan: {
    does: 'Makes a practice plan',
    body: NewPlan,
    reply: PracticePlan,
    makes: true,
    missing: NO_PUPIL,
  },
  actOnPlan: {
    does: 'Moves or logs a block, ends or resumes a plan',
    body: PlanAct,
    reply: PracticePlan,
  },
  planCalendar: {
    does: 'A plan as a calendar file',
    reply: BYTES,
    missing: 'There is no such plan.',
  },
  log: {
    does: 'Writes into the logbook what was done, felt or checked without a measurement',
    body: NewLogEntry,
    reply: LogEntry,
    makes: true,
    missing: NO_PUPIL,
  },
  addLogFilm: {
    does: 'Puts a film of a swing without a device into the logbook; the body is the file',
    query: z.object({ note: z.string().max(1000).default('') }),
    body: BYTES,
    largest: LARGEST_FILM,
    reply: LogEntry,
    makes: true,
    missing: NO_PUPIL,
  },
  logFilm: {
    does: 'The film of an entry, in ranges',
    reply: BYTES,
    missing: NO_ENTRY,
  },
  markLogFilm: {
    does: 'Keeps the marks on the film of an entry',
    body: LogFilm.pick({ marks: true }),
    reply: LogEntry,
    missing: NO_ENTRY,
  },
  replyToEntry: {
    does: 'Answers what a pupil sent; empty takes the answer back',
    body: z.object({ text: z.string().trim().max(1000) }),
    reply: LogEntry,
    missing: NO_ENTRY,
  },
  deleteEntry: {
    does: 'Deletes an entry of the logbook',
    reply: LogEntry,
    missing: NO_ENTRY,
  },
  restoreEntry: { does: 'Brings an entry back', reply: LogEntry, missing: NO_ENTRY },
  experiments: {
    does: 'A lesson’s experiments, the oldest first',
    reply: z.array(Experiment),
    missing: NO_LESSON,
  },
  beginExperiment: {
    does: 'Draws the order of trials and begins',
    body: NewExperiment,
    reply: z.array(Experiment),
    missing: NO_LESSON,
  },
  actOnExperiment: {
    does: 'Leaves a trial out, ends or resumes',
    body: ExperimentAct,
    reply: z.array(Experiment),
    missing: NO_EXPERIMENT,
  },
});
