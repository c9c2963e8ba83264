import type { EventName } from '../events/event.js';
import { FEET, type FootName } from '../ground/foot-outline.js';
import { at } from '../signal/series.js';
import { type SwingContext, timeOfEvent } from './context.js';
import { absent, type Reading, reading } from './measure.js';
import { measure, partOf, shortly, whenWords } from './row.js';

/** The quarters of both feet, in the order in which they are named. */
export const QUARTERS = ['lead toe', 'lead heel', 'trail toe', 'trail heel'] as const;
export type Quarter = (typeof QUARTERS)[number];

const NO_FEET = 'the feet cannot be told apart';
const FORMULA = 'Σ cells forward of the middle of the foot; else load × forward position';

/** In which quarter of the feet most of the load lies. */
export const QUARTER_ROWS = (['p3', 'p4', 'p5', 'p7'] as const).map((p) =>
  measure({
    id: `quad.${p}`,
    unit: 'name',
    part: partOf(p),
    words: `Quarter, ${shortly(p)}`,
    definition: `The quarter of both feet with the greatest load ${whenWords(p)}.`,
    formula: FORMULA,
    signals: ['loads', 'feet', 'cells'],
    events: [p],
    devices: 'quarters',
    worth: null,
    at: p,
    of: (c) => greatestQuarter(c, p),
  }),
);

function greatestQuarter(c: SwingContext, p: EventName): Reading {
  if (!c.foot) return absent(NO_FEET);
  const shares = quartersAt(c, timeOfEvent(c, p));
  if (!shares) return absent(`undefined at ${p.toUpperCase()}: too little load`);
  return reading(
    QUARTERS.reduce((most, q) => (shares[q] > shares[most] ? q : most)),
    null,
  );
}

/**
 * Part of the load of both feet in each quarter at a time, % (measuring.md §6): on a mat by its cells forward of the
 * middle of each foot, else each foot's load by how far forward it lies. A foot off the ground counts nothing.
 * @returns null where nothing stands there, or the feet cannot be told apart
 */
export function quartersAt(c: SwingContext, t: number): Record<Quarter, number> | null {
  if (!c.foot) return null;
  const loads = FEET.map((f) => [f, ...footAt(c, f, t)] as const);
  const total = loads.reduce((sum, [, toe, heel]) => sum + toe + heel, 0);
  if (!(total > 0)) return null;
  return Object.fromEntries(
    loads.flatMap(([f, toe, heel]) => [
      [`${f} toe`, (100 * toe) / total],
      [`${f} heel`, (100 * heel) / total],
    ]),
  ) as Record<Quarter, number>;
}

/** A foot's load on its forward half and on the other one. */
function footAt(c: SwingContext, foot: FootName, t: number): readonly [number, number] {
  const { toe, fwd } = c.foot![foot];
  if (toe) {
    const [forward, load] = [at(toe.forward, t), at(toe.load, t)];
    return load > 0 ? [forward, Math.max(0, load - forward)] : [0, 0];
  }
  const [load, position] = [at(c.signals.up[foot], t), at(fwd, t) / 100];
  return load > 0 && Number.isFinite(position) ? [load * position, load * (1 - position)] : [0, 0];
}
