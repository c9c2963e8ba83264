import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** Where something lies in a picture, mm, and how it is turned, °. */
export interface Place {
  readonly at: [number, number];
  readonly turn: number;
}

const MOST_ACROSS = 330;

/** Across, back and turn of a foot or a thing, each within the picture. */
@Component({
  selector: 'vk-place-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    @for (f of fields(); track f.words) {
      <label class="field"
        >{{ f.words }}<input #box type="number" [value]="f.value" (change)="changed.emit(f.to(number(box, f.most)))"
      /></label>
    }
  `,
})
export class PlaceFields {
  readonly place = input.required<Place>();
  readonly mostBack = input.required<number>();
  readonly mostTurn = input.required<number>();
  readonly changed = output<Partial<Place>>();
  protected readonly number = numberIn;
  protected readonly fields = computed(() => {
    const [across, back] = this.place().at;
    const places: {
      readonly words: string;
      readonly value: number;
      readonly most: number;
      readonly to: (v: number) => Partial<Place>;
    }[] = [
      { words: 'Across, mm', value: across, most: MOST_ACROSS, to: (v) => ({ at: [v, this.place().at[1]] }) },
      { words: 'Back, mm', value: back, most: this.mostBack(), to: (v) => ({ at: [this.place().at[0], v] }) },
      { words: 'Turn, °', value: this.place().turn, most: this.mostTurn(), to: (turn) => ({ turn }) },
    ];
    return places;
  });
}

/** A number within so much of 0; what is none becomes 0. The box shows what was taken. */
export function numberIn(box: HTMLInputElement, most: number): number {
  const v = Number.isFinite(box.valueAsNumber) ? Math.max(-most, Math.min(most, box.valueAsNumber)) : 0;
  box.value = String(v);
  return v;
}
