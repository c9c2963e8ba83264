import type { BallReadings } from '@vilko/core/faults/ball';
import type { Figure } from '@vilko/core/golfer/figure';
import type { MeasureId } from '@vilko/core/measures/registry';
import type { ReadDevice } from '@vilko/core/reading-room/difficulty';
import type { DrillPupil } from '@vilko/core/reading-room/drill-reasons';
import type { PanelAnswer } from '@vilko/core/reading-room/panel';
import type { Choice } from '@vilko/core/reading-room/score';
import type { DeviceKind } from '@vilko/core/recording/device-kinds';
import type { ClubClass, Handed } from '@vilko/core/recording/recording';
import type { ReadView } from './read-view';

/** What is known of every item. */
export interface ShownBase {
  readonly seed: number;
  /** Points; null: nobody knows, of a swing of the house. */
  readonly difficulty: number | null;
  /** Empty where a number is said. */
  readonly options: readonly string[];
  readonly truth: string;
  /** What Vilko itself says; null where it has nothing to go by. */
  readonly vilko: Choice | null;
  readonly panel: readonly PanelAnswer[];
  /** Of a swing of the house, and when somebody said what it is; null: a simulated golfer made it. */
  readonly own: { readonly swing: string; readonly at: string } | null;
}

/** A swing as it is drawn. */
export interface ShownSwing<D extends DeviceKind = DeviceKind> {
  readonly device: D;
  readonly handed: Handed;
  readonly club: ClubClass;
  readonly view: ReadView;
}

export interface ShownFirstCause extends ShownBase, ShownSwing {
  readonly exercise: 'first-cause';
  /** Two faults that were taken for each other, if the item is shown for them. */
  readonly pair: readonly [string, string] | null;
}
export interface ShownNumber extends ShownBase, ShownSwing {
  readonly exercise: 'say-number';
  readonly measure: MeasureId;
  readonly unit: string;
  readonly worth: number;
  readonly from: number;
  readonly to: number;
  readonly number: number;
  readonly chance: number;
}
export interface ShownFilm extends ShownBase, ShownSwing {
  readonly exercise: 'before-trace';
  readonly film: readonly Figure[];
  readonly impact: number;
}
export interface ShownTwoFaults extends ShownBase, ShownSwing {
  readonly exercise: 'which-first';
}
export interface ShownSets extends ShownBase {
  readonly exercise: 'real-or-noise';
  readonly measure: MeasureId;
  readonly worth: number;
  readonly before: readonly number[];
  readonly after: readonly number[];
}
export interface ShownTwoSwings extends ShownBase {
  readonly exercise: 'same-golfer';
  readonly swings: readonly [ShownSwing<ReadDevice>, ShownSwing<ReadDevice>];
  /** Worths by which they differ on average in what a club changes little. */
  readonly apart: number;
}
export interface ShownBall extends ShownBase, ShownSwing {
  readonly exercise: 'ball-agrees';
  readonly fault: string;
  readonly ball: BallReadings;
}
export interface ShownDrills extends ShownBase {
  readonly exercise: 'choose-drill';
  readonly pupil: DrillPupil;
}

/** An item as it is shown, with the truth and what others say of it. */
export type ShownItem =
  ShownFirstCause | ShownNumber | ShownFilm | ShownTwoFaults | ShownSets | ShownTwoSwings | ShownBall | ShownDrills;
