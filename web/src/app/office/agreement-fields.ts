import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import type { LessonHead } from '@vilko/contract/lesson';
import { quantityOf } from '@vilko/core/measures/quantity';
import type { PracticeBand } from '@vilko/core/practice/attempts';
import { Target } from '@vilko/core/practice/target';
import { wanted } from '@vilko/core/words/amounts';
import { figure } from '@vilko/core/words/amounts';
import { HouseUnits, typedNumber } from '../shell/units';
import { QuantitySelect } from './quantity-select';

/** What a lesson is judged by, and where it is to come. */
export type Agreement = Pick<LessonHead, 'measure' | 'target'>;

type Way = 'school' | 'band' | 'spread';

/** What is agreed of which measure; null: nothing typed, an answer that comes late closes no field. */
interface Asked {
  readonly measure: Agreement['measure'];
  readonly way: Way | null;
}

/** Agrees on any measure or number of the ball: with the school's range, a typed one, or less spread. */
@Component({
  selector: 'vk-agreement-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantitySelect],
  host: { class: 'block' },
  template: `
    <div class="field">
      Judged by
      <div class="mt-0.5">
        <vk-quantity-select
          label="Judged by"
          none="nothing agreed yet"
          [value]="value().measure"
          (chosen)="changed.emit({ measure: $event, target: null })"
        />
      </div>
    </div>
    @if (value().measure) {
      <label class="field mt-1"
        >Where it is to come
        <select [value]="way()" (change)="take($any($event.target).value)">
          <option value="school" [selected]="way() === 'school'">{{ schoolWords() }}</option>
          <option value="band" [selected]="way() === 'band'">a range of our own</option>
          <option value="spread" [selected]="way() === 'spread'">less spread than …</option>
        </select>
      </label>
      @if (way() === 'band') {
        <div class="mt-1 grid grid-cols-2 gap-3">
          <label class="field"
            >From, {{ unit()
            }}<input
              #from
              class="figures"
              inputmode="decimal"
              [value]="ends()[0]"
              (change)="band(from.value, to.value)"
          /></label>
          <label class="field"
            >to, {{ unit()
            }}<input #to class="figures" inputmode="decimal" [value]="ends()[1]" (change)="band(from.value, to.value)"
          /></label>
        </div>
      } @else if (way() === 'spread') {
        <label class="field mt-1"
          >Standard deviation under, {{ unit()
          }}<input #sd class="figures" inputmode="decimal" [value]="most()" (change)="spread(sd.value)"
        /></label>
      }
      @if (refused()) {
        <p class="mt-1 text-13 text-alarm" role="alert">{{ refused() }}</p>
      }
    }
  `,
})
export class AgreementFields {
  readonly value = input.required<Agreement>();
  /** Where the school wants it with the club at hand; both ends null where it has no range. */
  readonly school = input<PracticeBand>([null, null]);
  /** Words of the school's range where it is not one school's; empty: the range itself. */
  readonly asSchool = input('');
  readonly changed = output<Agreement>();
  private readonly units = inject(HouseUnits);
  private readonly stored = computed(() => (this.value().measure ? quantityOf(this.value().measure!).unit : ''));
  protected readonly unit = computed(() => this.units.words(this.stored()) || 'as a number');
  /** A way may be chosen before its numbers are typed. */
  protected readonly way = linkedSignal<Asked, Way>({
    source: () => ({ measure: this.value().measure, way: this.value().target?.of ?? null }),
    computation: (now, before) =>
      now.way ?? (before && before.source.measure === now.measure ? before.value : 'school'),
  });
  private readonly measure = computed(() => this.value().measure);
  // the answer to what was typed before, which has the same measure, must not take this away
  protected readonly refused = linkedSignal({ source: this.measure, computation: () => '' });
  protected readonly ends = computed((): [string, string] => {
    const t = this.value().target;
    return t?.of === 'band' ? [this.text(t.from), this.text(t.to)] : ['', ''];
  });
  protected readonly most = computed(() => {
    const t = this.value().target;
    return t?.of === 'spread' ? this.text(t.most) : '';
  });
  protected readonly schoolWords = computed(() => {
    if (this.asSchool()) return this.asSchool();
    const [lo, hi] = this.school();
    if (lo === null && hi === null) return 'the school has no range for it';
    return `as the school has it: ${wanted(this.units.range([lo, hi], this.stored()), this.units.shown(this.stored()))}`;
  });

  private text(v: number | null): string {
    if (v === null) return '';
    const shown = this.units.value(v, this.stored());
    return Number.isInteger(shown)
      ? String(shown)
      : figure(shown, '–')
          .replace('−', '-')
          .replace(/\.?0+$/, '');
  }
  protected take(way: Way): void {
    this.way.set(way);
    this.refused.set('');
    if (way === 'school') this.changed.emit({ ...this.value(), target: null });
  }
  protected band(from: string, to: string): void {
    this.agree({ of: 'band', from: this.inStored(from), to: this.inStored(to) });
  }
  protected spread(most: string): void {
    this.agree({ of: 'spread', most: this.inStored(most) });
  }
  private inStored(text: string): number | null {
    const v = typedNumber(text);
    return v === null ? null : this.units.stored(v, this.stored());
  }
  private agree(target: Readonly<Record<string, unknown>>): void {
    const read = Target.safeParse(target);
    this.refused.set(read.success ? '' : this.problem(target));
    if (read.success) this.changed.emit({ ...this.value(), target: read.data });
  }
  /** What is wrong with what was typed; what was agreed before stays. */
  private problem({ of, from, to }: Readonly<Record<string, unknown>>): string {
    if (of === 'spread') return 'A spread is a number above 0; what was agreed before stays.';
    if (from === null && to === null) return 'A range needs at least one end; what was agreed before stays.';
    return Number.isNaN(from) || Number.isNaN(to)
      ? 'The ends of a range are numbers; what was agreed before stays.'
      : 'A range ends above where it begins; what was agreed before stays.';
  }
}
