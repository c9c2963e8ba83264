import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { Score } from '../../drawing/score/score';
import { StaveMenu } from '../../drawing/score/stave-menu';
import type { StaveChoice } from '../../drawing/score/staves';
import { SettingsActions, settingsFeature } from '../../state/settings';
import type { ReadView } from '../../workers/read-view';
import { recordingNotes } from './cursor-words';
import { ReadStore } from './read-store';

const AXES = [
  { axis: 'eased', words: 'around impact' },
  { axis: 'linear', words: 'true time' },
  { axis: 'phase', words: 'phase' },
] as const;

/** The Score with its time axes, its staves and what was noticed in the recording. */
@Component({
  selector: 'vk-score-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Score, StaveMenu],
  host: { class: 'flex min-h-0 min-w-0 flex-col pt-1.5', role: 'region', 'aria-label': 'Score' },
  template: `
    <div class="flex items-baseline gap-3 pb-1 whitespace-nowrap max-[1150px]:gap-2">
      <h2 class="text-15 font-semibold max-[1150px]:sr-only">Score</h2>
      @for (a of axes; track a.axis) {
        <button
          class="hover:underline"
          [class.font-semibold]="axis() === a.axis"
          [class.text-ink2]="axis() !== a.axis"
          [attr.aria-pressed]="axis() === a.axis"
          (click)="setAxis(a.axis)"
        >
          {{ a.words }}
        </button>
      }
      <vk-stave-menu class="ml-auto" [choice]="score()" (chosen)="chooseStaves($event)" />
      <button
        class="link hidden pointer-coarse:inline"
        (click)="read.markNearest()"
        title="The nearest event stands at the cursor"
      >
        Mark
      </button>
      @if (read.marked()) {
        <button class="link" (click)="read.unmark()">Take back marks</button>
      }
    </div>
    <vk-score
      class="min-h-0 flex-1"
      [view]="view()"
      [beside]="read.beside()"
      [cursor]="read.cursor()"
      [axis]="axis()"
      [choice]="score()"
      [lit]="read.lit()"
      (cursorMoved)="read.move($event)"
      (eventMarked)="read.mark($event.name, $event.t)"
    />
    @if (notes(); as n) {
      <p class="flex gap-2 pb-1 text-ink2" [title]="n.all">
        <span class="min-w-0 flex-1 one-line">{{ n.first }}</span>{{ n.more }}
      </p>
    }
  `,
})
export class ScorePanel {
  readonly view = input.required<ReadView>();
  private readonly store = inject(Store);
  protected readonly read = inject(ReadStore);
  protected readonly axes = AXES;
  protected readonly axis = this.store.selectSignal(settingsFeature.selectAxis);
  protected readonly score = this.store.selectSignal(settingsFeature.selectScore);
  protected readonly notes = computed(() => recordingNotes(this.view()));

  protected setAxis(axis: (typeof AXES)[number]['axis']): void {
    this.store.dispatch(SettingsActions.setAxis({ axis }));
  }
  protected chooseStaves(score: StaveChoice): void {
    this.store.dispatch(SettingsActions.chooseStaves({ score }));
  }
}
