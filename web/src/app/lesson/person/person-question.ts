import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import type { SwingHead } from '@vilko/contract/swing';
import { bayFeature } from '../../state/bay';
import { lessonFeature } from '../../state/lesson';
import { OfficeActions } from '../../state/office';
import { SwingsActions } from '../../state/swings-actions';

/** Whose swing was that? Asked before anything is judged in it; each answer is one press. */
@Component({
  selector: 'vk-person-question',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="text-18 leading-6">
      <span class="text-ink2">Swing {{ swing().number }}:</span> {{ asked().words }}
    </p>
    <div class="mt-2 flex flex-wrap gap-2 text-15">
      @for (a of answers(); track a.words) {
        <button class="plain-button min-h-11" (click)="a.run()">{{ a.words }}</button>
      }
    </div>
  `,
})
export class PersonQuestion {
  readonly swing = input.required<SwingHead>();
  private readonly store = inject(Store);
  private readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly asked = computed(() => this.swing().doubt!);
  /** The pupil, where the swing's lesson is the open one. */
  private readonly pupil = computed(() => {
    const l = this.lesson();
    return l?.id === this.swing().lessonId ? l.pupil : null;
  });
  private readonly name = computed(() => this.pupil()?.name ?? this.bay()?.who ?? 'the pupil');
  /** All swings of the lesson that the same is asked about. */
  private readonly alike = computed(() => {
    const { about } = this.asked();
    const ids = this.rack().filter((s) => s.doubt?.about === about && s.lessonId === this.swing().lessonId);
    return ids.some((s) => s.id === this.swing().id) ? ids.map((s) => s.id) : [this.swing().id];
  });
  protected readonly answers = computed(() => {
    const { about, stood } = this.asked();
    const [pupil, name] = [this.pupil(), this.name()];
    const other = pupil?.handed === 'left' ? 'right' : 'left';
    const known = (change: { mass: number } | { handed: 'left' | 'right' }) => () =>
      this.store.dispatch(OfficeActions.changePupil({ id: pupil!.id, change }));
    const say = (change: { sure: true } | { handed: 'left' | 'right' }) => () =>
      this.store.dispatch(SwingsActions.change({ ids: this.alike(), change }));
    const record =
      about === 'hand'
        ? { words: `${name} plays ${other}-handed`, run: known({ handed: other }) }
        : { words: `${name}: note ${stood?.toFixed(0)} kg`, run: known({ mass: Math.round(10 * (stood ?? 0)) / 10 }) };
    return [
      ...(pupil ? [record] : []),
      ...(about === 'hand' && pupil ? [{ words: `Only these swings`, run: say({ handed: other }) }] : []),
      { words: about === 'hand' ? `No: as on record` : `It is ${name}, leave the record`, run: say({ sure: true }) },
      {
        words: 'Somebody else: into the inbox',
        run: () => this.store.dispatch(SwingsActions.toInbox({ id: this.swing().id })),
      },
    ];
  });
}
