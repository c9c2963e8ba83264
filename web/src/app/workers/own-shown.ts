import type { LabelledSwing } from '@vilko/contract/swing';
import type { OwnExercise } from '@vilko/core/reading-room/own-exercises';
import { type OwnItems, ownItem } from '@vilko/core/reading-room/own-swing';
import { type ReadRequest, readView } from './read-view';
import type { ShownItem } from './shown-item';

/** A swing of the house that is to be asked about: its traces, how it is judged, and what was said of it. */
export interface OwnWish {
  readonly seed: number;
  readonly traces: Uint8Array;
  readonly request: ReadRequest;
  readonly swing: LabelledSwing;
}

/** The item that a swing of the house gives; null where it gives none. */
export function ownShown(exercise: OwnExercise, { seed, traces, request, swing }: OwnWish): ShownItem | null {
  const view = readView(traces, request);
  const { club, handed, device, ball, label, id } = swing;
  const asked: OwnItems[OwnExercise] | null = ownItem(exercise, {
    ...{ seed, club, ball, label: label.fault, measures: view.measures, judgement: view },
  });
  // what is asked belongs to the exercise
  return (
    asked &&
    ({
      ...{ exercise, difficulty: null, panel: [], own: { swing: id, at: label.at } },
      ...{ device, handed, club, view, ...asked, ...(exercise === 'first-cause' ? { pair: null } : {}) },
    } as ShownItem)
  );
}
