import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import type { DrillProgress } from '@vilko/contract/practice';
import type { Pupil } from '@vilko/contract/pupil';
import { planLimits } from '@vilko/contract/injury-words';
import type { Drill } from '@vilko/core/drills/drill';
import { addDays, daysBetween } from '@vilko/core/practice/day';
import { LONGEST_PLAN, opposed, unfit, wishProblem } from '@vilko/core/practice/plan';
import type { PlanWish } from '@vilko/core/practice/plan-schema';
import type { TestedAs } from '@vilko/core/practice/retest';
import type { ClubClass } from '@vilko/core/recording/recording';
import { today, WEEKDAYS } from './day-words';
import { HouseDrills } from '../../state/house-drills';

const TWO_WEEKS = 14;

/** A new plan: until when, on which days, how long, with which drills; says at once what stands in the way. */
@Component({
  selector: 'vk-plan-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'mt-1 block' },
  template: `
    @if (drill(); as d) {
      <p class="text-15 leading-5">
        No plan is running. Make one with <strong>{{ d.name }}</strong>, from rung {{ rungOf(d.id) + 1 }}.
      </p>
      <div class="mt-2 grid grid-cols-2 gap-2">
        <label class="field"
          >From<input type="date" [value]="from()" (change)="from.set($any($event.target).value)"
        /></label>
        <label class="field"
          >Until<input type="date" [value]="until()" (change)="until.set($any($event.target).value)"
        /></label>
      </div>
      <fieldset class="mt-2">
        <legend class="text-ink2">Free days</legend>
        <div class="mt-1 flex gap-1">
          @for (w of weekdays; track w; let i = $index) {
            <button
              class="h-8 w-10 rounded-[3px] border"
              [class]="dayLook(i)"
              [attr.aria-pressed]="days().includes(i)"
              (click)="toggleDay(i)"
            >
              {{ w }}
            </button>
          }
        </div>
      </fieldset>
      <div class="mt-2 grid grid-cols-2 gap-2">
        <label class="field"
          >Minutes a day<input
            class="figures"
            type="number"
            min="10"
            max="120"
            step="5"
            [value]="minutes()"
            (change)="minutes.set(+$any($event.target).value)"
        /></label>
        <label class="field"
          >Second drill, in turn
          <select (change)="second.set($any($event.target).value)">
            <option value="">none</option>
            @for (x of seconds(); track x.id) {
              <option [value]="x.id" [selected]="x.id === second()">{{ x.name }}</option>
            }
          </select>
        </label>
      </div>
      @if (equipment().length) {
        <fieldset class="mt-2">
          <legend class="text-ink2">At hand</legend>
          <div class="mt-0.5 flex flex-wrap gap-x-4 gap-y-1">
            @for (e of equipment(); track e) {
              <label class="flex items-center gap-1.5 text-15"
                ><input type="checkbox" [checked]="!lacks().includes(e)" (change)="toggleLack(e)" />{{ e }}</label
              >
            }
          </div>
        </fieldset>
      }
      <div class="mt-3 flex items-center gap-3">
        <button class="main-button" [disabled]="problem() !== null" (click)="made.emit(wish()!)">Make the plan</button>
        @if (problem(); as p) {
          <p class="text-alarm" role="status">{{ p }}</p>
        }
      </div>
      @if (minor() && !pupil().profile.consent) {
        <p class="mt-1 text-alarm">{{ pupil().name }} is a minor: the consent of a parent has to be on record first.</p>
      }
      <p class="mt-2 text-ink2">
        Hard days never follow each other; at most 60 hops and 40 full drivers a session{{
          minor() ? '; no maximal efforts' : ''
        }}.
      </p>
    } @else {
      <p class="text-15 text-ink2">Choose a drill, and a plan can be made with it.</p>
    }
  `,
})
export class PlanForm {
  readonly drill = input<Drill | null>(null);
  readonly fault = input<string | null>(null);
  readonly club = input.required<ClubClass>();
  readonly progress = input<readonly DrillProgress[]>([]);
  readonly pupil = input.required<Pupil>();
  readonly nextVisit = input<string | null>(null);
  /** What a retest is held against; null where nothing was measured. */
  readonly tested = input<TestedAs | null>(null);
  readonly made = output<PlanWish>();
  private readonly house = inject(HouseDrills);
  protected readonly weekdays = WEEKDAYS;
  protected readonly from = signal(today());
  protected readonly until = signal(addDays(today(), TWO_WEEKS));
  protected readonly days = signal<readonly number[]>([0, 2, 4]);
  protected readonly minutes = signal(20);
  protected readonly second = signal('');
  protected readonly lacks = signal<readonly string[]>([]);
  protected readonly minor = computed(() => planLimits(this.pupil().profile).minor);
  private readonly drills = computed(() => [this.drill()?.id, this.second()].filter((d): d is string => Boolean(d)));
  protected readonly equipment = computed(() => [
    ...new Set(this.drills().flatMap((id) => this.house.shelf().one(id)?.equipment ?? [])),
  ]);
  private readonly about = computed(() => ({
    ...planLimits(this.pupil().profile),
    lacks: [],
    club: this.club(),
  }));
  /**
   * What may stand beside the first: for the same finding or for any, never against it or against what is on record.
   */
  protected readonly seconds = computed(() => {
    const first = this.drill();
    return first
      ? this.house.shelf().offered.filter((d) => d !== first && !opposed(first, d) && !unfit(d, this.about()))
      : [];
  });
  protected readonly wish = computed((): PlanWish | null =>
    this.drill()
      ? {
          ...this.about(),
          fault: this.fault(),
          drills: this.drills(),
          rungs: this.drills().map((d) => this.rungOf(d)),
          from: this.from(),
          until: this.until(),
          days: [...this.days()],
          minutes: this.minutes(),
          lacks: this.lacks().filter((e) => this.equipment().includes(e)),
          ...(this.tested() ? { retest: { ...this.tested()!, on: this.until() } } : {}),
        }
      : null,
  );
  protected readonly problem = computed((): string | null => {
    const w = this.wish();
    if (!w) return '';
    if (!w.days.length) return 'Choose at least one day.';
    if (!(w.minutes >= 10 && w.minutes <= 120)) return 'Between 10 and 120 minutes a day.';
    if (!w.from || !w.until) return 'Both days are needed.';
    return this.minor() && !this.pupil().profile.consent ? '' : wishProblem(w, this.house.shelf());
  });

  constructor() {
    effect(() => {
      const next = this.nextVisit();
      if (next && next > today() && daysBetween(today(), next) <= LONGEST_PLAN) this.until.set(next);
    });
    effect(() => {
      const first = this.drill();
      if (first && !this.seconds().some((d) => d.id === this.second())) this.second.set('');
    });
  }

  protected rungOf(drill: string): number {
    return this.progress().find((p) => p.drill === drill)?.open ?? 0;
  }
  protected dayLook(i: number): string {
    return this.days().includes(i) ? 'border-ink bg-ink text-paper' : 'border-strong-rules';
  }
  protected toggleDay(i: number): void {
    this.days.update((d) => (d.includes(i) ? d.filter((x) => x !== i) : [...d, i].sort((a, b) => a - b)));
  }
  protected toggleLack(e: string): void {
    this.lacks.update((l) => (l.includes(e) ? l.filter((x) => x !== e) : [...l, e]));
  }
}
