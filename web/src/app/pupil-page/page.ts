import { HttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, inject, InjectionToken, signal } from '@angular/core';
import { addressIn, pathOf } from '@vilko/contract/endpoints/path';
import { SHARED_ADDRESSES as AT } from '@vilko/contract/endpoints/shared-addresses';
import type { Endpoints } from '@vilko/contract/endpoints/table';
import type { SharedAct, SharedPage } from '@vilko/contract/share';
import { DRILL_CAUTIONS } from '@vilko/core/drills/cautions';
import { PlainWords } from '../drawing/words/plain-words';
import { ReportSheet } from '../lesson/report/report-sheet';
import { dateText, shortDate } from '@vilko/core/words/dates';
import { ask, askWithProgress } from '../state/ask';
import { sentenceOf } from '../state/sentences';
import { PracticeDays } from './practice-days';
import { HouseDrills } from '../state/house-drills';

/** The secret in the link that was opened. */
export const LINK_TOKEN = new InjectionToken<string>('link token');

/** Largest film the server takes from a pupil, bytes. */
const LARGEST = 100 * 1024 * 1024;

/**
 * The pupil's own page: the report as the instructor wrote it, and ways to answer. Reads at 390 px; knows nothing of
 * the house.
 */
@Component({
  selector: 'vk-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PlainWords, PracticeDays, ReportSheet],
  template: `
    <main class="min-h-full bg-paper pb-10 text-15 leading-[21px] text-ink print:bg-white">
      @if (page(); as p) {
        <vk-report-sheet [head]="p.head" [report]="p.figures" [text]="p.text" />
        <div class="mx-auto max-w-[760px] px-8 max-[640px]:px-4 print:hidden">
          @if (p.review) {
            <section class="mt-5">
              <h2 class="text-18 font-semibold">Spoken review</h2>
              <video
                class="mt-1 w-full bg-rules"
                controls
                preload="metadata"
                playsinline
                [src]="url + '/review'"
              ></video>
              <p class="text-13 text-ink2">{{ minutes(p.review.duration) }}, with your instructor’s voice.</p>
            </section>
          }
          <vk-practice-days class="mt-5 block" [days]="p.days" [busy]="busy()" (tick)="act($event)" />
          <details class="mt-5">
            <summary class="min-h-11 cursor-pointer content-center text-18 font-semibold">
              Words that are easily mixed up
            </summary>
            <vk-plain-words class="mt-2" [handed]="p.head.handed" />
          </details>
          <section class="mt-5">
            <h2 class="text-18 font-semibold">Answer your instructor</h2>
            <label class="field mt-1 text-15"
              >How did it go? Anything that hurts?
              <textarea
                class="text-15"
                rows="3"
                maxlength="1000"
                [value]="words()"
                (input)="words.set($any($event.target).value)"
              ></textarea>
            </label>
            <button class="main-button mt-2 min-h-11 px-5" [disabled]="busy() || !words().trim()" (click)="answer()">
              Send the answer
            </button>
          </section>
          <section class="mt-5">
            <h2 class="text-18 font-semibold">Send a film</h2>
            <p class="text-13 text-ink2">
              Of your own swing, from the front or from behind, whole body in the picture: WebM or MP4, at most 100 MB.
              It lies with your instructor, who deletes it when you ask.
            </p>
            <label class="plain-button mt-2 inline-flex min-h-11 items-center px-5" [class.opacity-45]="busy()"
              >Choose a film<input
                class="sr-only"
                type="file"
                accept="video/*"
                [disabled]="busy()"
                (change)="film($any($event.target))"
            /></label>
            @if (part() !== null) {
              <div
                class="mt-2 h-1 bg-rules"
                role="progressbar"
                aria-label="Sending the film"
                aria-valuemin="0"
                aria-valuemax="100"
                [attr.aria-valuenow]="percent()"
              >
                <div class="h-1 bg-ink2" [style.width.%]="percent()"></div>
              </div>
              <p class="text-13 text-ink2">Sending the film: {{ percent() }}%. Leave this page open.</p>
            }
          </section>
          @if (said(); as s) {
            <p
              class="mt-3 border-l-2 pl-2"
              [class]="s.alarm ? 'border-alarm text-alarm' : 'border-ink'"
              [attr.role]="s.alarm ? 'alert' : 'status'"
            >
              {{ s.text }}
            </p>
          }
          @if (p.sent.length) {
            <section class="mt-5">
              <h2 class="text-15 font-semibold">What you sent</h2>
              <ul>
                @for (e of p.sent; track e.id) {
                  <li class="border-t border-rules py-1">
                    <p class="flex gap-3">
                      <span class="figures shrink-0 text-ink2">{{ day(e.at) }}</span><span>{{
                        e.kind === 'film' ? 'A film' + (e.note ? ': ' + e.note : '') : e.note
                      }}</span>
                    </p>
                    @if (e.reply; as r) {
                      <p class="mt-0.5 border-l-2 border-ink pl-2 whitespace-pre-line">
                        <span class="text-ink2">{{ p.head.by.instructor || 'Your instructor' }}, {{ day(r.at) }}:</span>
                        {{ r.text }}
                      </p>
                    }
                  </li>
                }
              </ul>
            </section>
          }
          <p class="mt-6 border-t border-rules pt-2 text-13 text-ink2">
            This page is open until {{ date(p.expiresAt) }}. Whoever has its link can read it: pass it on with care.
            Your instructor sees when it was last opened. {{ cautions }}
          </p>
        </div>
      } @else {
        <div class="mx-auto max-w-[760px] px-8 py-10 text-18 max-[640px]:px-4" role="status">
          <p>{{ said()?.text ?? 'Opening your page …' }}</p>
          @if (said()) {
            <button class="plain-button mt-4 min-h-11 px-5 text-15" (click)="open()">Try again</button>
          }
        </div>
      }
    </main>
  `,
})
export class PupilPage {
  private readonly http = inject(HttpClient);
  private readonly token = inject(LINK_TOKEN);
  private readonly house = inject(HouseDrills);
  protected readonly url = pathOf(addressIn(AT.shared).path, { token: this.token });
  protected readonly page = signal<SharedPage | null>(null);
  protected readonly words = signal('');
  protected readonly busy = signal(false);
  /** The part of a film that has been sent, 0–1. */
  protected readonly part = signal<number | null>(null);
  protected readonly said = signal<{ text: string; alarm: boolean } | null>(null);
  protected readonly percent = computed(() => Math.round(100 * (this.part() ?? 0)));
  protected readonly cautions = DRILL_CAUTIONS[0] ?? '';
  protected readonly date = dateText;
  protected readonly day = shortDate;

  constructor() {
    this.house.from.set(`/api/shared/${this.token}`);
    document.documentElement.className = 'day';
    this.open();
  }

  protected open(): void {
    this.said.set(null);
    ask<Endpoints['shared']>(this.http, AT.shared, { token: this.token }).subscribe({
      next: (p) => {
        this.shown(p);
        document.title = `Your lesson of ${dateText(this.page()!.head.startedAt)}`;
      },
      error: (e: unknown) => this.said.set({ text: sentenceOf(e), alarm: true }),
    });
  }
  protected act(act: SharedAct, then: () => void = () => undefined, said?: string): void {
    this.busy.set(true);
    this.said.set(null);
    ask<Endpoints['actOnShared']>(this.http, AT.actOnShared, { token: this.token }, act).subscribe({
      next: (p) => {
        this.came(p, said);
        then();
      },
      error: (e: unknown) => this.failed(e),
    });
  }
  protected answer(): void {
    this.act({ act: 'answer', text: this.words().trim() }, () => this.words.set(''), 'Your answer was sent.');
  }
  protected film(input: HTMLInputElement): void {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    if (file.size > LARGEST) {
      this.said.set({
        text: `This film has ${Math.round(file.size / 1048576)} MB; at most 100 MB can be sent. Nothing was sent.`,
        alarm: true,
      });
      return;
    }
    this.busy.set(true);
    this.part.set(0);
    this.said.set(null);
    askWithProgress<Endpoints['sendSharedFilm']>(this.http, AT.sendSharedFilm, { token: this.token }, file).subscribe({
      next: (x) => {
        if (typeof x === 'number') this.part.set(x);
        else this.came(x, 'The film was sent.');
      },
      error: (e: unknown) => this.failed(e),
    });
  }
  protected minutes(s: number): string {
    return s < 60 ? `${Math.round(s)} s` : `${Math.floor(s / 60)} min ${Math.round(s % 60)} s`;
  }

  private shown(p: SharedPage): void {
    this.house.own.set(p.drills);
    this.page.set(p);
  }
  private came(p: SharedPage, said?: string): void {
    this.shown(p);
    this.busy.set(false);
    this.part.set(null);
    if (said) this.said.set({ text: said, alarm: false });
  }
  private failed(e: unknown): void {
    this.busy.set(false);
    this.part.set(null);
    this.said.set({ text: sentenceOf(e), alarm: true });
  }
}
