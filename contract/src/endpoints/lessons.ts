import { CsvMapping } from '@vilko/core/formats/csv/csv-mapping';
import * as z from 'zod';
import { LessonFindings } from '../judgement.js';
import { LessonChange, LessonHead } from '../lesson.js';
import { ClubClass } from '../pupil.js';
import { ShotsImported } from '../shot.js';
import { Imported, Lesson, SwingKind } from '../swing.js';
import { BYTES, rows } from './endpoint.js';

export const NO_LESSON = 'There is no such lesson.';
/** Largest recording taken in, bytes. */
const LARGEST = 256 * 1024 * 1024;

/** A mapping of columns, as JSON in the address. */
const Mapping = z.string().transform((text, c) => {
  try {
    return CsvMapping.parse(JSON.parse(text));
  } catch {
    c.addIssue({ code: 'custom', message: 'the mapping of the columns is not understood' });
    return z.NEVER;
  }
});

/** Lessons, and what comes into them as files. */
export const LESSONS = rows({
  lesson: { does: 'A lesson with its swings', reply: Lesson, missing: NO_LESSON },
  findings: {
    does: 'What is found in a lesson’s swings, club by club',
    reply: LessonFindings,
    missing: NO_LESSON,
  },
  changeLesson: {
    does: 'Changes a lesson’s aim, measure, footwear, homework, notes, pain',
    body: LessonChange,
    reply: LessonHead,
    missing: NO_LESSON,
  },
  deleteLesson: {
    does: 'Puts a lesson with all its swings into the bin',
    reply: LessonHead,
    missing: NO_LESSON,
  },
  restoreLesson: {
    does: 'Puts a deleted lesson back',
    reply: LessonHead,
    missing: NO_LESSON,
  },
  importRecording: {
    does: 'Reads a recording made elsewhere into a lesson; the body is the file',
    query: z.object({
      name: z.string().min(1),
      club: ClubClass.default('iron'),
      clubName: z.string().default('7-iron'),
      kind: SwingKind.default('full'),
      axes: z.string().optional(),
      mapping: Mapping.optional(),
      /** The body is a recording bundle made from the file. */
      packed: z.stringbool().default(false),
    }),
    body: BYTES,
    largest: LARGEST,
    reply: Imported,
    makes: true,
  },
  importShots: {
    does: 'Reads a list of shots (CSV) into a lesson; the body is the file',
    query: z.object({ name: z.string().min(1), sides: z.enum(['absolute', 'by hand']).default('by hand') }),
    body: BYTES,
    reply: ShotsImported,
  },
});
