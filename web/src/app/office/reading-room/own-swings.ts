import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import type { LabelledSwing } from '@vilko/contract/swing';
import { ballAnswer } from '@vilko/core/faults/ball';
import { DEFAULT_PATTERN, patternOf } from '@vilko/core/patterns/library';
import type { OwnExercise } from '@vilko/core/reading-room/own-exercises';
import { firstValueFrom } from 'rxjs';
import { answerOf } from '../../state/answer';
import { Api } from '../../state/api';
import { selectPatterns } from '../../state/pattern-shelf';
import { Items } from '../../workers/items';
import type { ShownItem } from '../../workers/shown-item';

/** Whether a swing can be asked about, as far as that is known before it is read. */
const may = (exercise: OwnExercise, { label, ball, club }: LabelledSwing): boolean =>
  exercise !== 'ball-agrees' || ballAnswer(label.fault, ball, club) !== 'no ball data';

/** Swings of this house of which somebody who teaches has said what they show, and items from them. */
@Injectable()
export class OwnSwings {
  private readonly api = inject(Api);
  private readonly items = inject(Items);
  private readonly patterns = inject(Store).selectSignal(selectPatterns);
  private readonly answer = answerOf('labelledSwings', () => ({}));
  readonly refused = this.answer.refused;
  /** How many there are; null: not known yet. */
  readonly n = computed(() => this.answer.value()?.length ?? null);

  /**
   * An item from a swing that was not shown yet, those read longest ago last.
   * @param read swings that were read before, oldest first
   * @returns null where no other swing gives such an item
   */
  async make(exercise: OwnExercise, read: readonly string[], shown: ReadonlySet<string>): Promise<ShownItem | null> {
    const left = (this.answer.value() ?? []).filter((s) => !shown.has(s.id) && may(exercise, s));
    const turn = left.map((swing) => ({ swing, by: read.lastIndexOf(swing.id) + Math.random() }));
    for (const { swing } of turn.sort((a, b) => a.by - b.by)) {
      const item = await this.one(exercise, swing);
      if (item) return item;
    }
    return null;
  }

  private async one(exercise: OwnExercise, swing: LabelledSwing): Promise<ShownItem | null> {
    const { id, club, handed, kind, tag, marks, stature, label } = swing;
    const traces = await firstValueFrom(this.api.ask('traces', { id }));
    return this.items.own(exercise, {
      ...{ seed: Math.floor(2 ** 31 * Math.random()), traces, swing },
      request: {
        ...{ id, club, marks, tag },
        by: { pattern: this.patterns().find((p) => p.id === label.pattern) ?? patternOf(DEFAULT_PATTERN) },
        options: { handed, kind, ...(stature ? { stature } : {}) },
      },
    });
  }
}
