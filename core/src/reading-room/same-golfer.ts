import { VilkoError } from '../error.js';
import { random, type SwingParameter } from '../golfer/index.js';
import type { Random } from '../golfer/random.js';
import { numberOf } from '../measures/measure.js';
import { type MeasureId, worthOf } from '../measures/registry.js';
import type { ClubClass } from '../recording/recording.js';
import { DIFFICULTY, nearest, SHOWN_ON } from './difficulty.js';
import { type Asked, type ItemWish, TRIES } from './exercise.js';
import { drawn, eitherHand, pick } from './lots.js';
import { BUILDS, readSwing, type ReadSwing } from './read-swing.js';
import type { Choice } from './score.js';

export const ONE_GOLFER = 'one';
export const TWO_GOLFERS = 'two';

/** Two swings with two clubs, by one golfer or by two. */
export interface SameGolferItem extends Asked {
  readonly swings: readonly [ReadSwing, ReadSwing];
}

/** What golfers keep from club to club. */
const KEPT = [
  'leadAddress',
  'trailMax',
  'trailMaxPhase',
  'topGive',
  'leadP7',
  'fwdAddress',
  'fwdP3',
  'leadFwdDown',
  'back',
  'down',
] as const satisfies readonly SwingParameter[];
/** Clubs that two swings are made with. */
const CLUBS: readonly (readonly [ClubClass, ClubClass])[] = [
  ['iron', 'wedge'],
  ['iron', 'wood'],
  ['wood', 'driver'],
];
/** A golfer's own swings differ by this part of what golfers differ by. */
const OWN = 0.25;

type Tendencies = Record<(typeof KEPT)[number], number>;
const somebody = (rng: Random, apart: number): Tendencies =>
  Object.fromEntries(KEPT.map((k) => [k, apart * Math.max(-2, Math.min(2, rng.normal()))])) as Tendencies;

/**
 * An item of *Same golfer?*: two swings, two clubs, one device. One golfer keeps what golfers keep; two differ in it
 * as golfers of the field do. The same wish gives the same item.
 * @throws VilkoError when no two swings can be made of the wish
 */
export function sameGolferItem({ seed, difficulty: wished }: ItemWish): SameGolferItem {
  const rng = random(seed);
  const truth = rng.uniform() < 0.5 ? ONE_GOLFER : TWO_GOLFERS;
  const ways = DIFFICULTY.golfers.flatMap(({ apart, points }) =>
    SHOWN_ON.filter((on) => on.clubChannels).map((on) => ({ ...on, apart, points: points + on.points })),
  );
  for (let attempt = 0; attempt < TRIES; attempt++) {
    const { device, apart, points } = nearest(rng, ways, wished);
    const clubs = drawn(rng, pick(rng, CLUBS), 2);
    const handed = eitherHand(rng);
    const who = pick(rng, [0, 1, 2].slice(0, BUILDS.length));
    const first = somebody(rng, apart);
    const people = [first, truth === ONE_GOLFER ? first : somebody(rng, apart)];
    const swings = people.map((tendencies, i) =>
      readSwing({
        ...{ device, handed, who, club: clubs[i]!, seed: seed + 7919 * attempt + 31 * i },
        style: { spread: OWN, tendencies },
      }),
    );
    if (!swings[0] || !swings[1]) continue;
    const options = [ONE_GOLFER, TWO_GOLFERS];
    return { seed, difficulty: points, options, truth, swings: [swings[0], swings[1]] };
  }
  throw new VilkoError('bad-option', `no two swings of seed ${seed} can be compared`);
}

/** Measures that a club changes little. */
export const KEPT_MEASURES = [
  'share.lead.address',
  'load.trail.max',
  'share.lead.p4',
  'foot.lead.fwd.address',
  'foot.trail.fwd.p3',
  'tempo.back',
  'tempo.down',
] as const satisfies readonly MeasureId[];
/** Worths by which they differ on average between swings of one golfer and of two: in the middle one cannot tell. */
const MIDDLE = 1;
const SURE = 0.7;

/** How far two swings lie apart: the mean of their differences in worths over what a club changes little. */
export function apartBy([a, b]: SameGolferItem['swings']): number {
  const apart = KEPT_MEASURES.flatMap((id) => {
    const [x, y] = [a, b].map((s) => numberOf(s.deep.swings[0]!.measures[id]));
    return typeof x === 'number' && typeof y === 'number' ? [Math.abs(x - y) / worthOf(id)!] : [];
  });
  return apart.reduce((s, v) => s + v, 0) / Math.max(1, apart.length);
}

/** What the numbers say of two swings. */
export const vilkoMatches = ({ swings }: SameGolferItem): Choice => ({
  said: apartBy(swings) < MIDDLE ? ONE_GOLFER : TWO_GOLFERS,
  sure: SURE,
});
