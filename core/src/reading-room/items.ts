import { type BallAgreesItem, ballAgreesItem, vilkoAsksTheBall } from './ball-agrees.js';
import { type BeforeTraceItem, beforeTraceItem } from './before-trace.js';
import { type ChooseDrillItem, chooseDrillItem, vilkoChooses } from './choose-drill.js';
import type { Exercise, ItemWish } from './exercise.js';
import { type FirstCauseItem, firstCauseItem, type FirstCauseWish, vilkoReads } from './first-cause.js';
import { type RealOrNoiseItem, realOrNoiseItem, vilkoCompares } from './real-or-noise.js';
import { type SameGolferItem, sameGolferItem, vilkoMatches } from './same-golfer.js';
import { type SayNumberItem, sayNumberItem } from './say-number.js';
import type { Choice } from './score.js';
import { type WhichFirstItem, whichFirstItem, vilkoFirst } from './which-first.js';

/** Items by their exercise. */
export interface Items {
  readonly 'first-cause': FirstCauseItem;
  readonly 'say-number': SayNumberItem;
  readonly 'before-trace': BeforeTraceItem;
  readonly 'which-first': WhichFirstItem;
  readonly 'real-or-noise': RealOrNoiseItem;
  readonly 'same-golfer': SameGolferItem;
  readonly 'ball-agrees': BallAgreesItem;
  readonly 'choose-drill': ChooseDrillItem;
}

/** How an exercise makes its items, and what Vilko says of them; null where it has nothing to go by. */
interface Maker<I> {
  readonly make: (wish: FirstCauseWish) => I;
  readonly vilko: ((item: I) => Choice) | null;
}

export const MAKERS: { readonly [E in Exercise]: Maker<Items[E]> } = {
  'first-cause': { make: firstCauseItem, vilko: vilkoReads },
  'say-number': { make: sayNumberItem, vilko: null },
  'before-trace': { make: beforeTraceItem, vilko: null },
  'which-first': { make: whichFirstItem, vilko: vilkoFirst },
  'real-or-noise': { make: realOrNoiseItem, vilko: vilkoCompares },
  'same-golfer': { make: sameGolferItem, vilko: vilkoMatches },
  'ball-agrees': { make: ballAgreesItem, vilko: vilkoAsksTheBall },
  'choose-drill': { make: chooseDrillItem, vilko: vilkoChooses },
};

/** An item of an exercise. @throws VilkoError when nothing can be made of the wish */
export const itemOf = <E extends Exercise>(exercise: E, wish: ItemWish & FirstCauseWish): Items[E] =>
  MAKERS[exercise].make(wish);
