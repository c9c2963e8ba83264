/// <reference lib="webworker" />
import { VilkoError } from '@vilko/core/error';
import { patternOf } from '@vilko/core/patterns/library';
import type { Asked, Exercise } from '@vilko/core/reading-room/exercise';
import type { FirstCauseWish } from '@vilko/core/reading-room/first-cause';
import { itemOf, MAKERS } from '@vilko/core/reading-room/items';
import { panelSays } from '@vilko/core/reading-room/panel';
import type { ReadSwing } from '@vilko/core/reading-room/read-swing';
import type { ReadDevice } from '@vilko/core/reading-room/difficulty';
import type { OwnExercise } from '@vilko/core/reading-room/own-exercises';
import { apartBy } from '@vilko/core/reading-room/same-golfer';
import { swingTraces } from '@vilko/core/traces/swing-traces';
import { type ReadView, viewOf } from './read-view';
import { ownShown, type OwnWish } from './own-shown';
import type { ShownBase, ShownItem, ShownSwing } from './shown-item';

/** What is wished for, under a number by which its answer is known. */
export type ItemQuestion = { readonly id: number } & (
  | { readonly exercise: Exercise; readonly wish: FirstCauseWish }
  | { readonly exercise: OwnExercise; readonly own: OwnWish }
);
/** Null: the swing does not give such an item. */
export type ItemAnswer = { readonly id: number } & ({ readonly item: ShownItem | null } | { readonly refused: string });

const PATTERN = 'common-ground';

function viewedAs({ deep, recording, handed, club }: ReadSwing, id: string): ReadView {
  return viewOf(swingTraces(deep, 0), {
    ...{ id, club, by: { pattern: patternOf(PATTERN) }, marks: {} },
    options: { handed, ...(recording.stated?.stature ? { stature: recording.stated.stature } : {}) },
  });
}
const swingOf = (s: ReadSwing, id: string): ShownSwing<ReadDevice> => ({
  ...{ device: s.device, handed: s.handed, club: s.club, view: viewedAs(s, id) },
});

/** What is known of an item before its pictures. */
function baseOf<E extends Exercise>(exercise: E, wish: FirstCauseWish) {
  const item = itemOf(exercise, wish);
  const { seed, difficulty, options, truth }: Asked = item;
  const base: ShownBase = {
    ...{ seed, difficulty, options, truth, vilko: MAKERS[exercise].vilko?.(item) ?? null },
    panel: options.length ? panelSays(item) : [],
    own: null,
  };
  return { item, base };
}

const SHOWN: { readonly [E in Exercise]: (wish: FirstCauseWish) => ShownItem } = {
  'first-cause': (wish) => {
    const { item, base } = baseOf('first-cause', wish);
    const pair = wish.pair ?? null;
    return { exercise: 'first-cause', ...base, ...swingOf(item, `item ${item.seed}`), pair };
  },
  'say-number': (wish) => {
    const { item, base } = baseOf('say-number', wish);
    const { measure, unit, worth, from, to, number, chance } = item;
    const asked = { measure, unit, worth, from, to, number, chance };
    return { exercise: 'say-number', ...base, ...swingOf(item, `item ${item.seed}`), ...asked };
  },
  'before-trace': (wish) => {
    const { item, base } = baseOf('before-trace', wish);
    const { film, impact } = item;
    return { exercise: 'before-trace', ...base, ...swingOf(item, `item ${item.seed}`), film, impact };
  },
  'which-first': (wish) => {
    const { item, base } = baseOf('which-first', wish);
    return { exercise: 'which-first', ...base, ...swingOf(item, `item ${item.seed}`) };
  },
  'real-or-noise': (wish) => {
    const { item, base } = baseOf('real-or-noise', wish);
    const { measure, worth, before, after } = item;
    return { exercise: 'real-or-noise', ...base, measure, worth, before, after };
  },
  'same-golfer': (wish) => {
    const { item, base } = baseOf('same-golfer', wish);
    const [a, b] = item.swings;
    return {
      ...{ exercise: 'same-golfer', ...base },
      swings: [swingOf(a, `item ${item.seed} a`), swingOf(b, `item ${item.seed} b`)],
      apart: apartBy(item.swings),
    };
  },
  'ball-agrees': (wish) => {
    const { item, base } = baseOf('ball-agrees', wish);
    const { fault, ball } = item;
    return { exercise: 'ball-agrees', ...base, ...swingOf(item, `item ${item.seed}`), fault, ball };
  },
  'choose-drill': (wish) => {
    const { item, base } = baseOf('choose-drill', wish);
    return { exercise: 'choose-drill', ...base, pupil: item.pupil };
  },
};

addEventListener('message', ({ data: q }: MessageEvent<ItemQuestion>) => {
  const { id } = q;
  try {
    postMessage({
      id,
      item: 'own' in q ? ownShown(q.exercise, q.own) : SHOWN[q.exercise](q.wish),
    } satisfies ItemAnswer);
  } catch (e) {
    const refused = e instanceof VilkoError ? e.message : 'no swing could be made';
    postMessage({ id, refused } satisfies ItemAnswer);
  }
});
