import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Piece } from '@vilko/core/faults/strength';
import type { MeasureId } from '@vilko/core/measures/registry';
import { evidenceValue, evidenceWords } from '@vilko/core/words/evidence';
import { Bullet } from '../../drawing/ledger/bullet';

/** One piece of evidence in words and figures. */
export interface EvidenceRow {
  readonly ids: readonly MeasureId[];
  readonly words: string;
  readonly value: string;
  readonly provisional: boolean;
  readonly tolerated: readonly [number | null, number | null];
  readonly number: number | null;
}

export const evidenceRow = (p: Piece): EvidenceRow => ({
  ids: p.measures,
  words: evidenceWords(p),
  value: evidenceValue(p),
  provisional: p.provisional,
  tolerated: p.direction === 'over' ? [null, p.limit] : [p.limit, null],
  number: p.value,
});

/** A finding's numbers against their limits; hovering lights the piece of trace that shows them. */
@Component({
  selector: 'vk-evidence',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Bullet],
  host: { class: 'block' },
  template: `
    @for (e of rows(); track e.words) {
      <div
        class="flex h-[23px] items-center gap-2 hover:bg-sheet"
        tabindex="0"
        (mouseenter)="lit.emit(e.ids)"
        (mouseleave)="lit.emit([])"
        (focus)="lit.emit(e.ids)"
        (blur)="lit.emit([])"
      >
        <span class="min-w-0 flex-1 one-line" [title]="e.words">{{ e.words }}</span>
        <vk-bullet [ideal]="e.tolerated" [tolerated]="e.tolerated" [value]="e.number" />
        <span class="figures w-[76px] text-right whitespace-nowrap">{{ e.value }}</span>
      </div>
    }
  `,
})
export class Evidence {
  readonly pieces = input.required<readonly Piece[]>();
  readonly lit = output<readonly MeasureId[]>();
  protected readonly rows = computed(() => this.pieces().map(evidenceRow));
}
