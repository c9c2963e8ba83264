import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { SwingHead } from '@vilko/contract/swing';
import { Thumbnail } from '../../drawing/rack/thumbnail';

/** The lesson's swings, small: a press shows one on the page, or takes it off again. */
@Component({
  selector: 'vk-shown-swings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Thumbnail],
  host: { class: 'block' },
  template: `
    <ol class="flex gap-2 overflow-x-auto pb-1" aria-label="Swings to show" tabindex="0">
      @for (s of judged(); track s.id) {
        <li class="shrink-0">
          <button
            class="block w-[112px] border bg-sheet p-1 text-left"
            [class.border-ink]="s.starred"
            [class.border-rules]="!s.starred"
            [attr.aria-pressed]="s.starred"
            [attr.aria-label]="'Show swing ' + s.number + ', ' + s.clubName"
            (click)="starred.emit(s)"
          >
            <vk-thumbnail class="block h-[52px]" [shape]="s.thumbnail" [handed]="s.handed" />
            <span class="flex text-13"
              ><span class="figures font-semibold">{{ s.number }}</span
              ><span class="one-line ml-1.5 text-ink2">{{ s.clubName }}</span
              ><span class="ml-auto">{{ s.starred ? '★' : '' }}</span></span
            >
          </button>
        </li>
      }
    </ol>
  `,
})
export class ShownSwings {
  readonly swings = input.required<readonly SwingHead[]>();
  readonly starred = output<SwingHead>();
  /** Rehearsals stand for nothing. */
  protected readonly judged = computed(() => this.swings().filter((s) => s.kind === 'full'));
}
