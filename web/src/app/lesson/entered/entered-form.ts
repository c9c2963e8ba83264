import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { type EnteredSwing, MOST_ENTERED, type NewEnteredSwing } from '@vilko/contract/entered';
import { quantityOf } from '@vilko/core/measures/quantity';
import { QuantitySelect } from '../../office/quantity-select';
import { HouseUnits } from '../../shell/units';
import { draftOf } from '../../state/drafts';
import type { ClubChoice } from '../swing-card/card-draft';
import { type DraftNumber, draftFrom, type EnteredDraft, NO_NUMBER, readDraft } from './entered-draft';

/** Numbers of one swing that were read off elsewhere, typed in the units of the house. */
@Component({
  selector: 'vk-entered-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantitySelect],
  host: { class: 'block' },
  template: `
    <form (submit)="$event.preventDefault(); keep()">
      <div class="grid grid-cols-[minmax(0,1fr)_130px_190px] gap-3">
        <label class="field"
          >Where the numbers come from<input
            maxlength="120"
            list="entered-sources"
            [value]="draft().source"
            (input)="edit({ source: $any($event.target).value })"
        /></label>
        <datalist id="entered-sources">
          @for (s of sources(); track s) {
            <option [value]="s"></option>
          }
        </datalist>
        <label class="field"
          >Club
          <select (change)="edit({ clubName: $any($event.target).value })">
            @for (c of clubs(); track c.name) {
              <option [value]="c.name" [selected]="c.name === draft().clubName">{{ c.name }}</option>
            }
          </select></label
        >
        <label class="field"
          >Swung<input type="datetime-local" [value]="draft().at" (change)="edit({ at: $any($event.target).value })"
        /></label>
      </div>
      <table class="mt-3 w-full text-15">
        <thead class="text-left text-13 text-ink2">
          <tr>
            <th class="font-normal">Measure</th>
            <th class="w-[112px] pl-3 font-normal">Number</th>
            <th class="w-[84px] pl-3 font-normal" title="One standard uncertainty, where it was said">± if said</th>
            <th class="w-[84px] pl-2 font-normal">in</th>
            <th class="w-[64px]"></th>
          </tr>
        </thead>
        <tbody>
          @for (n of draft().numbers; track $index; let i = $index) {
            <tr>
              <td class="pt-1">
                <vk-quantity-select
                  [label]="'Measure of line ' + (i + 1)"
                  none="choose …"
                  [value]="n.measure"
                  (chosen)="number(i, { measure: $event })"
                />
              </td>
              <td class="pt-1 pl-3">
                <input
                  class="entry figures mt-0! h-8"
                  inputmode="decimal"
                  maxlength="12"
                  [attr.aria-label]="'Number of line ' + (i + 1)"
                  [value]="n.value"
                  (input)="number(i, { value: $any($event.target).value })"
                />
              </td>
              <td class="pt-1 pl-3">
                <input
                  class="entry figures mt-0! h-8"
                  inputmode="decimal"
                  maxlength="12"
                  [attr.aria-label]="'Plus or minus of line ' + (i + 1)"
                  [value]="n.u"
                  (input)="number(i, { u: $any($event.target).value })"
                />
              </td>
              <td class="pt-1 pl-2 text-ink2">{{ unitOf(n) }}</td>
              <td class="pt-1 text-right">
                @if (draft().numbers.length > 1) {
                  <button
                    type="button"
                    class="link"
                    [attr.aria-label]="'Remove line ' + (i + 1)"
                    (click)="removeLine(i)"
                  >
                    Remove
                  </button>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
      @if (draft().numbers.length < most) {
        <button type="button" class="link mt-1 text-15" (click)="addLine()">One more number</button>
      }
      <label class="field mt-3"
        >Note<input maxlength="1000" [value]="draft().note" (input)="edit({ note: $any($event.target).value })"
      /></label>
      @if (problem()) {
        <p class="mt-2 text-15 text-alarm" role="alert">{{ problem() }} Nothing is kept yet; what is typed stays.</p>
      }
      <div class="mt-3 flex gap-3 text-15">
        <button class="main-button h-8">{{ swing() ? 'Save' : 'Keep these numbers' }}</button>
        @if (swing() || changed()) {
          <button type="button" class="plain-button h-8" (click)="leave()">
            {{ swing() ? 'Leave it as it was' : 'Start anew' }}
          </button>
        }
      </div>
      @if (twice()) {
        <p class="mt-2 text-13 text-alarm">Another window of this browser writes the same.</p>
      }
    </form>
  `,
})
export class EnteredForm {
  readonly lessonId = input.required<string>();
  /** What is changed; null: a new one. */
  readonly swing = input<EnteredSwing | null>(null);
  readonly clubs = input.required<readonly ClubChoice[]>();
  /** Where numbers came from before. */
  readonly sources = input<readonly string[]>([]);
  /** When a new one was swung unless it is said, ISO 8601, and with which club. */
  readonly at = input.required<string>();
  readonly clubName = input.required<string>();
  readonly saved = output<NewEnteredSwing>();
  readonly left = output();
  private readonly units = inject(HouseUnits);
  protected readonly most = MOST_ENTERED;
  private readonly before = computed(() =>
    draftFrom(this.swing(), { at: this.at(), clubName: this.clubName(), units: this.units }),
  );
  /** What was typed and is not kept; null before anything was. */
  private readonly own = linkedSignal<string, EnteredDraft | null>({
    source: () => this.key(),
    computation: () => null,
  });
  private readonly key = computed(() => `entered/${this.swing()?.id ?? this.lessonId()}`);
  protected readonly draft = computed(() => this.own() ?? this.before());
  protected readonly changed = computed(() => this.own() !== null);
  protected readonly problem = signal('');
  protected readonly twice = draftOf<EnteredDraft>({
    key: this.key,
    typed: this.own,
    kept: this.before,
    back: (value) => this.own.set(value),
  });

  protected edit(change: Partial<EnteredDraft>): void {
    this.own.set({ ...this.draft(), ...change });
    this.problem.set('');
  }
  protected number(i: number, change: Partial<DraftNumber>): void {
    this.edit({ numbers: this.draft().numbers.map((n, k) => (k === i ? { ...n, ...change } : n)) });
  }
  protected addLine(): void {
    this.edit({ numbers: [...this.draft().numbers, NO_NUMBER] });
  }
  protected removeLine(i: number): void {
    this.edit({ numbers: this.draft().numbers.filter((_, k) => k !== i) });
  }
  protected unitOf({ measure }: DraftNumber): string {
    return measure ? this.units.words(quantityOf(measure).unit) : '';
  }
  protected keep(): void {
    const read = readDraft(this.draft(), { clubs: this.clubs(), units: this.units });
    if ('problem' in read) this.problem.set(read.problem);
    else this.saved.emit(read.swing);
  }
  /** Begins anew: what was typed is gone. */
  leave(): void {
    this.own.set(null);
    this.problem.set('');
    this.left.emit();
  }
}
