import { unitFactor } from '../recording/units.js';
import { BALL_QUANTITIES, type QuantityId, type ValueOf } from '../measures/quantity.js';
import { counted, difference as sizeOf } from '../words/amounts.js';
import { type Difference, differencesOf, type SideOf } from './differences.js';

/** What is looked at after any change, wanted or not (judging.md §4): the swing and its beat, its forces, the ball. */
export const BY_PRODUCTS: readonly QuantityId[] = [
  'club.back',
  'tempo.ratio',
  'tempo.back',
  'force.up.peak',
  'torque.turn.peak',
  'path.length.down',
  ...BALL_QUANTITIES.map((q) => q.id),
];

/**
 * How two sets differ in what nobody aimed at, corrected over these alone; worst first.
 * @param without what is compared elsewhere already
 */
export const byProducts = (
  before: readonly ValueOf[],
  after: readonly ValueOf[],
  without: readonly QuantityId[],
  usual: readonly ValueOf[] = [],
): Difference[] =>
  differencesOf(
    before,
    after,
    BY_PRODUCTS.filter((id) => !without.includes(id)),
    { usual },
  );

/** A difference in another unit of the same kind; units differ by a factor alone. */
export function differenceIn(d: Difference, unit: string): Difference {
  if (unit === d.unit) return d;
  const by = unitFactor(d.unit, unit);
  const side = (s: SideOf): SideOf => ({ n: s.n, mean: by * s.mean, sd: s.sd === null ? null : by * s.sd });
  const pair = ([x, y]: readonly [number, number]): [number, number] => [by * x, by * y];
  return {
    ...d,
    unit,
    worth: by * d.worth,
    before: side(d.before),
    after: side(d.after),
    difference: by * d.difference,
    usual: d.usual && { ...d.usual, least: by * d.usual.least },
    change: d.change && {
      ...d.change,
      mean: pair(d.change.mean),
      sd: pair(d.change.sd),
      difference: by * d.change.difference,
      interval: pair(d.change.interval),
    },
  };
}

/** Whether a difference is more than chance or the usual spread. */
export const isReal = (d: Difference): boolean =>
  d.change?.word === 'real change' || d.usual?.word === 'beyond their usual spread';

/** A difference as it is said in a row: "Carry up 6 m". */
export const movedBy = (d: Difference, words: string): string =>
  `${words} ${d.difference > 0 ? 'up' : 'down'} ${sizeOf(d.difference, d.unit)}`;

/** How the ball was struck: "struck in the centre 2 of 6, now 5 of 6 balls"; nothing where it was not said. */
export function strikeWords(before: readonly (string | null)[], after: readonly (string | null)[]): string {
  const [a, b] = [before, after].map((side) => side.filter((s) => s !== null));
  if (!a!.length || !b!.length) return '';
  const centre = (side: readonly (string | null)[]): number => side.filter((s) => s === 'centre').length;
  return `struck in the centre ${centre(a!)} of ${a!.length}, now ${centre(b!)} of ${counted(b!.length, 'ball')}`;
}
