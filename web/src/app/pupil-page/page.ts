import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { addressIn, pathOf } from '@vilko/contract/endpoints/path';
import { SHARED_ADDRESSES as AT } from '@vilko/contract/endpoints/shared-addresses';
import type { Endpoints } from '@vilko/contract/endpoints/table';
import type { SharedAct } from '@vilko/contract/share';
import { DRILL_CAUTIONS } from '@vilko/core/drills/cautions';
import { PlainWords } from '../drawing/words/plain-words';
import { ReportSheet } from '../lesson/report/report-sheet';
import { clockText, dateText, shortDate } from '@vilko/core/words/dates';
import { askWithProgress } from '../state/ask';
import { sentenceOf } from '../state/sentences';
import { HouseDrills } from '../state/house-drills';
import { AtHand } from './at-hand';
import { BallBlocks } from './ball-blocks';
import { FeltShare } from './felt-share';
import { KeptHere, LINK_TOKEN } from './kept-here';
import { Outbox } from './outbox';
import { PracticeDays } from './practice-days';
import { SelfChecks } from './self-checks';
import { SentList } from './sent-list';

const WAITS = 'There is no network just now: it is kept on this device, and goes by itself.';
const NO_FILM = 'There is no network just now. The film was not sent: choose it again when there is one.';
const noNetwork = (e: unknown): boolean => e instanceof HttpErrorResponse && e.status === 0;

/** Largest film the server takes from a pupil, bytes. */
const LARGEST = 100 * 1024 * 1024;

/**
 * The pupil's own page: the report as the instructor wrote it, and ways to answer. Reads at 390 px; knows nothing of
 * the house.
 */
@Component({
  selector: 'vk-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BallBlocks, FeltShare, PlainWords, PracticeDays, ReportSheet, SelfChecks, SentList],
  template: `
    <main class="min-h-full bg-paper pb-10 text-15 leading-[21px] text-ink print:bg-white">
      @if (page(); as p) {
        @if (since(); as at) {
          <p class="mx-auto max-w-[760px] px-8 py-2 text-ink2 max-[640px]:px-4 print:hidden" role="status">
            There is no network just now. This is the page as it came on {{ at }}; what you write is kept on this device
            and goes by itself.
          </p>
        }
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
          <vk-self-checks class="mt-5" [fit]="p.checks" [handed]="p.head.handed" (act)="act($event)" />
          <vk-ball-blocks class="mt-5" [fit]="p.checks" (act)="act($event)" />
          <vk-felt-share class="mt-5" (act)="act($event)" />
          <details class="mt-5">
            <summary class="min-h-11 cursor-pointer content-center text-18 font-semibold">
              Words that are easily mixed up
            </summary>
            <vk-plain-words class="mt-2" [handed]="p.head.handed" />
          </details>
          <section class="mt-5">
            <h2 class="text-18 font-semibold">Write to your instructor</h2>
            <label class="field mt-1 text-15"
              >How did it go? Anything that hurts? A question? The answer comes to this page.
              <textarea
                class="text-15"
                rows="3"
                maxlength="1000"
                [value]="words()"
                (input)="words.set($any($event.target).value)"
              ></textarea>
            </label>
            <button class="main-button mt-2 min-h-11 px-5" [disabled]="busy() || !words().trim()" (click)="answer()">
              Send it
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
          <vk-sent-list [sent]="p.sent" [by]="p.head.by.instructor" />
          @if (hand.offered()) {
            <section class="mt-5">
              <h2 class="text-15 font-semibold">At hand</h2>
              <button class="plain-button mt-1 min-h-11 px-5" (click)="hand.install()">
                Put this page on the home screen
              </button>
            </section>
          }
          <p class="mt-6 border-t border-rules pt-2 text-13 text-ink2">
            This page is open until {{ date(p.expiresAt) }}. Whoever has its link can read it: pass it on with care.
            Your instructor sees when it was last opened. {{ cautions }}
          </p>
          <p class="mt-1 text-13 text-ink2">
            So that it opens without a network, this page is kept on this device until its link is closed.
            <button class="link min-h-11 px-1" (click)="forget()">Keep nothing of it here</button>
          </p>
        </div>
      } @else {
        <div class="mx-auto max-w-[760px] px-8 py-10 text-18 max-[640px]:px-4" role="status">
          <p>{{ said()?.text ?? 'Opening your page …' }}</p>
          @if (said()) {
            <button class="plain-button mt-4 min-h-11 px-5 text-15" (click)="open()">Try again</button>
          }
          <vk-sent-list class="text-15" />
        </div>
      }
    </main>
  `,
})
export class PupilPage {
  private readonly http = inject(HttpClient);
  private readonly token = inject(LINK_TOKEN);
  private readonly house = inject(HouseDrills);
  private readonly outbox = inject(Outbox);
  protected readonly hand = inject(AtHand);
  protected readonly url = pathOf(addressIn(AT.shared).path, { token: this.token });
  protected readonly page = this.outbox.page;
  protected readonly words = inject(KeptHere).draft('words', '');
  /** The part of a film that has been sent, 0–1. */
  protected readonly part = signal<number | null>(null);
  protected readonly busy = computed(() => this.part() !== null || this.outbox.sending());
  protected readonly said = signal<{ text: string; alarm: boolean } | null>(null);
  protected readonly percent = computed(() => Math.round(100 * (this.part() ?? 0)));
  protected readonly since = computed(() => {
    const at = this.outbox.since();
    return at === null ? null : `${shortDate(at)}, ${clockText(at)}`;
  });
  protected readonly cautions = DRILL_CAUTIONS[0] ?? '';
  protected readonly date = dateText;

  constructor() {
    this.house.from.set(`/api/shared/${this.token}`);
    document.documentElement.className = 'day';
    effect(() => {
      const page = this.page();
      if (!page) return;
      this.house.own.set(page.drills);
      document.title = `Your lesson of ${dateText(page.head.startedAt)}`;
    });
    this.open();
  }

  protected open(): void {
    this.said.set(null);
    void this.outbox.open().then((text) => text !== null && this.said.set({ text, alarm: true }));
  }
  /** Sends what was written; without a network it waits here, and the list beneath says so. */
  protected act(act: SharedAct): void {
    this.said.set(null);
    void this.outbox.post(act).then(() => {
      const refused = this.outbox.waiting().some((w) => w.refused !== null);
      const waits = this.outbox.waiting().length > 0;
      if (!refused) this.said.set({ text: waits ? WAITS : 'Your instructor has it.', alarm: false });
    });
  }
  protected answer(): void {
    const text = this.words().trim();
    this.words.set('');
    this.act({ act: 'answer', text });
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
    this.part.set(0);
    this.said.set(null);
    askWithProgress<Endpoints['sendSharedFilm']>(this.http, AT.sendSharedFilm, { token: this.token }, file).subscribe({
      next: (x) => {
        if (typeof x === 'number') return this.part.set(x);
        this.part.set(null);
        this.outbox.came(x);
        this.said.set({ text: 'The film was sent.', alarm: false });
      },
      error: (e: unknown) => {
        this.part.set(null);
        this.said.set({ text: noNetwork(e) ? NO_FILM : sentenceOf(e), alarm: true });
      },
    });
  }
  protected async forget(): Promise<void> {
    if (this.outbox.waiting().length) {
      this.said.set({ text: 'What is not sent yet would be lost: it goes first.', alarm: true });
      return;
    }
    await this.hand.forget();
    this.said.set({ text: 'Nothing of this page stays on this device once it is closed.', alarm: false });
  }
  protected minutes(s: number): string {
    return s < 60 ? `${Math.round(s)} s` : `${Math.floor(s / 60)} min ${Math.round(s % 60)} s`;
  }
}
