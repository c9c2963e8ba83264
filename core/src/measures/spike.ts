import { at, type Series, visit } from '../signal/series.js';
import { addressSd, FLOOR, hypot, msFrom, type SwingContext, timeOfEvent } from './context.js';
import { absent, type Reading, reading } from './measure.js';
import { measure, once } from './row.js';
import { verticalFloor } from './vertical.js';

/** A smaller one is no spike, %BW. */
const LEAST = 8;
const NONE = 'no peak of the lead foot stands out by 8 %BW around impact';
const ONE_PEAK = {
  part: 'Through',
  formula: 'prominence of 100·Fz/(m·g), its width at half of that',
  signals: ['loads'],
  devices: 'oneFoot',
} as const;

/** A peak: how far it stands out, when, and from when to when it is over half of that. */
interface Spike {
  readonly t: number;
  readonly prominence: number;
  readonly from: number;
  readonly to: number;
}

/** The lead foot's most prominent vertical peak between P5 and P8. */
export const SPIKE = [
  measure({
    id: 'spike.lead.height',
    unit: '%BW',
    words: 'Lead spike, height',
    definition: 'How far the most prominent vertical peak of the lead foot stands out, P5–P8.',
    ...ONE_PEAK,
    events: ['p5', 'p8'],
    worth: 6,
    sized: 'whole',
    of: (c) => ofSpike(c, ({ prominence }) => reading(prominence, Math.SQRT2 * loadU(c))),
  }),
  measure({
    id: 'spike.lead.width',
    unit: 'ms',
    words: 'Lead spike, width',
    definition: 'How long that peak is over half of its height.',
    ...ONE_PEAK,
    events: ['p5', 'p8'],
    worth: 20,
    of: (c) => ofSpike(c, (s) => reading(1000 * (s.to - s.from), widthU(c, s))),
  }),
  measure({
    id: 'spike.lead.ms',
    unit: 'ms',
    words: 'Lead spike, time',
    definition: 'When that peak is, relative to impact.',
    ...ONE_PEAK,
    events: ['p5', 'p7', 'p8'],
    worth: 20,
    time: 'more is later',
    of: (c) => ofSpike(c, (s) => msFrom(c, s.t, 'p7', FLOOR.peakTime)),
  }),
];

const loadU = (c: SwingContext): number => addressSd(c, c.signals.up.lead, verticalFloor(c));

/** How far the noise of the load moves both ends of the width: each by u over the slope there; the top lifts half. */
function widthU(c: SwingContext, { from, to }: Spike): number {
  const { lead } = c.signals.up;
  const end = (t: number): number => {
    const step = 2 / lead.rate;
    const slope = Math.abs(at(lead, t + step) - at(lead, t - step)) / (2 * step);
    return slope > 0 ? Math.min(FLOOR.peakTime, (Math.SQRT2 * loadU(c)) / slope) : FLOOR.peakTime;
  };
  return 1000 * hypot(end(from), end(to), FLOOR.passage);
}

const spikeOf = once((c: SwingContext): Spike | null =>
  mostProminent(c.signals.up.lead, timeOfEvent(c, 'p5'), timeOfEvent(c, 'p8')),
);

function ofSpike(c: SwingContext, of: (s: Spike) => Reading): Reading {
  const s = spikeOf(c);
  return s && s.prominence >= LEAST ? of(s) : absent(NONE);
}

/**
 * The peak that stands out most within [a, b]: over the higher of the two lowest points on the way to something higher,
 * or to the window's end. A maximum on the edge is no peak.
 * @returns null where there is none
 */
export function mostProminent(s: Series, a: number, b: number): Spike | null {
  const t: number[] = [];
  const v: number[] = [];
  visit(s, a, b, (at, value) => {
    t.push(at);
    v.push(value);
  });
  let best: { k: number; prominence: number } | null = null;
  for (let k = 1; k < v.length - 1; k++) {
    // the middle of a level top stands for it
    if (!(v[k]! > v[k - 1]!)) continue;
    let end = k;
    while (end + 1 < v.length && v[end + 1] === v[k]) end++;
    if (end + 1 >= v.length || !(v[end + 1]! < v[k]!)) continue;
    const prominence = v[k]! - Math.max(lowest(v, k, -1), lowest(v, end, 1));
    if (!best || prominence > best.prominence) best = { k: Math.floor((k + end) / 2), prominence };
    k = end;
  }
  if (!best) return null;
  const { k, prominence } = best;
  const half = v[k]! - prominence / 2;
  return {
    t: t[k]!,
    prominence,
    from: crossing(t, v, k, { half, step: -1 }),
    to: crossing(t, v, k, { half, step: 1 }),
  };
}

/** The lowest value from a peak until something higher comes, or the end. */
function lowest(v: readonly number[], k: number, step: 1 | -1): number {
  let low = v[k]!;
  for (let i = k + step; i >= 0 && i < v.length && v[i]! <= v[k]!; i += step) low = Math.min(low, v[i]!);
  return low;
}

/** When the value falls under `half` on one side of a peak. */
function crossing(
  t: readonly number[],
  v: readonly number[],
  k: number,
  { half, step }: { half: number; step: 1 | -1 },
): number {
  let i = k;
  while (i + step >= 0 && i + step < v.length && v[i + step]! >= half) i += step;
  const next = i + step;
  if (next < 0 || next >= v.length) return t[i]!;
  return t[i]! + ((t[next]! - t[i]!) * (v[i]! - half)) / (v[i]! - v[next]!);
}
