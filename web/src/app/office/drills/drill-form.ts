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
import { Store } from '@ngrx/store';
import type { Drill } from '@vilko/core/drills/drill';
import { INJURY_TAGS } from '@vilko/core/drills/injuries';
import type { DrillPicture } from '@vilko/core/drills/drill-picture';
import { readDrill } from '@vilko/core/drills/read-drill';
import { FAULTS } from '@vilko/core/faults/catalogue';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { isMeasureId, MEASURES } from '@vilko/core/measures/registry';
import { OVERLAYS } from '@vilko/core/patterns/overlays';
import { CLUB_CLASSES } from '@vilko/core/recording/recording';
import { capital } from '@vilko/core/words/case';
import { idFrom } from '@vilko/core/words/id';
import { HouseUnits, typedNumber } from '../../shell/units';
import { draftOf } from '../../state/drafts';
import { HouseDrills } from '../../state/house-drills';
import { selectPatterns } from '../../state/pattern-shelf';
import { QuantitySelect } from '../quantity-select';
import { type Pick, PickList } from './pick-list';
import { NEW_PICTURE, PictureForm } from './picture-form';

/** What a new drill begins with. */
export const NEW_DRILL: Drill = {
  id: 'new',
  name: '',
  for: [],
  gist: '',
  feel: '',
  numbers: '',
  equipment: [],
  setUp: '',
  steps: [],
  dose: '3 × 5, rest between',
  test: null,
  tags: [],
  notWith: [],
  caution: '',
  space: 'a club length all round',
  pictures: [NEW_PICTURE],
};

/** Under which name what is written stays in this browser until it is saved. */
export const draftKey = ({ id }: Drill, fresh: boolean): string => (fresh ? 'drill' : `drill/${id}`);

const NEW_TEST: NonNullable<Drill['test']> = { measure: 'share.lead.p7', band: [60, null], k: 7, n: 10 };
const MOST_PICTURES = 3;
/** Texts of more than a line. */
const TEXTS = [
  { key: 'feel', words: 'Feel' },
  { key: 'numbers', words: 'What the numbers should do' },
  { key: 'setUp', words: 'Set up' },
] as const;

const named = (ids: readonly string[]): Pick[] => ids.map((id) => ({ id, name: id }));

/** Writes a drill: everything that one that comes with the application has, its pictures drawn while they change. */
@Component({
  selector: 'vk-drill-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickList, PictureForm, QuantitySelect],
  host: { class: 'block' },
  template: `
    @let d = draft();
    <form class="max-w-[900px]" novalidate (submit)="$event.preventDefault(); keep()">
      <div class="sticky -top-5 z-10 -mt-5 flex items-baseline gap-3 border-b border-rules bg-paper pt-5 pb-2">
        <h2 class="text-24 font-semibold">{{ fresh() ? 'A drill of your own' : d.name }}</h2>
        <span class="ml-auto flex gap-3">
          <button type="button" class="plain-button" (click)="left.emit()">
            {{ changed() ? 'Drop the changes' : 'Close' }}
          </button>
          <button class="main-button" [disabled]="!changed()">Save</button>
        </span>
      </div>
      @if (problem()) {
        <p class="mt-2 text-alarm" role="alert">{{ problem() }}</p>
      }
      @if (twice()) {
        <p class="mt-2 text-alarm">Another window is changing this drill too: what is saved last stays.</p>
      }
      <div class="mt-3 grid grid-cols-2 gap-x-5 gap-y-3">
        <label class="field"
          >Name<input #name required maxlength="60" [value]="d.name" (input)="edit({ name: name.value })"
        /></label>
        <label class="field"
          >Dose<input #dose maxlength="400" [value]="d.dose" (input)="edit({ dose: dose.value })"
        /></label>
        <label class="field col-span-2"
          >What it is, in one sentence<input
            #gist
            required
            maxlength="400"
            [value]="d.gist"
            (input)="edit({ gist: gist.value })"
        /></label>
        <vk-pick-list class="col-span-2" label="For" [all]="faults" [value]="d.for" (changed)="edit({ for: $event })" />
        <vk-pick-list
          class="col-span-2"
          label="For a shot that is to curve (the face before the feet)"
          [all]="overlays"
          [value]="d.overlays ?? []"
          (changed)="edit({ overlays: $event.length ? $any($event) : undefined })"
        />
        @for (t of texts; track t.key) {
          <label class="field"
            >{{ t.words
            }}<textarea #text rows="2" maxlength="400" [value]="d[t.key]" (input)="say(t.key, text.value)"></textarea>
          </label>
        }
        <label class="field"
          >Steps, one a line<textarea
            #steps
            required
            rows="4"
            [value]="stepText()"
            (input)="edit({ steps: lines(steps.value) })"
          ></textarea>
        </label>
        <label class="field"
          >Equipment, with commas between<input
            #equipment
            [value]="equipmentText()"
            (input)="edit({ equipment: parts(equipment.value) })"
        /></label>
        <label class="field"
          >Space<input #space maxlength="400" [value]="d.space" (input)="edit({ space: space.value })"
        /></label>
      </div>
      <fieldset class="mt-4 border-t border-rules pt-3">
        <legend class="sr-only">Test</legend>
        <label class="flex items-center gap-2 text-15"
          ><input type="checkbox" [checked]="d.test" (change)="edit({ test: d.test ? null : newTest })" />A number says
          when it is done</label
        >
        @if (d.test; as t) {
          <div class="mt-2 grid grid-cols-[minmax(0,1fr)_110px_110px_80px_80px] items-end gap-3">
            <div class="field">
              Measure
              <div class="mt-0.5">
                <vk-quantity-select
                  label="Measure of the test"
                  [ball]="false"
                  [value]="t.measure"
                  (chosen)="measure($event)"
                />
              </div>
            </div>
            <label class="field"
              >at least, {{ unit()
              }}<input #from class="figures" inputmode="decimal" [value]="end(0)" (change)="band(from.value, to.value)"
            /></label>
            <label class="field"
              >at most, {{ unit()
              }}<input #to class="figures" inputmode="decimal" [value]="end(1)" (change)="band(from.value, to.value)"
            /></label>
            <label class="field"
              >in<input #k class="figures" type="number" min="1" [value]="t.k" (change)="times({ k: k.valueAsNumber })"
            /></label>
            <label class="field"
              >of swings<input
                #n
                class="figures"
                type="number"
                min="1"
                max="50"
                [value]="t.n"
                (change)="times({ n: n.valueAsNumber })"
            /></label>
          </div>
        }
      </fieldset>
      <fieldset class="mt-4 grid gap-3 border-t border-rules pt-3">
        <legend class="sr-only">Whom it is not for</legend>
        <label class="field"
          >Caution<input #caution maxlength="400" [value]="d.caution" (input)="edit({ caution: caution.value })"
        /></label>
        <vk-pick-list
          label="Not with trouble of"
          [all]="injuries"
          [value]="d.tags"
          (changed)="edit({ tags: $any($event) })"
        />
        <vk-pick-list
          label="Not together with"
          [all]="others()"
          [value]="d.notWith"
          (changed)="edit({ notWith: $event })"
        />
        <vk-pick-list
          label="Only with (nothing chosen: any club)"
          [all]="clubs"
          [value]="d.clubs ?? []"
          (changed)="edit({ clubs: $event.length ? $any($event) : undefined })"
        />
        <div class="grid grid-cols-2 gap-x-5">
          <label class="flex items-center gap-2 text-15"
            ><input type="checkbox" [checked]="d.hops" (change)="edit({ hops: d.hops ? undefined : true })" />It hops:
            counted, never two days in a row, not for children</label
          >
          <label class="field"
            >Belongs to a school
            <select (change)="edit({ school: $any($event.target).value || undefined })">
              <option value="">none, or all</option>
              @for (p of patterns(); track p.id) {
                <option [value]="p.id" [selected]="p.id === d.school">{{ p.name }}</option>
              }
            </select></label
          >
        </div>
        <label class="flex items-center gap-2 text-15"
          ><input
            type="checkbox"
            [checked]="d.onPlate"
            (change)="edit({ onPlate: d.onPlate ? undefined : { why: '', valid: [] } })"
          />Something lies on the device, or a foot leaves its place: outlines and positions do not count</label
        >
        @if (d.onPlate; as plate) {
          <label class="field"
            >What lies or moves there<input
              #why
              required
              maxlength="400"
              [value]="plate.why"
              (input)="edit({ onPlate: { ...plate, why: why.value } })"
          /></label>
          <vk-pick-list
            label="Measures that still count"
            [all]="measures"
            [value]="plate.valid"
            (changed)="edit({ onPlate: { ...plate, valid: $any($event) } })"
          />
        }
      </fieldset>
      @for (p of d.pictures; track $index; let i = $index) {
        <fieldset class="mt-4 border-t border-rules pt-3">
          <legend class="sr-only">Picture {{ i + 1 }}</legend>
          <p class="mb-2 flex items-baseline gap-3 text-15 font-semibold">
            Picture {{ i + 1 }}
            @if (d.pictures.length > 1) {
              <button type="button" class="link ml-auto font-normal" (click)="unpicture(i)">
                Remove picture {{ i + 1 }}
              </button>
            }
          </p>
          <vk-picture-form [value]="p" (changed)="picture(i, $event)" />
        </fieldset>
      }
      @if (d.pictures.length < mostPictures) {
        <button type="button" class="link mt-3" (click)="onePicture()">Add a picture</button>
      }
    </form>
  `,
})
export class DrillForm {
  /** What is changed; a new one begins with nothing. */
  readonly drill = input.required<Drill>();
  readonly fresh = input(false);
  readonly saved = output<Drill>();
  readonly left = output();
  private readonly house = inject(HouseDrills);
  private readonly units = inject(HouseUnits);
  protected readonly patterns = inject(Store).selectSignal(selectPatterns);
  protected readonly faults: readonly Pick[] = FAULTS;
  protected readonly overlays: readonly Pick[] = OVERLAYS;
  protected readonly injuries = named(INJURY_TAGS);
  protected readonly clubs = named(CLUB_CLASSES);
  protected readonly measures: readonly Pick[] = MEASURES.filter((m) => m.worth !== null).map((m) => ({
    id: m.id,
    name: quantityOf(m.id).words,
  }));
  protected readonly texts = TEXTS;
  protected readonly newTest = NEW_TEST;
  protected readonly mostPictures = MOST_PICTURES;
  protected readonly others = computed((): Pick[] => [
    ...this.house.shelf().offered.filter((d) => d.id !== this.drill().id),
    ...FAULTS,
    ...OVERLAYS,
  ]);
  /** What was typed and is not saved; null before anything was. */
  private readonly own = signal<Drill | null>(null);
  protected readonly draft = computed(() => this.own() ?? this.drill());
  protected readonly changed = computed(() => JSON.stringify(this.draft()) !== JSON.stringify(this.drill()));
  private readonly which = computed(() => this.drill().id);
  protected readonly problem = linkedSignal({ source: this.which, computation: () => '' });
  // what is written in a box stays as it is written; only another drill writes it anew
  protected readonly stepText = linkedSignal({
    source: () => this.drill(),
    computation: () => this.draft().steps.join('\n'),
  });
  protected readonly equipmentText = linkedSignal({
    source: () => this.drill(),
    computation: () => this.draft().equipment.join(', '),
  });
  protected readonly twice = draftOf<Drill>({
    key: () => draftKey(this.drill(), this.fresh()),
    typed: this.own,
    kept: this.drill,
    back: (value) => {
      this.own.set(value);
      this.stepText.set(value.steps.join('\n'));
      this.equipmentText.set(value.equipment.join(', '));
    },
  });
  private readonly stored = computed(() => (this.draft().test ? quantityOf(this.draft().test!.measure).unit : ''));
  protected readonly unit = computed(() => this.units.words(this.stored()) || 'as a number');

  protected edit(change: Partial<Drill>): void {
    this.own.set({ ...this.draft(), ...change });
    this.problem.set('');
  }
  protected say(key: (typeof TEXTS)[number]['key'], words: string): void {
    this.edit({ [key]: words });
  }
  protected lines(text: string): string[] {
    return text
      .split('\n')
      .map((s) => s.trim())
      .filter(Boolean);
  }
  protected parts(text: string): string[] {
    return text
      .split(',')
      .map((s) => s.trim())
      .filter(Boolean);
  }
  protected times(change: { readonly k?: number; readonly n?: number }): void {
    this.edit({ test: { ...(this.draft().test ?? NEW_TEST), ...change } });
  }
  protected measure(id: QuantityId | null): void {
    if (id && isMeasureId(id))
      this.edit({ test: { ...(this.draft().test ?? NEW_TEST), measure: id, band: [null, null] } });
  }
  protected end(i: 0 | 1): string {
    const v = this.draft().test?.band[i] ?? null;
    return v === null ? '' : String(Number(this.units.value(v, this.stored()).toFixed(3)));
  }
  protected band(from: string, to: string): void {
    const typed = (text: string) => {
      const v = typedNumber(text);
      return v === null ? null : this.units.stored(v, this.stored());
    };
    const band: [number | null, number | null] = [typed(from), typed(to)];
    if (band.some((v) => Number.isNaN(v)))
      this.problem.set('The ends of the test’s range are numbers; what was there before stays.');
    else this.edit({ test: { ...this.draft().test!, band } });
  }
  protected picture(i: number, change: (p: DrillPicture) => DrillPicture): void {
    this.edit({ pictures: this.draft().pictures.map((p, k) => (k === i ? change(p) : p)) });
  }
  protected onePicture(): void {
    this.edit({ pictures: [...this.draft().pictures, NEW_PICTURE] });
  }
  protected unpicture(i: number): void {
    this.edit({ pictures: this.draft().pictures.filter((_, k) => k !== i) });
  }
  protected keep(): void {
    const draft = this.draft();
    // what was let go is left out, as if it had never been there
    const read = readDrill(
      JSON.parse(JSON.stringify(this.fresh() ? { ...draft, id: idFrom(draft.name, 'drill') } : draft)),
    );
    if ('problem' in read)
      this.problem.set(`${capital(read.problem)}. Nothing was saved; what you wrote is still here.`);
    else this.saved.emit(read.drill);
  }
}
