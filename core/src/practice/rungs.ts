import type { Drill } from '../drills/drill.js';
import { LADDER } from '../drills/ladder.js';
import type { MeasureId } from '../measures/registry.js';
import type { SwingKind } from '../recording/recording.js';

/** How the swings of a rung are recorded. */
export interface Rung {
  readonly words: (typeof LADDER)[number];
  readonly kind: SwingKind;
  /** A ball is struck. */
  readonly ball: boolean;
  /** The drill's aid, feel or step is still there: such a swing is an exercise, never compared with ordinary ones. */
  readonly aided: boolean;
}

const KINDS: readonly Omit<Rung, 'words'>[] = [
  { kind: 'slow', ball: false, aided: true },
  { kind: 'full', ball: false, aided: true },
  { kind: 'half', ball: true, aided: true },
  { kind: 'full', ball: true, aided: true },
  { kind: 'full', ball: true, aided: false },
];

/** The five rungs of every drill's ladder, from the first. */
export const RUNGS: readonly Rung[] = LADDER.map((words, i) => ({ words, ...KINDS[i]! }));
export const LAST_RUNG = RUNGS.length - 1;

/** How a drill's swings are tagged on a rung. */
export const tagOn = (rung: Rung): 'exercise' | 'ball' => (rung.aided ? 'exercise' : 'ball');

/** Whether a measure stays valid in a drill's swings on a rung: an aid or a moving foot falsifies the rest. */
export const staysValid = (drill: Drill, rung: Rung, measure: MeasureId): boolean =>
  !rung.aided || !drill.onPlate || drill.onPlate.valid.includes(measure);
