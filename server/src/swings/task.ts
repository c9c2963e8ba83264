import type { PracticeTask, ShotValues, SwingTask } from '@vilko/contract';
import { answerOf, ballNumberOf, type DrillShelf, type MeasureId, numberOf, RUNGS, staysValid } from '@vilko/core';
import type { SwingSummary } from './read-swing.js';

/** What a trainer's swing gave: its number and on which side of the band, or why there is none. */
export function taskOf(
  task: PracticeTask,
  { summary, ball }: { readonly summary: SwingSummary; readonly ball: ShotValues | null },
  shelf: DrillShelf,
): SwingTask {
  const none = (reason: string): SwingTask => ({ ...task, value: null, u: null, reason, answer: null });
  const gave = (value: number, u: number | null): SwingTask => ({
    ...task,
    value,
    u,
    reason: null,
    answer: answerOf(value, task.band),
  });
  const number = ballNumberOf(task.measure);
  if (number) {
    const value = ball?.[number] ?? null;
    return value === null ? none('no reading of the ball yet') : gave(value, null);
  }
  const measure = task.measure as MeasureId;
  const drill = shelf.one(task.drill);
  const rung = task.rung === null ? undefined : RUNGS[task.rung];
  if (drill && rung && !staysValid(drill, rung, measure))
    return none(`not with the aid on the plate: ${drill.onPlate!.why}`);
  const m = summary.read?.measures[measure];
  const value = numberOf(m);
  return value === null ? none(m?.reason ?? 'no swing was found in this recording') : gave(value, m?.u ?? null);
}
