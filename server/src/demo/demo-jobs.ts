import type { DemoSwingRequest } from './demo-swing.js';
import { DEMO_PUPILS } from './stories.js';
import type { DemoLesson } from './story.js';

const MINUTE = 60_000;

/** Films of a demo swing: the ending of their files, and from which side they look. */
export const DEMO_SIDES = ['front', 'behind', 'above'] as const;

/** One swing of the sample world, and when it was made. */
export interface DemoJob {
  readonly request: DemoSwingRequest;
  readonly recordedAt: Date;
}

/** Every swing of a lesson, with the seed that makes it. */
export function jobsOf(pupilIndex: number, lesson: DemoLesson): DemoJob[] {
  const { pupil, lessons } = DEMO_PUPILS[pupilIndex]!;
  // the newest lesson keeps its seeds however many come before it
  const base = 1000 * (pupilIndex + 1) + 50 * (lessons.length - 1 - lessons.indexOf(lesson));
  return lesson.series
    .flatMap((series) => Array.from({ length: series.count }, () => series))
    .map((series, k) => ({
      request: { pupil, lesson, series, seed: base + k, name: `${lesson.id}-${k + 1}` },
      recordedAt: new Date(Date.parse(lesson.startedAt) + (5 + 2 * k) * MINUTE),
    }));
}
