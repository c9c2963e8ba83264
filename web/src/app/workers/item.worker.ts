/// <reference lib="webworker" />
import { VilkoError } from '@vilko/core/error';
import { patternOf } from '@vilko/core/patterns/library';
import {
  type FirstCauseItem,
  firstCauseItem,
  type FirstCauseWish,
  vilkoReads,
} from '@vilko/core/reading-room/first-cause';
import type { Choice } from '@vilko/core/reading-room/score';
import { swingTraces } from '@vilko/core/traces/swing-traces';
import { type ReadView, viewOf } from './read-view';

/** What is wished for, under a number by which its answer is known. */
export interface ItemQuestion {
  readonly id: number;
  readonly wish: FirstCauseWish;
}
/** An item as it is shown, with the truth and what Vilko itself says. */
export interface ShownItem extends Pick<
  FirstCauseItem,
  'seed' | 'device' | 'handed' | 'club' | 'options' | 'truth' | 'difficulty'
> {
  readonly pair: FirstCauseWish['pair'] | null;
  readonly view: ReadView;
  readonly vilko: Choice;
}
export type ItemAnswer = { readonly id: number } & ({ readonly item: ShownItem } | { readonly refused: string });

const PATTERN = 'common-ground';

addEventListener('message', ({ data: { id, wish } }: MessageEvent<ItemQuestion>) => {
  try {
    const item = firstCauseItem(wish);
    const { seed, device, handed, club, options, truth, difficulty, deep, recording } = item;
    const view = viewOf(swingTraces(deep, 0), {
      id: `item ${seed}`,
      club,
      by: { pattern: patternOf(PATTERN) },
      options: { handed, ...(recording.stated?.stature ? { stature: recording.stated.stature } : {}) },
      marks: {},
    });
    const shown: ShownItem = {
      ...{ seed, device, handed, club, options, truth, difficulty },
      ...{ pair: wish.pair ?? null, view, vilko: vilkoReads(item) },
    };
    postMessage({ id, item: shown } satisfies ItemAnswer, view.mat ? [view.mat.frames.buffer] : []);
  } catch (e) {
    const refused = e instanceof VilkoError ? e.message : 'no swing could be made';
    postMessage({ id, refused } satisfies ItemAnswer);
  }
});
