import { mean, variance } from '../compare/statistics.js';
import type { Events } from '../events/event.js';
import type { Measure, SomeMeasures } from '../measures/measure.js';
import { type MeasureId, measureRow } from '../measures/registry.js';
import { againstOrder } from '../patterns/fit.js';
import { bandsFor, type ClubBand, type Tuning } from '../patterns/bands.js';
import type { Pattern } from '../patterns/pattern.js';
import type { ClubClass } from '../recording/recording.js';
import { type Known, neverZ, type Witness } from './strength.js';

/** What a judgement needs of a swing. */
export interface JudgedSwing {
  readonly events: Events;
  readonly measures: SomeMeasures;
}

/** Under what swings are judged. */
export interface Under {
  readonly club: ClubClass;
  readonly pattern: Pattern;
  readonly tuning: Tuning;
}

const inForce = ({ pattern, club, tuning }: Under): ReadonlyMap<MeasureId, ClubBand> =>
  new Map(bandsFor(pattern, club, tuning).map((b) => [b.measure, b]));

const unknown = (reason: string): Known => ({ kind: 'unknown', reason });

/** What one measure says to a fault rule: assumed feet count less, a derived mass not at all. */
function known(id: MeasureId, m: Measure | undefined): Known {
  const row = measureRow(id);
  if (!m || m.value === null) {
    const side = row.never?.find((n) => n.reason === m?.reason)?.fault;
    return side ? { kind: 'never', z: neverZ[side] } : unknown(m?.reason ?? 'not measured');
  }
  if (typeof m.value !== 'number') return unknown('not a number');
  if (m.basis === 'derived') {
    if (row.whenDerived === 'nothing')
      return unknown(row.family === 'mass' ? `only estimated: ${m.reason ?? 'derived'}` : (m.reason ?? 'assumed'));
    if (row.whenDerived !== undefined)
      return { kind: 'value', value: m.value, u: Math.hypot(m.u ?? 0, row.whenDerived) };
  }
  return { kind: 'value', value: m.value, u: m.u ?? 0 };
}

function less(a: Known, b: Known): Known {
  if (a.kind === 'unknown') return a;
  if (b.kind === 'unknown') return b;
  if (a.kind === 'never' || b.kind === 'never') return unknown('one of the two events never came');
  return { kind: 'value', value: a.value - b.value, u: Math.hypot(a.u, b.u) };
}

/** A witness of one swing. */
export function swingWitness(s: JudgedSwing, under: Under, bands = inForce(under)): Witness {
  const about = (id: MeasureId) => known(id, s.measures[id]);
  return {
    ...under,
    bands,
    swings: 1,
    spreadOf: 1,
    topEstimated: s.events.p4?.source === 'estimated',
    about,
    spread: () => unknown('one swing has no spread'),
    difference: (a, b) => less(about(a), about(b)),
    beyond: (m, a, b) => less(about(m), less(about(a), about(b))),
    against: (order) => {
      const v = againstOrder(order, s.measures);
      return v === null
        ? unknown(s.measures['sequence.order']?.reason ?? 'not measured')
        : { kind: 'value', value: v, u: 0 };
    },
  };
}

/** A run of fewer swings has no spread of its own. */
const OWN_SPREAD = 5;

/**
 * A witness of several swings with one club: mean over the swings that have the value, if these are more than half
 * and at least two; u = √(SD²/n + mean(u)²).
 * @param earlier the runs before, where the golfer changed within the lesson
 */
export function setWitness(
  swings: readonly JudgedSwing[],
  under: Under,
  earlier: readonly (readonly JudgedSwing[])[] = [],
): Witness {
  const bands = inForce(under);
  const each = swings.map((s) => swingWitness(s, under, bands));
  // a short last run has too little of a spread of its own: that of the runs before counts with it
  const runs = swings.length < OWN_SPREAD ? [...earlier, swings] : [swings];
  const together = (ask: (w: Witness) => Known): Known => {
    const answers = each.map(ask);
    const values = answers.filter((k) => k.kind === 'value');
    if (values.length > answers.length / 2 && values.length >= 2) return averaged(values);
    const nevers = answers.filter((k) => k.kind === 'never');
    if (nevers.length > answers.length / 2) return nevers[0]!;
    return answers.find((k) => k.kind === 'unknown') ?? unknown('seen in too few of the swings');
  };
  return {
    ...under,
    bands,
    swings: swings.length,
    topEstimated: each.filter((w) => w.topEstimated).length > each.length / 2,
    about: (id) => together((w) => w.about(id)),
    spreadOf: runs.reduce((n, r) => n + r.length, 0),
    spread: (id) => spreadWithin(runs.map((r) => r.map((s) => known(id, s.measures[id])))),
    difference: (a, b) => together((w) => w.difference(a, b)),
    beyond: (m, a, b) => together((w) => w.beyond(m, a, b)),
    against: (order) => together((w) => w.against(order)),
  };
}

function averaged(values: readonly { value: number; u: number }[]): Known {
  const own = values.map((k) => k.value);
  const u = mean(values.map((k) => k.u));
  return { kind: 'value', value: mean(own), u: Math.sqrt(variance(own) / own.length + u * u) };
}

/**
 * SD within runs, pooled over them by their degrees of freedom; u(SD) = SD/√(2 df). Of each run the swings that have
 * the value count, if they are more than half of all and at least two.
 */
function spreadWithin(runs: readonly (readonly Known[])[]): Known {
  const values = runs.map((r) => r.flatMap((k) => (k.kind === 'value' ? [k.value] : [])));
  const [all, have] = [runs.flat(), values.flat().length];
  const own = values.filter((v) => v.length >= 2);
  const df = own.reduce((n, v) => n + v.length - 1, 0);
  if (have <= all.length / 2 || df < 1)
    return all.find((k) => k.kind === 'unknown') ?? unknown('seen in too few of the swings');
  const sd = Math.sqrt(own.reduce((s, v) => s + variance(v) * (v.length - 1), 0) / df);
  return { kind: 'value', value: sd, u: sd / Math.sqrt(2 * df) };
}
