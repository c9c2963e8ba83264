import type { PracticeTask, SwingTask } from '@vilko/contract';
import { answerOf, DRILLS, numberOf, RUNGS, staysValid } from '@vilko/core';
import type { SwingSummary } from './read-swing.js';

/** What a trainer's swing gave: its number and on which side of the band, or why there is none. */
export function taskOf(task: PracticeTask, summary: SwingSummary): SwingTask {
  const none = (reason: string): SwingTask => ({ ...task, value: null, u: null, reason, answer: null });
  const drill = DRILLS.find((d) => d.id === task.drill);
  const rung = task.rung === null ? undefined : RUNGS[task.rung];
  if (drill && rung && !staysValid(drill, rung, task.measure))
    return none(`not with the aid on the plate: ${drill.onPlate!.why}`);
  const m = summary.read?.measures[task.measure];
  const value = numberOf(m);
  if (value === null) return none(m?.reason ?? 'no swing was found in this recording');
  return { ...task, value, u: m?.u ?? null, reason: null, answer: answerOf(value, task.band) };
}
