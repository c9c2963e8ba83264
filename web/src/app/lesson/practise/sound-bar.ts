import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  model,
  signal,
} from '@angular/core';
import { BEATS_A_MINUTE, RHYTHMS, runRhythm } from './metronome';
import { Sounds } from './sounds';

/** Which sounds help: none unless asked for. */
export interface SoundChoice {
  readonly entered: boolean;
  readonly answers: boolean;
  readonly squash: boolean;
}
export const SILENT: SoundChoice = { entered: false, answers: false, squash: false };

const CHOICES = [
  { key: 'entered', words: 'band entered' },
  { key: 'answers', words: 'too early, too late' },
  { key: 'squash', words: 'squash under lead' },
] as const;

/** Sounds and the metronome of the trainer. */
@Component({
  selector: 'vk-sound-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flex h-9 items-center gap-4 text-15 pointer-coarse:h-13' },
  template: `
    <span class="text-ink2">Sound</span>
    @for (c of choices; track c.key) {
      <button
        class="px-1.5 py-0.5"
        [class]="choice()[c.key] ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
        [attr.aria-pressed]="choice()[c.key]"
        [disabled]="quiet()"
        (click)="toggle(c.key)"
      >
        {{ c.words }}
      </button>
    }
    <label class="ml-2 flex items-center gap-2 text-ink2"
      >Metronome
      <select
        class="rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5 text-ink"
        (change)="rhythm.set($any($event.target).value)"
      >
        @for (r of rhythms; track r.id) {
          <option [value]="r.id" [selected]="r.id === rhythm()">{{ r.words }}</option>
        }
      </select>
    </label>
    @if (rhythm() !== 'off') {
      <label class="flex items-center gap-2 text-ink2"
        ><input
          type="range"
          aria-label="Beats a minute"
          [min]="beats.least"
          [max]="beats.most"
          [value]="perMinute()"
          (input)="perMinute.set(+$any($event.target).value)"
        /><span class="figures w-[92px] text-ink">{{ perMinute() }} /min</span></label
      >
      <span class="min-w-[110px] text-18 font-semibold" aria-hidden="true">{{ now() }}</span>
    }
  `,
})
export class SoundBar {
  readonly choice = model<SoundChoice>(SILENT);
  /** In a test without aid nothing sounds. */
  readonly quiet = input(false);
  private readonly sounds = inject(Sounds);
  protected readonly choices = CHOICES;
  protected readonly rhythms = RHYTHMS;
  protected readonly beats = BEATS_A_MINUTE;
  protected readonly rhythm = signal<string>('off');
  protected readonly perMinute = signal<number>(BEATS_A_MINUTE.usual);
  protected readonly now = signal('');
  private readonly running = computed(() =>
    this.quiet() ? RHYTHMS[0]! : RHYTHMS.find((r) => r.id === this.rhythm())!,
  );

  constructor() {
    let stop = (): void => undefined;
    effect(() => {
      stop();
      stop = runRhythm(this.running(), this.perMinute(), (beat) => {
        if (beat.cue) this.sounds.play(beat.cue);
        this.now.set(beat.words);
      });
    });
    inject(DestroyRef).onDestroy(() => stop());
  }

  /** The first press is what lets the page sound. */
  protected toggle(key: keyof SoundChoice): void {
    const on = !this.choice()[key];
    this.choice.set({ ...this.choice(), [key]: on });
    if (on) this.sounds.play(key === 'squash' ? 'squash' : 'entered');
  }
}
