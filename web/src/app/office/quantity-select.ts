import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { BALL_QUANTITIES, isQuantityId, type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { type MeasureFamily, MEASURES } from '@vilko/core/measures/registry';
import { LESSON_MEASURES } from './words';

const FAMILY_WORDS: Readonly<Record<MeasureFamily, string>> = {
  share: 'load on the feet',
  'trail-foot': 'the trail foot',
  foot: 'places within each foot',
  quarters: 'quarters of the feet',
  path: 'path of the pressure',
  'pressure-speed': 'speed of the pressure',
  horizontal: 'force along the target line',
  torque: 'turning force',
  vertical: 'upward force',
  spike: 'the lead foot’s short peak',
  'fore-aft': 'force toward toes and heels',
  sequence: 'order and gaps',
  mass: 'where the body is',
  drive: 'what drives the body',
  tempo: 'beat',
  step: 'steps and lifts',
  balance: 'balance',
};

const BALL_WORDS = 'the ball';
/** Everything with a number: what teachers agree on most, then family by family, then the ball. */
const GROUPS: readonly { readonly words: string; readonly ids: readonly QuantityId[] }[] = [
  { words: 'often agreed', ids: LESSON_MEASURES },
  ...(Object.keys(FAMILY_WORDS) as MeasureFamily[]).map((family) => ({
    words: FAMILY_WORDS[family],
    ids: MEASURES.filter((m) => m.family === family && m.worth !== null && !LESSON_MEASURES.includes(m.id)).map(
      (m): QuantityId => m.id,
    ),
  })),
  { words: BALL_WORDS, ids: BALL_QUANTITIES.map((q) => q.id) },
];

/** One list of whatever can be agreed or trained. */
@Component({
  selector: 'vk-quantity-select',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    <select class="entry mt-0! h-8" [attr.aria-label]="label()" (change)="take($any($event.target).value)">
      @if (none()) {
        <option value="" [selected]="value() === null">{{ none() }}</option>
      }
      @for (g of groups(); track g.words) {
        <optgroup [label]="g.words">
          @for (id of g.ids; track id) {
            <option [value]="id" [selected]="id === value()">{{ name(id) }}</option>
          }
        </optgroup>
      }
    </select>
  `,
})
export class QuantitySelect {
  readonly label = input.required<string>();
  readonly value = input<QuantityId | null>(null);
  /** Whether the numbers of the ball can be chosen too. */
  readonly ball = input(true);
  /** Words of the line that names none; without them one must be chosen. */
  readonly none = input('');
  readonly chosen = output<QuantityId | null>();
  protected readonly groups = computed(() =>
    GROUPS.filter((g) => g.ids.length && (this.ball() || g.words !== BALL_WORDS)),
  );

  protected name(id: QuantityId): string {
    return quantityOf(id).words;
  }
  protected take(value: string): void {
    this.chosen.emit(isQuantityId(value) ? value : null);
  }
}
