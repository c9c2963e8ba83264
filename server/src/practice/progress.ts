import type { DrillProgress, LogEntry, PracticePlan } from '@vilko/contract';
import { type DrillShelf, LAST_RUNG, layOut, testState } from '@vilko/core';
import type { TrainedSwing } from '../swings/swing-service.js';

interface Passed {
  readonly drill: string;
  readonly rung: number;
  readonly at: string;
}

/** Rungs passed with the trainer: k of n in one lesson. */
function passedInTrainer(swings: readonly TrainedSwing[]): Passed[] {
  const groups = new Map<string, TrainedSwing[]>();
  for (const s of swings) {
    const key = `${s.lessonId}|${s.task.drill}|${s.task.rung}`;
    groups.set(key, [...(groups.get(key) ?? []), s]);
  }
  return [...groups.values()].flatMap((group) => {
    const { drill, rung } = group[0]!.task;
    const last = group.at(-1)!;
    const state = testState(
      group.map((s) => s.task.answer),
      last.task,
    );
    return drill !== null && rung !== null && state.passed ? [{ drill, rung, at: last.recordedAt.toISOString() }] : [];
  });
}

/** How far up each drill's ladder: by the trainer, by the eye in the logbook, by the tests of plans. */
export function progressOf(
  swings: readonly TrainedSwing[],
  log: readonly LogEntry[],
  plans: readonly PracticePlan[],
  shelf: DrillShelf,
): DrillProgress[] {
  const byEye = log.flatMap((e): Passed[] =>
    e.drill !== null && e.rung !== null && e.passed ? [{ drill: e.drill, rung: e.rung, at: e.at }] : [],
  );
  const planned = plans.flatMap((p) =>
    layOut(p.plan, shelf).flatMap((b): Passed[] =>
      b.result?.test === 'passed' ? [{ drill: b.drill, rung: b.rung, at: `${b.date}T00:00:00.000Z` }] : [],
    ),
  );
  const passes = [...passedInTrainer(swings), ...byEye, ...planned];
  const seen = [
    ...passes.map((p) => ({ drill: p.drill, at: p.at })),
    ...swings.flatMap((s) => (s.task.drill === null ? [] : [{ drill: s.task.drill, at: s.recordedAt.toISOString() }])),
    ...log.flatMap((e) => (e.drill === null ? [] : [{ drill: e.drill, at: e.at }])),
  ];
  return [...new Set(seen.map((s) => s.drill))].map((drill) => {
    const passed = [...new Set(passes.filter((p) => p.drill === drill).map((p) => p.rung))].sort((a, b) => a - b);
    return {
      drill,
      open: Math.min(LAST_RUNG, (passed.at(-1) ?? -1) + 1),
      passed,
      swings: swings.filter((s) => s.task.drill === drill).length,
      lastAt: seen.filter((s) => s.drill === drill).reduce((a, s) => (s.at > a ? s.at : a), ''),
    };
  });
}
