import { VilkoError } from '../error.js';
import { type Figure, figureAt, random } from '../golfer/index.js';
import { numberOf } from '../measures/measure.js';
import { DIFFICULTY, nearest } from './difficulty.js';
import { type Asked, type ItemWish, TRIES } from './exercise.js';
import { FILM_RATE } from './film-rate.js';
import { eitherHand, pick } from './lots.js';
import { readSwing, type ReadSwing } from './read-swing.js';

/** What the path may do, in the order in which it is offered. */
export const PATHS = ['back-and-over', 'little-back', 'stays-back', 'over-by-top'] as const;
export type PathTold = (typeof PATHS)[number];

/** Lead share at the top from which the load is over already; at impact up to which it stayed back, %. */
const OVER = 50;
const STAYED = 60;
/** Most on the trail foot, %, up to which little went there. */
const LITTLE = 62;
/** Nearer to one of these than so many points nobody is asked. */
const MARGIN = 2;
/** How long before the club starts the film begins, and how long after impact it ends, s. */
const BEFORE = 0.5;
const AFTER = 0.9;

/** A swing of which only the golfer is seen. */
export interface BeforeTraceItem extends Asked, ReadSwing {
  readonly truth: PathTold;
  /** The golfer as a stick figure, FILM_RATE pictures a second. */
  readonly film: readonly Figure[];
  /** Number of the picture at impact. */
  readonly impact: number;
}

/** Where each path mostly comes from. */
const FROM: Readonly<Record<PathTold, string | null>> = {
  'back-and-over': null,
  'little-back': 'no-load',
  'stays-back': 'hangs-back',
  'over-by-top': 'reversed-load',
};
const HARDER = { strong: 0, medium: 200 } as const;

/** What the path of a swing does by its numbers; null where that lies too near to a border, or a number is missing. */
export function pathOf({ deep }: Pick<ReadSwing, 'deep'>): PathTold | null {
  const { measures } = deep.swings[0]!;
  const [top, impact, back] = (['share.lead.p4', 'share.lead.p7', 'load.trail.max'] as const).map((id) =>
    numberOf(measures[id]),
  );
  if (top === null || impact === null || back === null) return null;
  const borders = [top! - OVER, impact! - STAYED, back! - LITTLE];
  if (borders.some((b) => Math.abs(b) < MARGIN)) return null;
  if (top! > OVER) return 'over-by-top';
  if (impact! < STAYED) return 'stays-back';
  return back! < LITTLE ? 'little-back' : 'back-and-over';
}

/**
 * An item of *Before the trace*: the golfer alone is seen, and the feet as they stand at address; what will the path
 * do? The same wish gives the same item.
 * @throws VilkoError when no swing can be made of the wish
 */
export function beforeTraceItem({ seed, difficulty: wished }: ItemWish): BeforeTraceItem {
  const rng = random(seed);
  const kind = pick(rng, PATHS);
  const ways = (['strong', 'medium'] as const).map((strength) => ({
    strength,
    points: DIFFICULTY.foretold + HARDER[strength],
  }));
  for (let attempt = 0; attempt < TRIES; attempt++) {
    const { strength, points } = nearest(rng, ways, wished);
    const fault = FROM[kind];
    const read = readSwing({
      ...{
        device: 'plates',
        club: 'iron',
        handed: eitherHand(rng),
        seed: seed + 7919 * attempt,
      },
      ...(fault ? { fault, strength } : {}),
    });
    const truth = read && pathOf(read);
    if (!truth) continue;
    const { times, clubStarts } = read.motion.plans[0]!;
    const at = figureAt(read.motion);
    const from = clubStarts - BEFORE;
    const film = Array.from({ length: Math.round((times.p7 + AFTER - from) * FILM_RATE) }, (_, i) =>
      at(from + i / FILM_RATE),
    );
    const impact = Math.round((times.p7 - from) * FILM_RATE);
    return { seed, ...read, options: PATHS, truth, difficulty: points, film, impact };
  }
  throw new VilkoError('bad-option', `no film of seed ${seed} shows what was wished`);
}
