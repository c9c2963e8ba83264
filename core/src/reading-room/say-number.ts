import { VilkoError } from '../error.js';
import { type FaultStrength, random, SIMULATED_FAULTS } from '../golfer/index.js';
import { type Measures, numberOf } from '../measures/measure.js';
import { type MeasureId, measureRow } from '../measures/registry.js';
import { DIFFICULTY, nearest, SHOWN_ON } from './difficulty.js';
import { type Asked, type ItemWish, TRIES } from './exercise.js';
import { eitherHand, pick } from './lots.js';
import { NEAR_ENOUGH } from './number-options.js';
import { readSwing, type ReadSwing } from './read-swing.js';

/** Numbers that a plan of the feet shows to who looks: where the ruler begins and ends, in the measure's unit. */
export const SAID_NUMBERS = [
  { measure: 'share.lead.address', from: 30, to: 70 },
  { measure: 'share.lead.p4', from: 0, to: 70 },
  { measure: 'share.lead.p7', from: 30, to: 100 },
  { measure: 'load.trail.max', from: 40, to: 100 },
  { measure: 'path.length.down', from: 0, to: 400 },
  { measure: 'path.angle.p7', from: -90, to: 90 },
  { measure: 'tempo.back', from: 500, to: 1300 },
  { measure: 'tempo.down', from: 150, to: 450 },
] as const satisfies readonly { readonly measure: MeasureId; readonly from: number; readonly to: number }[];

/** A swing of which one number is hidden; nothing is chosen, so nothing is offered. */
export interface SayNumberItem extends Asked, ReadSwing {
  readonly measure: MeasureId;
  readonly unit: string;
  /** Smallest difference that matters, in the unit. */
  readonly worth: number;
  readonly from: number;
  readonly to: number;
  /** What was measured. */
  readonly number: number;
  /** Part of who says any number of the ruler that is near enough. */
  readonly chance: number;
}

/** What is asked of a number. */
export type HiddenNumber = Pick<SayNumberItem, 'measure' | 'unit' | 'worth' | 'from' | 'to' | 'number' | 'chance'>;

/** A number that was measured and lies on its ruler; null where it does not. */
export function hiddenNumber(
  measures: Measures,
  { measure, from, to }: (typeof SAID_NUMBERS)[number],
): HiddenNumber | null {
  const number = numberOf(measures[measure]);
  if (number === null || number < from || number > to) return null;
  const { unit, worth } = measureRow(measure);
  return { measure, unit, worth: worth!, from, to, number, chance: (2 * NEAR_ENOUGH * worth!) / (to - from) };
}

const FAULTED = 0.6;

/**
 * An item of *Say the number*: a share, a time, an angle or a length is hidden; it is seen from the plan, and played as
 * fast as it was. The same wish gives the same item.
 * @throws VilkoError when no swing gives a number
 */
export function sayNumberItem({ seed, difficulty: wished }: ItemWish): SayNumberItem {
  const rng = random(seed);
  for (let attempt = 0; attempt < TRIES; attempt++) {
    const { device, clubChannels, points } = nearest(
      rng,
      SHOWN_ON.map((on) => ({ ...on, points: DIFFICULTY.number + on.points })),
      wished,
    );
    const row = pick(rng, SAID_NUMBERS);
    const fault = pick(rng, Object.keys(SIMULATED_FAULTS));
    const faulted = rng.uniform() < FAULTED;
    const strength = pick(rng, ['medium', 'strong'] as const satisfies readonly FaultStrength[]);
    const club = (faulted ? SIMULATED_FAULTS[fault]!.club : undefined) ?? pick(rng, ['iron', 'driver', 'wedge']);
    const read = readSwing({
      ...{ device, clubChannels, club, handed: eitherHand(rng), seed: seed + 7919 * attempt },
      ...(faulted ? { fault, strength } : {}),
    });
    const hidden = read && hiddenNumber(read.deep.swings[0]!.measures, row);
    if (!read || !hidden) continue;
    return { seed, ...read, options: [], truth: '', difficulty: points, ...hidden };
  }
  throw new VilkoError('bad-option', `no swing of seed ${seed} gives a number to be said`);
}

/** Whether a number was said near enough to the truth to count as read. */
export const nearEnough = (said: number, { number, worth }: Pick<SayNumberItem, 'number' | 'worth'>): boolean =>
  Math.abs(said - number) <= NEAR_ENOUGH * worth;
