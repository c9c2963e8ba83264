import type { Experiment } from '@vilko/contract';
import { figure } from '../../drawing/trace';

const PLAIN = new Set(['–', '0–1', 'P']);

type About = Pick<Experiment, 'unit'>;

/** The unit behind a number of an experiment; nothing behind a plain one. */
export const trialUnit = ({ unit }: About): string => (PLAIN.has(unit) ? '' : unit);

export function trialFigure(e: About, v: number): string {
  const unit = trialUnit(e);
  return `${figure(v, e.unit)}${unit === '%' || unit === '°' ? unit : unit && ` ${unit}`}`;
}

/** A difference of two shares is in points of them. */
function gap(e: About, v: number): string {
  return e.unit === '%' ? `${figure(v, e.unit)} points` : trialFigure(e, v);
}

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
