import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { PupilProfile } from '@vilko/contract/pupil';
import { SIZE_RANGE, STRICTNESS_RANGE } from '@vilko/core/patterns/bands';
import { CLUB_CLASSES, type ClubClass } from '@vilko/core/recording/recording';
import { Store } from '@ngrx/store';
import { selectPatterns } from '../../state/pattern-shelf';

/** What a pupil is judged by: a school, others for single clubs, and the two dials. */
@Component({
  selector: 'vk-school-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    <label class="field col-span-2">
      School
      <select
        name="school"
        [value]="profile().school ?? ''"
        (change)="changed.emit({ school: $any($event.target).value || null })"
      >
        <option value="">as the house reads</option>
        @for (p of patterns(); track p.id) {
          <option [value]="p.id" [selected]="p.id === profile().school">{{ p.name }}</option>
        }
      </select>
    </label>
    <details class="col-span-6" [open]="unusual()">
      <summary class="cursor-pointer text-15">Another school for a club, and the dials</summary>
      <div class="mt-2 grid grid-cols-6 gap-3">
        @for (c of clubs; track c) {
          <label class="field" [class]="'col-span-3'">
            {{ c }}
            <select [attr.name]="'school-' + c" (change)="club(c, $any($event.target).value)">
              <option value="">as above</option>
              @for (p of patterns(); track p.id) {
                @if (p.clubs.includes(c)) {
                  <option [value]="p.id" [selected]="p.id === profile().schools[c]">{{ p.name }}</option>
                }
              }
            </select>
          </label>
        }
        <label class="field col-span-3">
          <span
            >Size asked for: <span class="figures">{{ percent(profile().size) }}</span></span
          >
          <input
            name="size"
            type="range"
            [min]="sizes[0]"
            [max]="sizes[1]"
            step="0.05"
            [value]="profile().size"
            (input)="changed.emit({ size: +$any($event.target).value })"
          />
          <span class="text-13 text-ink2">of forces, torques, speeds and the mass’s way; never of the timing</span>
        </label>
        <label class="field col-span-3">
          <span
            >Tolerance: <span class="figures">× {{ profile().strictness.toFixed(2) }}</span></span
          >
          <input
            name="strictness"
            type="range"
            [min]="tolerances[0]"
            [max]="tolerances[1]"
            step="0.05"
            [value]="profile().strictness"
            (input)="changed.emit({ strictness: +$any($event.target).value })"
          />
          <span class="text-13 text-ink2">what is tolerated beyond ideal: half as much is strict, twice is kind</span>
        </label>
      </div>
    </details>
  `,
})
export class SchoolFields {
  readonly profile = input.required<PupilProfile>();
  readonly changed = output<Partial<PupilProfile>>();
  protected readonly patterns = inject(Store).selectSignal(selectPatterns);
  protected readonly clubs = CLUB_CLASSES;
  protected readonly sizes = SIZE_RANGE;
  protected readonly tolerances = STRICTNESS_RANGE;
  protected readonly percent = (x: number): string => `${Math.round(100 * x)}%`;
  protected unusual(): boolean {
    const { schools, size, strictness } = this.profile();
    return Object.keys(schools).length > 0 || size !== 1 || strictness !== 1;
  }
  protected club(c: ClubClass, id: string): void {
    const { [c]: _, ...others } = this.profile().schools;
    this.changed.emit({ schools: id ? { ...others, [c]: id } : others });
  }
}
