import type { LessonFindings } from '@vilko/contract';
import type { SwingService } from '../swings/swing-service.js';
import { lessonFindings } from './lesson-findings.js';

/** What is found in a lesson's sets of swings; null where there is no such lesson. */
export const findingsService =
  (swings: SwingService) =>
  async (lessonId: string): Promise<LessonFindings | null> => {
    const read = await swings.readLesson(lessonId);
    return read && lessonFindings(read.pupil, read.swings, read.standardOf, read.measure);
  };

export type FindingsService = ReturnType<typeof findingsService>;
