import { isReal, movedBy } from '@vilko/core/compare/by-products';
import type { Difference } from '@vilko/core/compare/differences';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { difference, figure, signed, unitBehind, unitOfDifference } from '@vilko/core/words/amounts';

/** A quantity's unit as a table's column shows it. */
export const unitIn = (unit: string): string => unitBehind(unit).trim();
export const wordsOf = (id: QuantityId): string => quantityOf(id).words;
/** A number of a quantity in its stored unit. */
export const number = (id: QuantityId, v: number): string => figure(v, quantityOf(id).unit);
export const plusMinus = (sd: number | null, unit: string): string => (sd === null ? '' : `±${figure(sd, unit)}`);

/** The word for a difference; without enough swings it says how many more. */
export function verdict(d: Difference): string {
  if (d.change) return d.change.word === 'too few swings to tell' ? 'too few to tell' : d.change.word;
  return d.usual?.word ?? 'one swing each';
}

/** A difference explained in a sentence or two: never a bare p value. */
export function explained(d: Difference): string {
  const { unit } = d;
  const apart = (v: number): string => difference(v, unit);
  const act = `A teacher would act on ${apart(d.worth)}.`;
  if (d.usual) {
    const { n, least } = d.usual;
    return `Between these two swings it differs by ${apart(d.difference)}. From ${n} other swings of this pupil, two swings differ by up to ${apart(least)} for no reason. ${act}`;
  }
  const c = d.change;
  if (!c) return `One side has a single value, so that nothing can be said about chance. ${act}`;
  const range = `the true difference lies between ${signed(c.interval[0], unit)} and ${signed(c.interval[1], unit)}${unitBehind(unitOfDifference(unit))} (95%)`;
  const start = `Before ${figure(c.mean[0], unit)} over ${c.n[0]} swings, after ${figure(c.mean[1], unit)} over ${c.n[1]}: ${range}.`;
  const size = `The difference is ${figure(Math.abs(c.g), '–')} of a usual spread.`;
  if (c.word === 'real change')
    return `${start} ${act} ${size} ${together(d)}, chance alone would show one like it in ${chance(c.p)}.`;
  if (c.word === 'no change that matters') return `${start} ${act} Whatever it truly is, it is less than that.`;
  const more =
    c.enoughAt === null
      ? 'It varies too much for any number of swings to tell.'
      : `With the spread seen, ${c.enoughAt} swings on each side would tell.`;
  return `${start} ${act} ${more}`;
}

/** What was agreed before is judged by itself. */
const together = ({ together: n }: Difference): string =>
  n === 1 ? 'Looked at by itself' : `With ${n} measures looked at together`;

function chance(p: number): string {
  if (p < 0.001) return 'fewer than 1 of 1,000 such comparisons';
  const of = p < 0.01 ? 1000 : 100;
  return `${Math.max(1, Math.round(p * of))} of ${of.toLocaleString('en-GB')} such comparisons`;
}

/** What changed, in one sentence; in one before it what was agreed, where that did not. */
export function headline(rows: readonly Difference[], agreed: QuantityId | null = null): string {
  if (!rows.length) return 'Choose swings for both sides.';
  const own = rows.find((d) => d.measure === agreed);
  return own && rows.length > 1 && !isReal(own)
    ? `${wordsOf(own.measure)}: ${verdict(own)}. ${changedWords(rows.filter((d) => d !== own))}`
    : changedWords(rows);
}

function changedWords(rows: readonly Difference[]): string {
  const real = rows.filter(isReal);
  const one = (d: Difference): string => movedBy(d, wordsOf(d.measure));
  if (real.length) {
    const named = real.slice(0, 2).map(one).join(', ');
    const rest = real.length > 2 ? `, and ${real.length - 2} more` : '';
    return `${real.length === 1 ? 'One real change' : `${real.length} real changes`}: ${named}${rest}.`;
  }
  const few = rows.filter((d) => d.change?.word === 'too few swings to tell');
  if (few.length) {
    const counts = few.flatMap((d) => d.change?.enoughAt ?? []);
    return `No real change yet${counts.length ? `; ${Math.min(...counts)} swings on each side would tell the first` : ''}.`;
  }
  return rows.some((d) => d.change)
    ? 'Nothing changed that matters.'
    : 'Two swings: within what this pupil usually does.';
}
