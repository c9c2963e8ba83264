import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { BayMark as Mark } from '../state/bay-words';

/** What a bay does, as a mark that is told apart by its shape. */
@Component({
  selector: 'vk-bay-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'inline-block shrink-0' },
  template: `
    <svg class="block" width="12" height="12" viewBox="0 0 12 12" fill="none" stroke="currentColor" aria-hidden="true">
      @switch (mark()) {
        @case ('armed') {
          <circle cx="6" cy="6" r="4.5" fill="currentColor" />
        }
        @case ('hears') {
          <circle cx="6" cy="6" r="4.5" stroke-width="1.5" />
          <circle cx="6" cy="6" r="2" fill="currentColor" stroke="none" />
        }
        @case ('found') {
          <path d="M1.5 6.5 4.8 9.5 10.5 2.5" stroke-width="2" />
        }
        @case ('paused') {
          <path d="M3.5 1.5v9M8.5 1.5v9" stroke-width="2.4" />
        }
        @case ('asleep') {
          <path d="M8.5 1.2A5 5 0 1 0 10.8 8 4.2 4.2 0 0 1 8.5 1.2Z" fill="currentColor" stroke="none" />
        }
        @case ('silent') {
          <path d="M2 2l8 8M10 2l-8 8" stroke-width="2" />
        }
        @case ('none') {
          <path d="M1.5 6h9" stroke-width="2" stroke-dasharray="2 1.5" />
        }
        @default {
          <circle cx="6" cy="6" r="4.5" stroke-width="1.5" />
        }
      }
    </svg>
  `,
})
export class BayMark {
  readonly mark = input.required<Mark>();
}
