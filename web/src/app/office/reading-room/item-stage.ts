import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { shippedDrill } from '@vilko/core/drills/shelf';
import type { ReadDevice } from '@vilko/core/reading-room/difficulty';
import { FILM_RATE } from '@vilko/core/reading-room/film-rate';
import { capital } from '@vilko/core/words/case';
import { measureRow } from '@vilko/core/measures/registry';
import { deviceTitle } from '../../device-words';
import { DrillPictures } from '../../drawing/drill/drill-pictures';
import { FigureFilm } from '../../drawing/figure/figure-film';
import { Score } from '../../drawing/score/score';
import type { StaveChoice, StaveName } from '../../drawing/score/staves';
import { Track } from '../../drawing/track/track';
import { TrialPlot } from '../../drawing/trials/trial-plot';
import { PlainWords } from '../../drawing/words/plain-words';
import { settingsFeature } from '../../state/settings';
import type { ShownSets, ShownTwoSwings } from '../../workers/shown-item';
import { Session } from './session';

/** Where two Scores stand beside each other there is room for a few staves: what tells most on a device. */
const FEW: Readonly<Record<ReadDevice, readonly StaveName[]>> = {
  plates: ['share', 'sideways', 'vertical'],
  'mat-plates': ['share', 'sideways', 'vertical'],
  mat: ['share', 'toes', 'speed'],
  boards: ['share', 'vertical', 'speed'],
};

/** What is read: a Score, a film, a plan, two sets or two swings, or drills. */
@Component({
  selector: 'vk-item-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillPictures, FigureFilm, PlainWords, Score, Track, TrialPlot],
  host: { class: 'flex min-h-0 min-w-0 flex-col pt-2 pb-1' },
  template: `
    @let i = session.item()!;
    @switch (i.exercise) {
      @case ('before-trace') {
        <vk-figure-film class="flex-1" [film]="i.film" [picture]="picture()" [handed]="i.handed" />
        <button class="plain-button mt-2 min-h-11 self-start px-6 text-15" (click)="session.play()">
          {{ session.playing() ? 'Stop' : 'Play' }} <span class="figures text-ink2">Space</span>
        </button>
        @if (session.gentle()) {
          <vk-plain-words class="mt-4" [only]="glossary" [handed]="i.handed" />
        }
      }
      @case ('real-or-noise') {
        <p class="text-18">{{ sets() }}</p>
        <vk-trial-plot
          class="mt-3"
          [height]="plotHeight"
          [rows]="['after', 'before']"
          [arms]="arms()"
          [axis]="axis()"
          [label]="sets()"
        />
        <p class="mt-1 text-13 text-ink2">Every dot is a swing, the line the mean of its set.</p>
      }
      @case ('same-golfer') {
        <div class="grid min-h-0 flex-1 grid-cols-2 gap-x-6">
          @for (s of pair(); track s.view) {
            <div class="flex min-h-0 min-w-0 flex-col">
              <p class="one-line text-15 text-ink2">{{ s.words }}</p>
              <vk-track
                [view]="s.view"
                [cursor]="s.cursor"
                [turned]="turned()"
                (cursorMoved)="moved($event, s.later)"
              />
              <vk-score
                class="min-h-0 flex-1"
                [view]="s.view"
                [cursor]="s.cursor"
                [axis]="axisMode()"
                [choice]="s.few"
                (cursorMoved)="moved($event, s.later)"
              />
            </div>
          }
        </div>
      }
      @case ('choose-drill') {
        <ol
          class="grid min-h-0 flex-1 grid-cols-2 content-start gap-x-6 gap-y-3 overflow-y-auto"
          tabindex="0"
          aria-label="The drills"
        >
          @for (d of drills(); track d.id) {
            <li class="min-w-0 border-t border-rules pt-1">
              <h2 class="text-18 font-semibold">
                <span class="figures mr-2 text-ink2">{{ $index + 1 }}</span>{{ d.name }}
              </h2>
              <p class="text-15 leading-5">{{ d.gist }}</p>
              <p class="text-13 text-ink2">{{ d.needs }}</p>
              <vk-drill-pictures class="mt-1" [drill]="d" />
            </li>
          }
        </ol>
      }
      @default {
        @if (i.exercise === 'say-number' && !session.read()) {
          <vk-track
            class="max-w-[calc((100vh-220px)*1.69)]"
            [view]="i.view"
            [cursor]="session.cursor()"
            [turned]="turned()"
            [quiet]="true"
            (cursorMoved)="session.cursor.set($event)"
          />
          <button class="plain-button mt-2 min-h-11 self-start px-6 text-15" (click)="session.play()">
            {{ session.playing() ? 'Stop' : 'Play as fast as it was' }} <span class="figures text-ink2">Space</span>
          </button>
        } @else {
          <vk-score
            class="min-h-0 min-w-0 flex-1"
            [view]="i.view"
            [cursor]="session.cursor()"
            [axis]="axisMode()"
            [choice]="staves()"
            [lit]="session.lit()"
            (cursorMoved)="session.cursor.set($event)"
          />
        }
      }
    }
  `,
})
export class ItemStage {
  /** More of a projector’s height, px; what is drawn is read from afar. */
  protected readonly plotHeight = Math.round(Math.max(360, Math.min(640, 0.5 * window.innerHeight)));
  protected readonly session = inject(Session);
  private readonly store = inject(Store);
  protected readonly turned = this.store.selectSignal(settingsFeature.selectTurned);
  protected readonly axisMode = this.store.selectSignal(settingsFeature.selectAxis);
  protected readonly glossary = ['pressure', 'mass'];
  protected readonly staves = this.store.selectSignal(settingsFeature.selectScore);

  /** The picture of the film at the cursor. */
  protected readonly picture = computed(() => {
    const i = this.session.item();
    if (i?.exercise !== 'before-trace') return 0;
    return i.impact + (this.session.cursor() - (i.view.events.p7?.t ?? i.view.end)) * FILM_RATE;
  });
  protected readonly arms = computed(() => {
    const { before, after } = this.session.item() as ShownSets;
    return [
      { words: 'after', values: after },
      { words: 'before', values: before },
    ] as const;
  });
  protected readonly axis = computed(() => {
    const { words, unit } = measureRow((this.session.item() as ShownSets).measure);
    return `${words}, ${unit}`;
  });
  protected readonly sets = computed(() => {
    const { before, after, measure } = this.session.item() as ShownSets;
    return `${capital(measureRow(measure).words)}: ${before.length} swings before, ${after.length} after.`;
  });
  /** Both swings at the same time from impact. */
  protected readonly pair = computed(() => {
    const { swings } = this.session.item() as ShownTwoSwings;
    const impact = (k: 0 | 1): number => swings[k].view.events.p7?.t ?? swings[k].view.end;
    return ([0, 1] as const).map((k) => {
      const { view, device, club, handed } = swings[k];
      const later = impact(k) - impact(0);
      return {
        view,
        later,
        few: { staves: FEW[device], byFoot: ['share'] } satisfies StaveChoice,
        cursor: this.session.cursor() + later,
        words: `${deviceTitle(device)}, ${club}, ${handed}‑handed`,
      };
    });
  });
  protected readonly drills = computed(() =>
    (this.session.item()?.options ?? []).flatMap((id) => {
      const d = shippedDrill(id);
      return d ? [{ ...d, needs: d.equipment.length ? `Needs ${d.equipment.join(', ')}.` : 'Needs nothing.' }] : [];
    }),
  );

  protected moved(t: number, later: number): void {
    this.session.cursor.set(t - later);
  }
}
