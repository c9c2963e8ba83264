import { ballAnswer, type BallReadings } from '../faults/ball.js';
import type { Judgement } from '../faults/judge.js';
import { random } from '../golfer/index.js';
import type { Random } from '../golfer/random.js';
import type { Measures } from '../measures/measure.js';
import type { ClubClass } from '../recording/recording.js';
import { BALL_AGREES, BALL_OTHERWISE, vilkoAsksTheBall } from './ball-agrees.js';
import type { Asked } from './exercise.js';
import { optionsOf, vilkoReads } from './first-cause.js';
import { drawn } from './lots.js';
import { HEALTHY_SWING } from './options.js';
import type { OwnExercise } from './own-exercises.js';
import { type HiddenNumber, hiddenNumber, SAID_NUMBERS } from './say-number.js';
import type { Choice } from './score.js';
import { vilkoFirst } from './which-first.js';

/** A swing of the house as it is asked about: what it shows, and what somebody who teaches has said it is. */
export interface OwnSwing {
  readonly seed: number;
  readonly club: ClubClass;
  readonly measures: Measures;
  readonly judgement: Pick<Judgement, 'findings' | 'cannotJudge'>;
  /** The finding that was confirmed, or `healthy`. */
  readonly label: string;
  /** What the ball did; null where nobody said. */
  readonly ball: BallReadings | null;
}

/** What is asked of such a swing; how hard it is nobody knows. */
type OwnAsked = Omit<Asked, 'difficulty'> & { readonly vilko: Choice | null };
/** Items from the house's own swings by their exercise. */
export interface OwnItems {
  readonly 'first-cause': OwnAsked;
  readonly 'say-number': OwnAsked & HiddenNumber;
  readonly 'which-first': OwnAsked;
  readonly 'ball-agrees': OwnAsked & { readonly fault: string; readonly ball: BallReadings };
}

type Maker<E extends OwnExercise> = (rng: Random, s: OwnSwing) => OwnItems[E] | null;

const firstCause: Maker<'first-cause'> = (rng, { seed, label, judgement }) => {
  const fault = label === HEALTHY_SWING ? null : label;
  const asked = optionsOf(rng, { kind: fault ? 'fault' : 'healthy', fault }, judgement);
  return asked && { seed, ...asked, vilko: vilkoReads({ judgement, ...asked }) };
};

/** What was measured needs no label. */
const sayNumber: Maker<'say-number'> = (rng, { seed, measures }) => {
  for (const row of drawn(rng, SAID_NUMBERS, SAID_NUMBERS.length)) {
    const hidden = hiddenNumber(measures, row);
    if (hidden) return { seed, options: [], truth: '', vilko: null, ...hidden };
  }
  return null;
};

/** What was confirmed, and a finding of the same swing that comes from it. */
const whichFirst: Maker<'which-first'> = (rng, { seed, label, judgement }) => {
  const led = judgement.findings.filter((f) => f.consequenceOf === label).map((f) => f.fault);
  const [second] = drawn(rng, led, 1);
  if (second === undefined) return null;
  const options = drawn(rng, [label, second], 2);
  return { seed, options, truth: label, vilko: vilkoFirst({ judgement, options }) };
};

const ballAgrees: Maker<'ball-agrees'> = (_, { seed, club, label: fault, ball }) => {
  const answer = ballAnswer(fault, ball, club);
  if (!ball || answer === 'no ball data') return null;
  const truth = answer === 'the ball agrees' ? BALL_AGREES : BALL_OTHERWISE;
  return {
    ...{ seed, options: [BALL_AGREES, BALL_OTHERWISE], truth },
    ...{ vilko: vilkoAsksTheBall({ fault, ball, club }), fault, ball },
  };
};

const OWN_MAKERS: { readonly [E in OwnExercise]: Maker<E> } = {
  'first-cause': firstCause,
  'say-number': sayNumber,
  'which-first': whichFirst,
  'ball-agrees': ballAgrees,
};

/**
 * An item from a swing of the house (learning.md §4): its truth is what somebody who teaches has confirmed, or what was
 * measured. The same swing and seed give the same item.
 * @returns null where the swing does not give such an item: nothing came of its finding, its ball was not read
 */
export const ownItem = <E extends OwnExercise>(exercise: E, swing: OwnSwing): OwnItems[E] | null =>
  OWN_MAKERS[exercise](random(swing.seed), swing);
