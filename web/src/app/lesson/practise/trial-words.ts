import type { Experiment } from '@vilko/contract/experiment';
import { amount, figure, unitOfDifference } from '@vilko/core/words/amounts';

type About = Pick<Experiment, 'unit'>;

export const trialFigure = (e: About, v: number): string => amount(v, e.unit);

const gap = (e: About, v: number): string => amount(v, unitOfDifference(e.unit), figure(v, e.unit));

/** What an experiment answers, in one sentence. */
export function answerWords(e: Experiment): string {
  const a = e.answer;
  if (!a) return '';
  const [lo, hi] = a.interval;
  const range = `95%: ${figure(lo, e.unit)} to ${gap(e, hi)}`;
  const moved = `${e.words} ${gap(e, Math.abs(a.difference))} ${a.difference > 0 ? 'more' : 'less'} with it (${range})`;
  if (a.word === 'real change') return `A real difference: ${moved}.`;
  if (a.word === 'no change that matters') return `No difference that matters: ${moved}.`;
  return `Too few swings to tell: ${moved}.`;
}

/** An experiment in another unit of the same quantity; differences scale as values do. */
export function inUnit(e: Experiment, unit: string, value: (stored: number) => number): Experiment {
  const pair = ([a, b]: readonly [number, number]): [number, number] => [value(a), value(b)];
  return {
    ...e,
    unit,
    trials: e.trials.map((t) => ({ ...t, value: t.value === null ? null : value(t.value) })),
    answer: e.answer && {
      ...e.answer,
      means: pair(e.answer.means),
      interval: pair(e.answer.interval),
      difference: value(e.answer.difference),
    },
  };
}
