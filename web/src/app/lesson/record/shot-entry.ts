import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { ShotChange } from '@vilko/contract/shot';
import { NO_SHOT } from '@vilko/contract/no-shot';
import { DIVOTS, STRIKES } from '@vilko/contract/strikes';
import type { SwingHead } from '@vilko/contract/swing';
import { SHOT_NUMBERS, type ShotNumber } from '@vilko/core/measures/shot-numbers';
import { HouseUnits } from '../../shell/units';
import { LessonActions } from '../../state/lesson';

/** What the ball did, entered by hand or corrected; an empty field is no reading. */
@Component({
  selector: 'vk-shot-entry',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="overlay-card w-[640px] p-6 text-15" (submit)="$event.preventDefault(); save()">
      <h2 class="text-18 font-semibold">Ball of swing {{ swing.number }}</h2>
      <p class="text-13 text-ink2">
        {{ swing.shot ? 'From: ' + swing.shot.from + '. ' : '' }}Empty is no reading. Left and right by hand: + path is
        in-to-out for both hands.
      </p>
      <div class="mt-3 flex gap-8">
        <fieldset>
          <legend class="mb-1 text-13 text-ink2">Strike</legend>
          @for (s of strikes; track s) {
            <button
              type="button"
              class="mr-1 px-2 py-0.5"
              [class]="strike() === s ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
              [attr.aria-pressed]="strike() === s"
              (click)="strike.set(strike() === s ? null : s)"
            >
              {{ s }}
            </button>
          }
        </fieldset>
        <fieldset>
          <legend class="mb-1 text-13 text-ink2">Divot to the ball</legend>
          @for (d of divots; track d) {
            <button
              type="button"
              class="mr-1 px-2 py-0.5"
              [class]="divot() === d ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
              [attr.aria-pressed]="divot() === d"
              (click)="divot.set(divot() === d ? null : d)"
            >
              {{ d }}
            </button>
          }
        </fieldset>
      </div>
      <div class="mt-3 grid grid-cols-4 gap-3">
        @for (n of numbers; track n.key) {
          <label class="field"
            >{{ n.words }} ({{ units.shown(n.unit) }})<input
              type="number"
              step="any"
              [value]="shown(n.key)"
              (input)="set(n.key, n.unit, $any($event.target).value)"
          /></label>
        }
      </div>
      @if (refused(); as r) {
        <p class="mt-2 text-alarm" role="alert">{{ r }}</p>
      }
      <div class="mt-5 flex gap-3">
        <button class="main-button">Keep</button>
        <button type="button" class="plain-button" (click)="ref.close()">Cancel</button>
      </div>
    </form>
  `,
})
export class ShotEntry {
  protected readonly swing = inject<SwingHead>(DIALOG_DATA);
  protected readonly ref = inject(DialogRef);
  protected readonly units = inject(HouseUnits);
  private readonly store = inject(Store);
  private readonly before = this.swing.shot?.values ?? NO_SHOT;
  protected readonly strike = signal(this.before.strike);
  protected readonly divot = signal(this.before.divot);
  protected readonly refused = signal<string | null>(null);
  protected readonly strikes = STRIKES;
  protected readonly divots = DIVOTS;
  protected readonly numbers = SHOT_NUMBERS;
  private readonly entered: Partial<Record<ShotNumber, number | null>> = {};

  protected shown(key: ShotNumber): string {
    const stored = this.before[key];
    const unit = SHOT_NUMBERS.find((n) => n.key === key)!.unit;
    return stored === null ? '' : String(Math.round(10 * this.units.value(stored, unit)) / 10);
  }
  protected set(key: ShotNumber, unit: string, text: string): void {
    this.entered[key] = text === '' ? null : this.units.stored(Number(text), unit);
  }
  protected save(): void {
    for (const n of SHOT_NUMBERS) {
      const v = this.entered[n.key];
      if (typeof v === 'number' && !(v >= n.least && v <= n.most))
        return this.refused.set(`${n.words} cannot be ${this.units.text(v, n.unit, 1)}.`);
    }
    const change: ShotChange = { ...this.entered, strike: this.strike(), divot: this.divot() };
    this.store.dispatch(LessonActions.changeShot({ id: this.swing.id, change }));
    this.ref.close();
  }
}
