import { VilkoError } from '../error.js';
import { ballAnswer, type BallReadings } from '../faults/ball.js';
import { FAULTS } from '../faults/catalogue.js';
import { random, shotOf, SIMULATED_FAULTS } from '../golfer/index.js';
import { planSwing } from '../golfer/swing-plan.js';
import { DIFFICULTY, nearest, SHOWN_ON } from './difficulty.js';
import { type Asked, type ItemWish, TRIES } from './exercise.js';
import { eitherHand, pick } from './lots.js';
import { readSwing, type ReadSwing } from './read-swing.js';
import type { Choice } from './score.js';

export const BALL_AGREES = 'agrees';
export const BALL_OTHERWISE = 'otherwise';

/** A swing with what the rules find in it, and a ball: of such a swing, or of a healthy one. */
export interface BallAgreesItem extends Asked, ReadSwing {
  readonly fault: string;
  readonly ball: BallReadings;
}

/** Faults that a ball can tell of, which the simulated golfer can have. */
const TOLD = FAULTS.filter((f) => f.ballSigns?.length && SIMULATED_FAULTS[f.id]).map((f) => f.id);

/**
 * An item of *Does the ball agree?*: the first cause is named; the ball is one of such a swing, or of a healthy one.
 * What a ball of either says by chance is left out. The same wish gives the same item.
 * @throws VilkoError when no swing and ball can be made of the wish
 */
export function ballAgreesItem({ seed, difficulty: wished }: ItemWish): BallAgreesItem {
  const rng = random(seed);
  const truth = rng.uniform() < 0.5 ? BALL_AGREES : BALL_OTHERWISE;
  const ways = SHOWN_ON.map((on) => ({ ...on, points: DIFFICULTY.ball + on.points }));
  for (let attempt = 0; attempt < TRIES * TRIES; attempt++) {
    const { device, clubChannels, points } = nearest(rng, ways, wished);
    const fault = pick(rng, TOLD);
    const club = SIMULATED_FAULTS[fault]!.club ?? pick(rng, ['iron', 'driver', 'wedge'] as const);
    // the ball is asked first: it costs nothing
    const faults = truth === BALL_AGREES ? [{ fault, strength: 'strong' as const }] : [];
    const ball: BallReadings = { ...shotOf(planSwing(random(seed + attempt), { club, faults }, 0), rng) };
    if (ballAnswer(fault, ball, club) !== (truth === BALL_AGREES ? 'the ball agrees' : 'the ball says otherwise'))
      continue;
    const read = readSwing({
      ...{ device, clubChannels, club, handed: eitherHand(rng), seed: seed + attempt },
      ...{ fault, strength: 'strong' },
    });
    if (!read?.judgement.findings.some((f) => f.main && f.fault === fault)) continue;
    const options = [BALL_AGREES, BALL_OTHERWISE];
    return { seed, ...read, difficulty: points, options, truth, fault, ball };
  }
  throw new VilkoError('bad-option', `no ball of seed ${seed} says what was wished`);
}

const SURE = 0.9;

/** What the rules say of a ball beside the finding that is named. */
export const vilkoAsksTheBall = ({ fault, ball, club }: Pick<BallAgreesItem, 'fault' | 'ball' | 'club'>): Choice => ({
  said: ballAnswer(fault, ball, club) === 'the ball agrees' ? BALL_AGREES : BALL_OTHERWISE,
  sure: SURE,
});
