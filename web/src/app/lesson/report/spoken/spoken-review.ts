import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
  viewChildren,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Film } from '@vilko/contract/film';
import type { SwingHead } from '@vilko/contract/swing';
import {
  drawReplay,
  REPLAY_SIZE,
  type ReplayFilm,
  type ReplaySwing,
  replaySpan,
} from '../../../drawing/replay/replay-picture';
import { filmTime } from '../../../film/film-time';
import { shortDate } from '@vilko/core/words/dates';
import { Keys } from '../../../shell/keys';
import { swingsOfPupil } from '../../swings-of-pupil';
import { sinceSwing } from '../../time-line/since-words';
import { lessonFeature } from '../../../state/lesson';
import { ReportActions } from '../../../state/report-actions';
import { reportFeature } from '../../../state/report';
import { SwingReadings } from '../../../workers/swing-readings';
import { recordVoice, type VoiceRecorder } from './voice-recorder';

/** Longest review, s. */
const LONGEST = 300;
const SLOW = 0.25;
const STEP = 0.01;
const MOST_FILMS = 4;

type Stage = 'ready' | 'recording' | 'paused' | 'look';
type Role = 'before' | 'now';

/**
 * Spoken review: the instructor's voice over both routes and films in step; scrubbed, played slowly, swings changed
 * while speaking.
 */
@Component({
  selector: 'vk-spoken-review',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  providers: [SwingReadings],
  host: { class: 'block h-full min-h-0 overflow-y-auto' },
  template: `
    <div class="mx-auto flex h-full max-w-[1240px] flex-col px-4 py-3">
      <div class="flex items-baseline gap-4">
        <h1 class="text-18 font-semibold">Spoken review</h1>
        <p class="min-w-0 flex-1 one-line text-ink2">
          Your voice over the replay: it goes with the lesson, onto the pupil’s page and into their bundle.
        </p>
        <a class="link" [routerLink]="['/lesson', lessonId(), 'report']">Back to the report</a>
      </div>
      @if (refused(); as e) {
        <p class="mt-2 border-l-2 border-alarm pl-2 text-15 text-alarm" role="alert">{{ e }}</p>
      }
      @if (!rack().length && lesson()) {
        <p class="mt-6 text-18 text-ink2">No swing lies in this lesson yet: there is nothing to speak over.</p>
      } @else {
        <div class="mt-2 flex flex-wrap items-end gap-3">
          @for (role of roles; track role) {
            <label class="field w-[240px]"
              >{{ role === 'now' ? 'Now' : 'Before' }}
              <select [value]="chosen()[role] ?? ''" (change)="choose(role, $any($event.target).value)">
                @if (role === 'before') {
                  <option value="" [selected]="!chosen().before">none</option>
                }
                @for (s of choices(); track s.id) {
                  <option [value]="s.id" [selected]="s.id === chosen()[role]">{{ wordsOf(s) }}</option>
                }
              </select>
            </label>
          }
          <div class="ml-auto flex items-center gap-3">
            @if (stage() === 'recording' || stage() === 'paused') {
              <span class="flex items-center gap-2" role="status">
                <svg width="84" height="12" role="img" aria-label="Loudness of the voice">
                  <rect width="84" height="12" fill="none" stroke="var(--strong-rules)" />
                  <rect [attr.width]="84 * loud()" height="12" fill="var(--ink)" />
                </svg>
                <span class="figures">{{ clock(seconds()) }} of {{ clock(longest) }}</span>
                {{ stage() === 'paused' ? 'paused' : 'recording' }}
              </span>
              <button class="plain-button" (click)="hold()">{{ stage() === 'paused' ? 'Go on' : 'Pause' }}</button>
              <button class="main-button" (click)="stop()">Stop</button>
            } @else if (stage() === 'look') {
              <button class="plain-button" (click)="again()">Record again</button>
              <button class="main-button" (click)="keep()">Keep it</button>
            } @else {
              <button class="main-button" [disabled]="!swings().now" (click)="record()">Record</button>
            }
          </div>
        </div>
        @if (reading()) {
          <p class="mt-2 text-15 text-ink2" role="status">Reading the swing …</p>
        }
        <div class="relative mt-2 min-h-0 flex-1">
          <canvas
            #canvas
            [width]="size.w"
            [height]="size.h"
            class="block max-h-full w-full border border-rules object-contain"
            [class.hidden]="stage() === 'look'"
            role="img"
            [attr.aria-label]="spoken()"
          ></canvas>
          @if (stage() === 'look') {
            <video class="block max-h-full w-full border border-rules bg-rules" controls [src]="film()!.url"></video>
          }
        </div>
        @if (stage() !== 'look') {
          <div class="mt-2 flex items-center gap-3">
            <button class="plain-button w-[124px]" (click)="play()">
              {{ playing() ? 'Stop' : 'Play at ¼ speed' }}
            </button>
            <input
              class="min-w-0 flex-1"
              type="range"
              aria-label="Moment of the swing, from impact"
              step="0.002"
              [min]="span()[0]"
              [max]="span()[1]"
              [value]="t()"
              (input)="move(+$any($event.target).value)"
            />
            <span class="figures w-[84px] text-right">{{ ms() }} ms</span>
          </div>
        }
      }
      @for (f of filmsShown(); track f.id) {
        <video
          #films
          class="sr-only"
          muted
          playsinline
          preload="auto"
          [src]="'/api/films/' + f.id + '/file'"
          [attr.data-film]="f.id"
        ></video>
      }
    </div>
  `,
})
export class SpokenReviewPage {
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly readings = inject(SwingReadings);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly videos = viewChildren<ElementRef<HTMLVideoElement>>('films');
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  protected readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly report = this.store.selectSignal(reportFeature.selectReport);
  protected readonly size = REPLAY_SIZE;
  protected readonly longest = LONGEST;
  protected readonly roles: readonly Role[] = ['before', 'now'];
  /** Why no voice is recorded. */
  private readonly mute = signal<string | null>(null);
  protected readonly refused = computed(() => this.mute() ?? this.readings.refused());
  protected readonly reading = computed(() => this.readings.progress() !== null);
  /** Every swing of the pupil: one to compare with may lie in an older lesson. */
  private readonly ever = swingsOfPupil();
  /** What the hand chose; else what the report shows. */
  private readonly own = signal<Partial<Record<Role, string | null>>>({});
  protected readonly chosen = computed((): Record<Role, string | null> => {
    const [r, own] = [this.report(), this.own()];
    const now = own.now ?? r?.after?.id ?? this.rack().at(-1)?.id ?? null;
    const before = own.before === undefined ? (r?.before?.id ?? null) : own.before;
    return { now, before: before === now ? null : before };
  });
  protected readonly choices = computed(() => {
    const here = this.rack();
    const shown = this.report()?.before?.id;
    return [...(this.ever() ?? []).filter((s) => s.id === shown && !here.some((h) => h.id === s.id)), ...here];
  });
  protected readonly swings = computed(() => {
    const of = (role: Role): ReplaySwing | null => {
      const head = this.choices().find((s) => s.id === this.chosen()[role]);
      const view = head && this.readings.views().get(head.id);
      return head && view ? { view, words: `${role === 'now' ? 'Now' : 'Before'}: ${this.wordsOf(head)}` } : null;
    };
    return { before: of('before'), now: of('now') };
  });
  /** What was said or done between the two. */
  private readonly since = computed(() => {
    const of = (role: Role) => this.choices().find((s) => s.id === this.chosen()[role]) ?? null;
    const [lesson, now] = [this.lesson(), of('now')];
    return lesson && now ? sinceSwing(now, of('before'), lesson) : '';
  });
  /** Films of both swings, the newer first, as many as can be seen. */
  protected readonly filmsShown = computed((): readonly (Film & { role: Role })[] =>
    (['now', 'before'] as const)
      .flatMap((role) =>
        (this.choices().find((s) => s.id === this.chosen()[role])?.films ?? []).map((f) => ({ ...f, role })),
      )
      .filter((f) => f.impact !== null)
      .slice(0, MOST_FILMS),
  );
  protected readonly t = signal(-0.3);
  protected readonly playing = signal(false);
  protected readonly ms = computed(() => Math.round(1000 * this.t()));
  protected readonly span = computed((): readonly [number, number] => {
    const { before, now } = this.swings();
    return now ? replaySpan({ before, now }) : [-1, 1];
  });
  protected readonly spoken = computed(() => {
    const { before, now } = this.swings();
    const told = [now?.words, before?.words, this.since()].filter(Boolean).join('; ');
    return now ? `Replay at ${this.ms()} ms from impact. ${told}.` : 'Replay';
  });

  protected readonly stage = signal<Stage>('ready');
  protected readonly seconds = signal(0);
  protected readonly loud = signal(0);
  protected readonly film = signal<{ url: string; film: Blob; duration: number } | null>(null);
  private recorder: VoiceRecorder | null = null;

  constructor() {
    effect(() => {
      this.store.dispatch(ReportActions.open({ lessonId: this.lessonId() }));
    });
    effect(() => {
      const wanted = this.choices().filter((s) => Object.values(this.chosen()).includes(s.id));
      const pupil = this.lesson()?.pupil;
      if (pupil) untracked(() => void this.readings.want(wanted, pupil));
    });
    effect(() => {
      // whatever moves the picture, the films follow
      for (const v of this.videos()) {
        const film = this.filmsShown().find((f) => f.id === v.nativeElement.dataset['film']);
        const at = film && filmTime(film, this.t(), 0);
        if (at !== null && at !== undefined && Math.abs(v.nativeElement.currentTime - at) > 0.4 / film!.frameRate)
          v.nativeElement.currentTime = at;
      }
    });
    let frame = requestAnimationFrame(
      function tick(this: SpokenReviewPage, now: number) {
        this.tick(now);
        frame = requestAnimationFrame(tick.bind(this));
      }.bind(this),
    );
    inject(DestroyRef).onDestroy(() => {
      cancelAnimationFrame(frame);
      this.recorder?.drop();
      if (this.film()) URL.revokeObjectURL(this.film()!.url);
    });
    inject(Keys).use('Spoken review', [
      { key: 'r', words: 'record, pause, go on', run: () => this.recordOrHold() },
      { key: ' ', words: 'play at quarter speed, stop', run: () => this.play() },
      { key: 'ArrowLeft', words: 'back 10 ms', run: () => this.move(this.t() - STEP) },
      { key: 'ArrowRight', words: 'on 10 ms', run: () => this.move(this.t() + STEP) },
      { key: 'i', words: 'to impact', run: () => this.move(0) },
    ]);
  }

  private last = 0;
  /** One frame: the recording sees what is drawn, so it is drawn whether something moved or not. */
  private tick(now: number): void {
    const gone = this.last ? (now - this.last) / 1000 : 0;
    this.last = now;
    if (this.playing()) {
      const next = this.t() + SLOW * gone;
      if (next >= this.span()[1]) this.playing.set(false);
      this.move(next);
    }
    if (this.recorder) {
      this.seconds.set(this.recorder.seconds());
      this.loud.set(this.stage() === 'recording' ? this.recorder.loudness() : 0);
      if (this.stage() === 'recording' && this.seconds() >= LONGEST) void this.stop();
    }
    const context = this.canvas()?.nativeElement.getContext('2d');
    const { before, now: main } = this.swings();
    if (context && main)
      drawReplay(context, { before, now: main, films: this.filmPictures(), since: this.since(), t: this.t() });
  }
  private filmPictures(): ReplayFilm[] {
    return this.videos().flatMap(({ nativeElement: picture }) => {
      const f = this.filmsShown().find((x) => x.id === picture.dataset['film']);
      const words = f && `${f.role === 'now' ? 'Now' : 'Before'}, ${f.angle}`;
      return f && words && picture.readyState >= 2 ? [{ picture, aspect: f.aspect, words }] : [];
    });
  }

  protected wordsOf(s: SwingHead): string {
    return `swing ${s.number}, ${s.clubName}, ${shortDate(s.recordedAt)}`;
  }
  protected choose(role: Role, id: string): void {
    this.own.update((o) => ({ ...o, [role]: id || null }));
  }
  protected move(t: number): void {
    const [from, to] = this.span();
    this.t.set(Math.max(from, Math.min(to, t)));
  }
  protected play(): void {
    if (!this.playing() && this.t() >= this.span()[1] - STEP) this.move(this.span()[0]);
    this.playing.update((p) => !p);
  }
  protected async record(): Promise<void> {
    const canvas = this.canvas()?.nativeElement;
    if (!canvas || this.stage() !== 'ready') return;
    this.mute.set(null);
    try {
      this.recorder = await recordVoice(canvas);
      this.stage.set('recording');
    } catch (e) {
      this.mute.set(e instanceof Error ? e.message : 'The microphone cannot be used. Nothing was recorded.');
    }
  }
  private recordOrHold(): void {
    if (this.stage() === 'ready') void this.record();
    else this.hold();
  }
  protected hold(): void {
    if (this.stage() === 'recording') {
      this.recorder?.pause();
      this.stage.set('paused');
    } else if (this.stage() === 'paused') {
      this.recorder?.resume();
      this.stage.set('recording');
    }
  }
  protected async stop(): Promise<void> {
    const recorder = this.recorder;
    if (!recorder) return;
    this.recorder = null;
    this.playing.set(false);
    const { film, duration } = await recorder.stop();
    this.film.set({ url: URL.createObjectURL(film), film, duration });
    this.stage.set('look');
  }
  protected again(): void {
    if (this.film()) URL.revokeObjectURL(this.film()!.url);
    this.film.set(null);
    this.stage.set('ready');
  }
  protected keep(): void {
    const made = this.film();
    if (!made) return;
    this.store.dispatch(
      ReportActions.keepReview({ lessonId: this.lessonId(), film: made.film, duration: made.duration }),
    );
    void this.router.navigate(['/lesson', this.lessonId(), 'report']);
  }
  protected clock(s: number): string {
    return `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`;
  }
}
