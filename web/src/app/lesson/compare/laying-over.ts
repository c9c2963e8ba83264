import { computed, inject, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { SwingHead } from '@vilko/contract/swing';
import { type QuantityId, quantityOf, type ValueOf } from '@vilko/core/measures/quantity';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { HouseUnits } from '../../shell/units';
import { answerOf } from '../../state/answer';
import { enteredFeature } from '../../state/entered';
import { lessonFeature } from '../../state/lesson';
import { enteredOver, type LaidOver, overChoices, overOfEntered, overOfSwing, shownSwings } from './laid-over';

/**
 * What is laid over a comparison by choice, and what could be. To be called where things are injected.
 * @param key which, as the address has it
 * @param swings every swing of the pupil
 * @param views readings of swings by their ids; `asked`: whether numbers from elsewhere are asked for yet
 */
export function layingOver(
  key: Signal<string | undefined>,
  swings: Signal<readonly SwingHead[]>,
  { views, asked }: { readonly views: Signal<ReadonlyMap<string, SwingTraces>>; readonly asked: () => boolean },
) {
  const store = inject(Store);
  const units = inject(HouseUnits);
  const lesson = store.selectSignal(lessonFeature.selectLesson);
  const here = store.selectSignal(enteredFeature.selectOfLesson);
  const ever = answerOf('entered', () => (lesson() && asked() ? { id: lesson()!.pupilId } : null));
  /** Of all lessons; this lesson's until they came. */
  const entered = computed(() => ever.value()?.swings ?? here());
  /** The recorded swing that is laid over: it is to be read. */
  const swing = computed(() => shownSwings(swings()).find((s) => s.id === key()));
  const over = computed((): LaidOver | null => {
    const numbers = enteredOver(key(), entered());
    if (numbers) return overOfEntered(numbers);
    const head = swing();
    const view = head && views().get(head.id);
    return view ? overOfSwing(head, view) : null;
  });
  return {
    choices: computed(() => overChoices(swings(), entered())),
    swing,
    over,
    /** Its numbers in the units of the house; null where nothing is laid over. */
    values: computed((): ValueOf | null => {
      const laid = over();
      return laid && ((id) => shownValue(laid, id, units));
    }),
  };
}

function shownValue({ valueOf }: LaidOver, id: QuantityId, units: HouseUnits): number | null {
  const v = valueOf(id);
  return v === null || !Number.isFinite(v) ? null : units.value(v, quantityOf(id).unit);
}
