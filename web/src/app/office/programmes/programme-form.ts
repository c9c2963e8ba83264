import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import type { NewProgramme } from '@vilko/contract/programme';
import { MOST_STEP_DRILLS, MOST_STEPS, MOST_WEEKS, type ProgrammeStep } from '@vilko/core/practice/programme';
import { HouseDrills } from '../../state/house-drills';
import { AgreementFields, type Agreement } from '../agreement-fields';

/** Writes a programme: what each step is about, by what it is judged, with which drills, and when it is tested. */
@Component({
  selector: 'vk-programme-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgreementFields],
  template: `
    <form class="max-w-[980px]" (submit)="$event.preventDefault(); save()">
      <div class="grid grid-cols-[280px_minmax(0,1fr)] gap-x-4">
        <label class="field"
          >Called<input required maxlength="80" [value]="now().name" (input)="set({ name: $any($event.target).value })"
        /></label>
        <label class="field"
          >About<input maxlength="400" [value]="now().about" (input)="set({ about: $any($event.target).value })"
        /></label>
      </div>
      @for (s of now().steps; track $index; let i = $index) {
        <fieldset class="mt-4 border-t border-strong-rules pt-2">
          <legend class="float-left mr-4 font-semibold">Step {{ i + 1 }}</legend>
          <span class="flex justify-end gap-4 text-13">
            @if (i > 0) {
              <button type="button" class="link" (click)="move(i, -1)">Up</button>
            }
            @if (i < now().steps.length - 1) {
              <button type="button" class="link" (click)="move(i, 1)">Down</button>
            }
            @if (now().steps.length > 1) {
              <button type="button" class="link" (click)="drop(i)">Take out</button>
            }
          </span>
          <div class="clear-both mt-1 grid grid-cols-[280px_minmax(0,1fr)] gap-x-4 gap-y-2">
            <label class="field"
              >Called<input
                required
                maxlength="80"
                [value]="s.name"
                (input)="step(i, { name: $any($event.target).value })"
            /></label>
            <label class="field"
              >What it is about<input
                maxlength="400"
                [value]="s.what"
                (input)="step(i, { what: $any($event.target).value })"
            /></label>
            <vk-agreement-fields
              asSchool="where the pupil’s school wants it"
              [value]="s"
              (changed)="agree(i, $event)"
            />
            <div>
              <label class="field"
                >Drill to add
                <select #more (change)="add(i, more.value); more.value = ''">
                  <option value="">choose …</option>
                  @for (d of drills(); track d.id) {
                    <option [value]="d.id">{{ d.name }}</option>
                  }
                </select>
              </label>
              @for (id of s.drills; track id) {
                <p class="mt-1 flex items-baseline gap-3">
                  {{ nameOf(id) }}
                  <button
                    type="button"
                    class="link text-13"
                    [attr.aria-label]="'Take out ' + nameOf(id)"
                    (click)="step(i, { drills: without(s.drills, id) })"
                  >
                    take out
                  </button>
                </p>
              }
              <label class="field mt-2 w-[150px]"
                >Tested after, weeks<input
                  type="number"
                  class="figures"
                  min="1"
                  [max]="mostWeeks"
                  required
                  [value]="s.weeks"
                  (input)="step(i, { weeks: +$any($event.target).value })"
              /></label>
            </div>
          </div>
        </fieldset>
      }
      <p class="mt-4 flex items-center gap-4">
        <button class="main-button">{{ action() }}</button>
        <button type="button" class="plain-button" (click)="cancelled.emit()">Cancel</button>
        @if (now().steps.length < most) {
          <button type="button" class="link" (click)="another()">Another step</button>
        }
      </p>
    </form>
  `,
})
export class ProgrammeForm {
  readonly programme = input.required<NewProgramme>();
  readonly action = input('Save');
  readonly saved = output<NewProgramme>();
  readonly cancelled = output();
  private readonly house = inject(HouseDrills);
  protected readonly most = MOST_STEPS;
  protected readonly mostWeeks = MOST_WEEKS;
  protected readonly now = linkedSignal((): NewProgramme => {
    const { name, about, steps } = this.programme();
    return { name, about, steps };
  });
  protected readonly drills = computed(() =>
    [...this.house.shelf().offered].sort((a, b) => a.name.localeCompare(b.name)),
  );

  protected nameOf(id: string): string {
    return this.house.shelf().nameOf(id);
  }
  protected set(change: Partial<NewProgramme>): void {
    this.now.update((p) => ({ ...p, ...change }));
  }
  protected step(i: number, change: Partial<ProgrammeStep>): void {
    this.set({ steps: this.now().steps.map((s, k) => (k === i ? { ...s, ...change } : s)) });
  }
  /** A step is judged by something: to agree on nothing leaves it as it was. */
  protected agree(i: number, { measure, target }: Agreement): void {
    if (measure) this.step(i, { measure, target });
  }
  protected add(i: number, id: string): void {
    const { drills } = this.now().steps[i]!;
    if (id && !drills.includes(id) && drills.length < MOST_STEP_DRILLS) this.step(i, { drills: [...drills, id] });
  }
  protected without(drills: readonly string[], id: string): string[] {
    return drills.filter((d) => d !== id);
  }
  protected another(): void {
    const { measure } = this.now().steps.at(-1)!;
    const more: ProgrammeStep = { name: '', what: '', measure, target: null, drills: [], weeks: 2 };
    this.set({ steps: [...this.now().steps, more] });
  }
  protected drop(i: number): void {
    this.set({ steps: this.now().steps.filter((_, k) => k !== i) });
  }
  protected move(i: number, by: -1 | 1): void {
    const steps = [...this.now().steps];
    [steps[i], steps[i + by]] = [steps[i + by]!, steps[i]!];
    this.set({ steps });
  }
  protected save(): void {
    this.saved.emit(this.now());
  }
}
