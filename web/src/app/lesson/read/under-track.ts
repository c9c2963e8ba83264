import { ChangeDetectionStrategy, Component, input, model, output } from '@angular/core';
import type { SwingHead } from '@vilko/contract/swing';
import type { EventName } from '@vilko/core/events/event';
import type { MeasureId } from '@vilko/core/measures/registry';
import { ForceView } from '../../drawing/forces/force-view';
import { Ledger } from '../../drawing/ledger/ledger';
import type { ShortLength } from '../../drawing/ledger/ledger-rows';
import { QuarterTable } from '../../drawing/quarters/quarter-table';
import type { ReadView } from '../../workers/read-view';
import { FilmPanel } from './film/film-panel';

const PANELS = [
  { panel: 'ledger', words: 'Ledger' },
  { panel: 'forces', words: 'Forces' },
  { panel: 'quarters', words: 'Quarters' },
  { panel: 'film', words: 'Film' },
] as const;
export type UnderPanel = (typeof PANELS)[number]['panel'];

/** Under the Track: the Ledger, the forces, the quarters of the feet, or the swing's films; and what the ball did. */
@Component({
  selector: 'vk-under-track',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilmPanel, ForceView, Ledger, QuarterTable],
  host: { class: 'flex flex-col' },
  template: `
    <div class="flex items-baseline gap-4 border-b border-rules">
      <div class="flex gap-4" role="tablist" aria-label="Under the Track">
        @for (p of panels; track p.panel) {
          <button
            role="tab"
            [attr.aria-selected]="panel() === p.panel"
            class="whitespace-nowrap"
            [class]="panel() === p.panel ? 'border-b-2 border-ink font-semibold' : 'text-ink2 hover:underline'"
            (click)="panel.set(p.panel)"
          >
            {{ p.words }}{{ p.panel === 'film' && swing().films.length ? ' (' + swing().films.length + ')' : '' }}
          </button>
        }
      </div>
      @if (panel() === 'film' && swing().films.length) {
        <button class="whitespace-nowrap text-ink2 hover:underline" (click)="largeFilm.set(!largeFilm())">
          {{ largeFilm() ? 'with the Track' : 'larger' }}
        </button>
      }
      <button class="ml-auto min-w-0 text-right text-ink2 hover:underline" (click)="ballAsked.emit()">
        <span class="one-line">{{ ball() || 'no ball data: enter' }}</span>
      </button>
    </div>
    @if (panel() === 'film') {
      <vk-film-panel
        class="mt-1 flex-1"
        [swing]="swing()"
        [(large)]="largeFilm"
        [cursor]="cursor()"
        [impact]="view().events.p7?.t ?? view().start"
        [events]="view().events"
        [span]="[view().start, view().end]"
        (cursorMoved)="cursorMoved.emit($event)"
        (marked)="marked.emit($event)"
      />
    } @else if (panel() === 'quarters') {
      <vk-quarter-table
        class="mt-1 flex-1"
        [view]="view()"
        [cursor]="cursor()"
        (cursorMoved)="cursorMoved.emit($event)"
      />
    } @else if (panel() === 'forces') {
      <vk-force-view class="mt-1.5 flex-1 overflow-auto" [view]="view()" [cursor]="cursor()" />
    } @else {
      <vk-ledger
        class="mt-1 flex-1"
        [view]="view()"
        [pattern]="pattern()"
        [length]="length()"
        (lit)="lit.emit($event)"
      />
    }
  `,
})
export class UnderTrack {
  readonly view = input.required<ReadView>();
  readonly swing = input.required<SwingHead>();
  /** s on the recording's clock. */
  readonly cursor = input.required<number>();
  /** What the ball did, in words; empty without a shot. */
  readonly ball = input('');
  /** Name and version of the pattern compared with. */
  readonly pattern = input('');
  /** How the house shows short lengths. */
  readonly length = input<ShortLength>('mm');
  readonly panel = model<UnderPanel>('ledger');
  readonly largeFilm = model(false);
  readonly ballAsked = output();
  readonly cursorMoved = output<number>();
  readonly marked = output<{ name: EventName; t: number; u: number }>();
  readonly lit = output<readonly MeasureId[]>();
  protected readonly panels = PANELS;
}
