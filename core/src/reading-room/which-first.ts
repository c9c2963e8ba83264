import { VilkoError } from '../error.js';
import { FAULTS } from '../faults/catalogue.js';
import type { Judgement } from '../faults/judge.js';
import { random, SIMULATED_FAULTS } from '../golfer/index.js';
import { DIFFICULTY, nearest, SHOWN_ON } from './difficulty.js';
import { type Asked, type ItemWish, TRIES } from './exercise.js';
import { eitherHand, pick } from './lots.js';
import { readSwing, type ReadSwing } from './read-swing.js';
import type { Choice } from './score.js';

/** A swing with two faults, of which one leads to the other. */
export interface WhichFirstItem extends Asked, ReadSwing {}

/** Faults of which the first leads to the second, both of which the simulated golfer can have at once. */
const PAIRS = FAULTS.flatMap((f) =>
  f.leadsTo.flatMap((to) => {
    const [a, b] = [SIMULATED_FAULTS[f.id], SIMULATED_FAULTS[to]];
    const clubs = new Set([a?.club, b?.club].filter((c) => c));
    return a && b && a.parameter !== b.parameter && clubs.size < 2 ? [[f.id, to] as const] : [];
  }),
);

/**
 * An item of *Which came first*: both faults are there and both are named; which leads to the other? The same wish
 * gives the same item.
 * @throws VilkoError when no device that was drawn shows both
 */
export function whichFirstItem({ seed, difficulty: wished }: ItemWish): WhichFirstItem {
  const rng = random(seed);
  const ways = SHOWN_ON.map((on) => ({ ...on, points: DIFFICULTY.whichFirst + on.points }));
  for (let attempt = 0; attempt < TRIES; attempt++) {
    const [first, second] = pick(rng, PAIRS);
    const { device, clubChannels, points } = nearest(rng, ways, wished);
    const club = SIMULATED_FAULTS[first]!.club ?? SIMULATED_FAULTS[second]!.club ?? 'iron';
    const read = readSwing({
      ...{ device, clubChannels, club, handed: eitherHand(rng), seed: seed + 7919 * attempt },
      ...{ fault: first, strength: 'strong', also: [{ fault: second, strength: 'strong' }] },
    });
    // a pair is asked about only where the device shows both
    const found = new Set(read?.judgement.findings.map((f) => f.fault));
    if (!read || !found.has(first) || !found.has(second)) continue;
    const options = rng.uniform() < 0.5 ? [first, second] : [second, first];
    return { seed, ...read, options, truth: first, difficulty: points };
  }
  throw new VilkoError('bad-option', `no swing of seed ${seed} shows two faults of which one leads to the other`);
}

const SURE = 0.9;
const UNSURE = 0.6;

/** Which of the two the rules name: the main finding, else the one that leads to the other. */
export function vilkoFirst({
  judgement: { findings },
  options,
}: { readonly judgement: Pick<Judgement, 'findings'> } & Pick<WhichFirstItem, 'options'>): Choice {
  const main = findings.find((f) => f.main)?.fault;
  if (main && options.includes(main)) return { said: main, sure: SURE };
  const led = findings.find((f) => f.consequenceOf && options.includes(f.fault))?.fault;
  return { said: options.find((o) => o !== led)!, sure: UNSURE };
}
