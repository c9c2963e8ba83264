import { alike, leadingSet, type LessonFindings } from '@vilko/contract';
import type { LessonRead } from '../swings/lesson-reads.js';
import type { SwingService } from '../swings/swing-service.js';
import { lessonFindings } from './lesson-findings.js';
import { comparedIn, type Compared, setsOf, type SwingSet } from './swing-sets.js';

const setsRead = ({ swings, standardOf, ...lesson }: LessonRead): SwingSet[] =>
  setsOf(swings, standardOf, () => lesson);
const idsOf = ({ before, after }: Compared) => ({
  before: before.map((s) => s.row.id),
  after: after.map((s) => s.row.id),
});

/** What is found in a lesson's sets of swings, and which of them are compared; null where there is no such lesson. */
export const findingsService = (swings: SwingService) => {
  /** The same set of the last lesson before that has one. */
  const setBefore = async (read: LessonRead, set: SwingSet): Promise<SwingSet | undefined> => {
    for (const lessonId of await swings.lessonsBefore(read.pupil, set.swings[0]!.row)) {
      const earlier = await swings.readLesson(lessonId);
      const same = earlier && setsRead(earlier).find((s) => alike(s, set));
      if (same) return same;
    }
    return undefined;
  };
  return async (lessonId: string): Promise<LessonFindings | null> => {
    const read = await swings.readLesson(lessonId);
    if (!read) return null;
    const sets = setsRead(read);
    const found = lessonFindings(read.pupil, sets, read.standardOf);
    const leading = leadingSet(found);
    const set = leading && sets.find((s) => alike(s, leading));
    return { ...found, compared: set ? idsOf(comparedIn(set, await setBefore(read, set))) : null };
  };
};

export type FindingsService = ReturnType<typeof findingsService>;
