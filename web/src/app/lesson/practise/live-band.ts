import { isMeasureId, measureRow } from '@vilko/core/measures/registry';
import type { PracticeBand } from '@vilko/core/practice/attempts';
import type { PracticeTask } from '@vilko/contract/practice';

/** What is read while somebody stands: a band of impact says nothing of them. */
const STANDING: ReadonlySet<string> = new Set(['address', 'onset', 'p1']);

/** The part of a task's band that a live lead share can be held against, %; null where it is about something else. */
export function liveBand({ measure, band: [lo, hi] }: Pick<PracticeTask, 'measure' | 'band'>): PracticeBand | null {
  // what the trail foot may carry is what the lead foot leaves
  if (measure === 'load.trail.max') return [hi === null ? null : 100 - hi, lo === null ? null : 100 - lo];
  if (!isMeasureId(measure)) return null;
  const { share, events } = measureRow(measure);
  return share === 'level' && events.every((e) => STANDING.has(e)) ? [lo, hi] : null;
}
