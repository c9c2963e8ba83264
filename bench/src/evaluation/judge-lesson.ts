import { analyse, bandsFor, measureRow, patternOf, runsOf, seriesOf, valuesOf } from '@vilko/core';
import { HEALTHY, random, simulate } from '@vilko/core/golfer';

/** What happens to the golfer within a simulated lesson. */
export const LESSONS = ['no step', 'one step', 'two steps', 'drift'] as const;
export type LessonKind = (typeof LESSONS)[number];

/** One simulated lesson: what happened in it, and where it was cut. */
export interface JudgedLesson {
  readonly kind: LessonKind;
  readonly cuts: readonly number[];
  /** Where it should have been. */
  readonly steps: readonly number[];
  readonly drifted: boolean;
}

/** Swings of a run. */
const RUN = 6;
/** Agreed in each of them. */
const AGREED = 'share.lead.p7';
/** A golfer's own swings differ by this part of what golfers differ by. */
const OWN = 0.3;
/** A step in worths; what a drift adds up to in points. */
const STEP = 2;
const DRIFT = 8;

/** What is added to the lead share at impact, in points, swing by swing. */
function shiftsOf(kind: LessonKind): { readonly points: readonly number[]; readonly steps: readonly number[] } {
  const step = STEP * measureRow(AGREED).worth!;
  const run = (points: number): number[] => Array<number>(RUN).fill(points);
  if (kind === 'one step') return { points: [...run(-step), ...run(0)], steps: [RUN] };
  if (kind === 'two steps') return { points: [...run(-2 * step), ...run(-step), ...run(0)], steps: [RUN, 2 * RUN] };
  const n = 2 * RUN;
  const drift = kind === 'drift' ? DRIFT : 0;
  return { points: Array.from({ length: n }, (_, i) => (drift * i) / (n - 1) - drift), steps: [] };
}

const { sd } = HEALTHY.leadP7;
/** SD of the lead share at impact on that side of its middle, points: golfers spread farther down than up. */
const sdOf = (x: number): number => (typeof sd === 'number' ? sd : x < 0 ? sd.down : sd.up);
/** Points from the middle, of a tendency in SD, and back: a step is as large wherever a golfer stands. */
const pointsOf = (tendency: number): number => tendency * sdOf(tendency);
const tendencyOf = (points: number): number => points / sdOf(points);

/** A lesson of a healthy golfer who changes at impact as told, cut as the application cuts it. */
export function judgeLesson(seed: number, kind: LessonKind): JudgedLesson {
  const { points, steps } = shiftsOf(kind);
  const rng = random(seed);
  const own = { leadAddress: rng.normal(), trailMax: rng.normal() };
  const usual = pointsOf(0.5 * rng.normal());
  const swings = points.flatMap((p, i) => {
    const tendencies = { ...own, leadP7: tendencyOf(usual + p) };
    const { recording } = simulate({ device: 'plates', seed: 100 * seed + i, style: { spread: OWN, tendencies } });
    return analyse(recording).swings.slice(0, 1);
  });
  const ids = bandsFor(patternOf('common-ground'), 'iron').map((b) => b.measure);
  const found = runsOf(seriesOf(swings.map((s) => valuesOf(s.measures)), [AGREED, ...ids]), AGREED); // prettier-ignore
  return { kind, steps, cuts: found.steps.map((s) => s.at), drifted: found.drifted !== null };
}
