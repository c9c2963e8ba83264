import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { BayChange } from '@vilko/contract/bay';
import { CLUB_KEYS } from '@vilko/contract/club-keys';
import { INTENTS, SWING_TAGS } from '@vilko/contract/swing-words';
import { bayRests } from '@vilko/core/live/words';
import { armOrPause, BayActions, bayFeature } from '../../state/bay';
import { BaySilence } from '../../state/bay-silence';
import { silenceWords } from '../../state/bay-words';
import { openMarkCard } from '../time-line/open-mark-card';

const STATES = [
  { id: 'armed', words: 'Armed' },
  { id: 'recording', words: 'Recording' },
  { id: 'found', words: 'Found' },
] as const;
const KINDS = [
  { kind: 'full', words: 'whole', key: 'w' },
  { kind: 'half', words: 'half', key: 'h' },
  { kind: 'slow', words: 'slow', key: 'o' },
] as const;

/** What the bay does and waits for: state, device, monitor; club, kind, tag and intent of the next swings. */
@Component({
  selector: 'vk-record-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  host: { class: 'block shrink-0' },
  template: `
    <div class="flex h-[58px] items-center gap-6 border-b border-rules px-4 text-24">
      <div role="status" aria-live="polite" class="flex items-center gap-6">
        @if (rests(); as words) {
          <span class="border border-ink2 px-3.5 py-1 font-semibold">{{ words }}</span>
        }
        @for (s of states; track s.id) {
          <span
            [class]="
              bay()?.state === s.id && silent() === null ? 'bg-ink px-3.5 py-1 font-bold text-paper' : 'text-ink2'
            "
            >{{ s.words }}</span
          >
        }
      </div>
      <button class="plain-button text-15" (click)="arm()">{{ resting() ? 'Arm' : 'Pause' }}</button>
      <div class="ml-auto min-w-0 text-right text-15 leading-5">
        <p
          class="one-line"
          [title]="deviceWords()"
          [class.text-alarm]="deviceAlarm()"
          [class.text-ink2]="!deviceAlarm()"
        >
          {{ deviceWords() }}
        </p>
        <p class="one-line text-ink2">
          {{ bay()?.monitor ? bay()!.monitor + ' sends shots' : 'no monitor: enter shots by B' }}
        </p>
      </div>
      <p class="whitespace-nowrap">
        Swing <span class="figures">{{ next() }}</span> with the {{ bay()?.clubName }}
      </p>
    </div>
    <div class="flex h-9 items-center gap-5 border-b pointer-coarse:h-13 border-rules px-4 text-15">
      <div class="flex items-center" role="group" aria-label="Club">
        @for (c of clubs; track c.key) {
          <button
            class="px-1.5 py-0.5"
            [class]="bay()?.clubName === c.name ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
            [attr.aria-pressed]="bay()?.clubName === c.name"
            (click)="change({ club: c.club, clubName: c.name })"
          >
            <span class="figures font-semibold">{{ c.key }}</span> {{ c.name }}
          </button>
        }
      </div>
      <div class="flex items-center" role="group" aria-label="Kind of swing">
        @for (k of kinds; track k.kind) {
          <button
            class="px-1.5 py-0.5"
            [class]="bay()?.kind === k.kind ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
            [attr.aria-pressed]="bay()?.kind === k.kind"
            (click)="change({ kind: k.kind })"
          >
            {{ k.words }}
          </button>
        }
      </div>
      <button
        class="px-1.5 py-0.5 hover:underline"
        [class]="bay()?.tag === 'ball' ? 'text-ink2' : 'bg-ink text-paper'"
        (click)="nextTag()"
        title="Ball, practice swing, exercise, demonstration, exaggerated: P"
      >
        {{ bay()?.tag === 'ball' ? 'with a ball' : bay()?.tag }}
      </button>
      <button
        class="px-1.5 py-0.5 hover:underline"
        [class]="bay()?.intent === 'stock' ? 'text-ink2' : 'bg-ink text-paper'"
        (click)="nextIntent()"
        title="What the feet intend: I"
      >
        {{ bay()?.intent === 'stock' ? 'stock shot' : bay()?.intent }}
      </button>
      <span class="ml-auto flex items-center gap-4 text-ink2">
        @if (drift(); as d) {
          <span class="text-alarm">unloaded it reads {{ d }} N</span>
          <button class="link" (click)="zero()">Zero again</button>
        }
        <button class="hover:underline" title="A cue, a drill, a pause before the next swing: Y" (click)="mark()">
          Time line
        </button>
        <a class="press hover:underline" [routerLink]="['/lesson', lessonId(), 'pupil-view']" target="_blank"
          >Pupil’s window</a
        >
      </span>
    </div>
  `,
})
export class RecordBar {
  readonly lessonId = input.required<string>();
  readonly next = input.required<number>();
  readonly armed = output();
  private readonly store = inject(Store);
  private readonly dialog = inject(Dialog);
  protected readonly bay = this.store.selectSignal(bayFeature.selectBay);
  private readonly connected = this.store.selectSignal(bayFeature.selectLive);
  protected readonly states = STATES;
  protected readonly kinds = KINDS;
  protected readonly clubs = CLUB_KEYS;
  protected readonly silent = inject(BaySilence).seconds;
  protected readonly resting = computed(() => {
    const bay = this.bay();
    return bay !== null && bayRests(bay.state);
  });
  /** Why no swing is waited for; empty while one is. */
  protected readonly rests = computed(() => {
    if (this.bay()?.state === 'asleep') return 'Asleep';
    if (this.bay()?.state === 'idle') return 'Not armed';
    return this.silent() === null ? '' : 'No signal';
  });
  private readonly device = computed(() => this.bay()?.device ?? null);
  protected readonly deviceAlarm = computed(
    () => this.silent() !== null || !this.connected() || !this.device()?.connected || (this.device()?.lost ?? 0) > 0,
  );
  protected readonly deviceWords = computed(() => {
    const d = this.device();
    if (!this.connected()) return 'No connection to the server';
    if (!d) return 'No device has said hello yet';
    if (!d.connected) return `${d.name}: not connected`;
    const silent = this.silent();
    if (silent !== null) return `${d.name}: ${silenceWords(silent)}`;
    const lost = d.lost ? `, ${d.lost} messages lost` : ', nothing lost';
    return `${d.name} · ${d.seen ? `${d.seen} Hz${lost}` : 'listening'}`;
  });
  /** A wandering zero worth a correction, N. */
  protected readonly drift = computed(() => {
    const d = this.bay()?.drift ?? null;
    return d !== null && Math.abs(d) > 8 ? d.toFixed(1) : null;
  });

  change(change: BayChange): void {
    this.store.dispatch(BayActions.changeBay({ change }));
  }
  arm(): void {
    const bay = this.bay();
    if (bay) this.store.dispatch(armOrPause(bay));
  }
  nextTag(): void {
    this.change({ tag: SWING_TAGS[(SWING_TAGS.indexOf(this.bay()?.tag ?? 'ball') + 1) % SWING_TAGS.length]! });
  }
  nextIntent(): void {
    this.change({ intent: INTENTS[(INTENTS.indexOf(this.bay()?.intent ?? 'stock') + 1) % INTENTS.length]! });
  }
  zero(): void {
    this.store.dispatch(BayActions.zero());
  }
  protected mark(): void {
    void openMarkCard(this.dialog);
  }
}
