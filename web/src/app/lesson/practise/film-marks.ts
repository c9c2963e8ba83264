import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import type { LogEntry, LogFilm } from '@vilko/contract/practice';
import { rateOf } from '../../film/film-file';

type Marks = LogFilm['marks'];

/** Events an eye can find in a film. */
const MARKED = [
  { id: 'P1', words: 'address' },
  { id: 'P2', words: 'shaft level, going back' },
  { id: 'P3', words: 'lead arm level' },
  { id: 'P4', words: 'top' },
  { id: 'P5', words: 'lead arm level, coming down' },
  { id: 'P6', words: 'shaft level, coming down' },
  { id: 'P7', words: 'impact' },
  { id: 'P10', words: 'finish' },
] as const;

/**
 * A film without a device: stepped by frames, events marked by the eye, the times they give; read from film, not
 * measured.
 */
@Component({
  selector: 'vk-film-marks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown)': 'key($event)' },
  template: `
    <div class="overlay-card flex max-h-[92vh] w-[860px] max-w-[96vw] gap-5 overflow-y-auto p-5" role="document">
      <div class="min-w-0 flex-1">
        <h2 class="text-18 font-semibold">Film, marked by the eye</h2>
        @if (entry.note) {
          <p class="text-ink2">{{ entry.note }}</p>
        }
        @if (broken()) {
          <p class="mt-2 text-alarm">This browser cannot show the film; the file is kept as it came.</p>
        }
        <video
          #video
          class="mt-2 block max-h-[56vh] w-full bg-rules"
          muted
          playsinline
          preload="auto"
          [src]="'/api/log/' + entry.id + '/film'"
          (loadeddata)="learn()"
          (timeupdate)="now.set(video.currentTime)"
          (error)="broken.set(true)"
        ></video>
        <input
          class="mt-2 w-full"
          type="range"
          aria-label="Time in the film"
          min="0"
          step="any"
          [max]="length()"
          [value]="now()"
          (input)="seek(+$any($event.target).value)"
        />
        <div class="flex items-center gap-3">
          <button class="plain-button" (click)="step(-1)">Frame back</button>
          <button class="plain-button" (click)="step(1)">Frame on</button>
          <span class="figures">{{ now().toFixed(3) }} s</span>
          <span class="text-ink2">{{ rate() ? rate() + ' frames a second' : 'telling the frame rate …' }}</span>
        </div>
      </div>
      <div class="w-[250px] shrink-0">
        <p class="text-ink2">Stop at the frame, then press the event. Pressed again, the mark is taken away.</p>
        <ul class="mt-1">
          @for (m of marked; track m.id) {
            <li class="flex items-baseline gap-2 border-t border-rules py-1">
              <button
                class="w-[44px] rounded-[3px] border px-1 py-0.5"
                [class]="at(m.id) === null ? 'border-strong-rules' : 'border-ink bg-ink text-paper'"
                [attr.aria-pressed]="at(m.id) !== null"
                [attr.aria-label]="m.id + ', ' + m.words"
                (click)="mark(m.id)"
              >
                {{ m.id }}
              </button>
              <span class="min-w-0 flex-1">{{ m.words }}</span>
              @if (at(m.id) !== null) {
                <button class="link figures" (click)="seek(at(m.id)!)">{{ at(m.id)!.toFixed(2) }} s</button>
              }
            </li>
          }
        </ul>
        @if (tempo(); as t) {
          <p class="mt-2 border-t border-rules pt-2 text-15">{{ t }}</p>
          <p class="text-ink2">Read from film, not measured.</p>
        }
        <div class="mt-3 flex gap-2">
          <button class="main-button" [disabled]="!changed()" (click)="ref.close(marks())">Keep the marks</button>
          <button class="plain-button" (click)="ref.close()">Close</button>
        </div>
      </div>
    </div>
  `,
})
export class FilmMarks {
  protected readonly ref = inject<DialogRef<Marks>>(DialogRef);
  protected readonly entry = inject<LogEntry>(DIALOG_DATA);
  private readonly video = viewChild.required<ElementRef<HTMLVideoElement>>('video');
  protected readonly marked = MARKED;
  protected readonly now = signal(0);
  protected readonly length = signal(0);
  protected readonly rate = signal(0);
  protected readonly broken = signal(false);
  protected readonly marks = signal<Marks>(this.entry.film?.marks ?? {});
  protected readonly changed = computed(() => this.marks() !== this.entry.film?.marks);
  protected readonly tempo = computed(() => tempoWords(this.marks(), this.rate()));

  protected async learn(): Promise<void> {
    if (this.rate()) return;
    const video = this.video().nativeElement;
    this.length.set(Number.isFinite(video.duration) ? video.duration : 0);
    this.rate.set(await rateOf(video));
    if (Number.isFinite(video.duration)) this.length.set(video.duration);
    this.seek(0);
  }
  protected at(id: string): number | null {
    return this.marks()[id] ?? null;
  }
  protected mark(id: string): void {
    this.marks.update((m) =>
      id in m ? Object.fromEntries(Object.entries(m).filter(([k]) => k !== id)) : { ...m, [id]: this.now() },
    );
  }
  protected seek(t: number): void {
    const video = this.video().nativeElement;
    video.pause();
    video.currentTime = Math.max(0, Math.min(this.length() || t, t));
    this.now.set(video.currentTime);
  }
  protected step(by: number): void {
    this.seek(this.now() + by / (this.rate() || 30));
  }
  protected key(e: KeyboardEvent): void {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
    if (by === undefined || (e.target as HTMLElement).tagName === 'INPUT') return;
    e.preventDefault();
    this.step(by);
  }
}

/** What the marks say of the tempo, as sure as two frames allow; empty without address, top and impact. */
export function tempoWords(marks: Marks, rate: number): string {
  const { P1, P4, P7 } = marks;
  if (P1 === undefined || P4 === undefined || P7 === undefined || !rate) return '';
  const [back, down] = [P4 - P1, P7 - P4];
  if (back <= 0 || down <= 0) return 'Address, top and impact are not in this order: look at the marks again.';
  // each mark is good to half a frame either side
  const u = Math.SQRT2 / (2 * rate);
  const ratio = back / down;
  const ur = ratio * Math.hypot(u / back, u / down);
  return `Going back ${back.toFixed(2)} s, coming down ${down.toFixed(2)} s (± ${u.toFixed(2)} s): ${ratio.toFixed(1)} to 1 (± ${ur.toFixed(1)}).`;
}
