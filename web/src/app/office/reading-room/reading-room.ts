import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { EXERCISES } from '@vilko/core/reading-room/exercise';
import { LEAST_SURE, MOST_SURE } from '@vilko/core/reading-room/score';
import { capital } from '@vilko/core/words/case';
import { Keys } from '../../shell/keys';
import { ItemQuestion } from './item-question';
import { ItemStage } from './item-stage';
import { OwnSwings } from './own-swings';
import { PaperDesk } from './paper-desk';
import { PaperResult } from './paper-result';
import { Session } from './session';
import { SessionEnd } from './session-end';

/** How far the cursor steps, s. */
const STEP = 0.01;

/** Reading practice on swings whose truth is known. */
@Component({
  selector: 'vk-reading-room',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ItemQuestion, ItemStage, PaperDesk, PaperResult, SessionEnd],
  providers: [OwnSwings, Session],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    <div class="flex min-h-[52px] shrink-0 items-center gap-5 border-b border-rules px-4">
      <h1 class="text-24 font-semibold">Reading room</h1>
      @if (reading()) {
        <p class="text-18">{{ session.words().asks }}</p>
        <p class="figures ml-auto text-15 text-ink2">{{ shownAt() }} · {{ left() }} left</p>
        <button class="link text-15" (click)="hand()">{{ ends() }}</button>
      }
    </div>
    @if (!reading()) {
      <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5">
        @if (session.result(); as r) {
          <vk-paper-result [sitting]="r" />
        } @else {
          <vk-session-end />
          <vk-paper-desk class="mt-6" />
        }
      </div>
    } @else if (session.refused(); as why) {
      <p class="p-6 text-18 text-alarm" role="alert">
        {{ why }} <button class="link" (click)="session.next()">Another one</button>
      </p>
    } @else if (session.item()) {
      <div [class]="'grid min-h-0 flex-1 gap-x-6 px-4 ' + columns()">
        <vk-item-question />
        <vk-item-stage />
      </div>
    } @else {
      <p class="p-6 text-18 text-ink2" role="status">{{ coming() }}</p>
    }
  `,
})
export class ReadingRoom {
  protected readonly session = inject(Session);
  protected readonly reading = computed(() => this.session.begun() && !this.session.over());
  protected readonly shownAt = computed(() => {
    const nth = this.session.reads().length + (this.session.read() ? 0 : 1);
    const { one } = this.session.words();
    return `${this.session.item()?.own ? `This house’s ${one}` : capital(one)} ${nth}${this.ofPaper()}`;
  });
  /** When the paper was begun that was once said to be handed in: said twice it is. */
  private readonly handing = signal<string | null>(null);
  protected readonly ends = computed(() => {
    const sat = this.session.sitting();
    if (!sat) return 'End here';
    return this.handing() === sat.at ? `Hand in ${sat.reads.length} of ${sat.paper.items}, for good?` : 'Hand in';
  });
  protected readonly left = computed(() => {
    const s = Math.round(this.session.leftMs() / 1000);
    return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
  });
  /** What is read without a plan beside it needs less room for what is asked. */
  protected readonly columns = computed(() =>
    ['real-or-noise', 'same-golfer', 'choose-drill'].includes(this.session.exercise())
      ? 'grid-cols-[minmax(320px,380px)_minmax(0,1fr)]'
      : 'grid-cols-[minmax(400px,480px)_minmax(0,1fr)]',
  );
  protected readonly coming = computed(() =>
    this.session.exercise() === 'choose-drill' ? 'A pupil comes in …' : 'Somebody steps up to swing …',
  );

  constructor() {
    const s = this.session;
    const digits = Array.from({ length: 9 }, (_, k) => `${k + 1}`);
    inject(Keys).use('Reading room', [
      ...digits.map((key) => ({ key, words: 'choose, then say how sure: 5 to 9', run: () => this.digit(Number(key)) })),
      { key: '0', words: 'I do not know; or certain', run: () => this.digit(0) },
      { key: 'Backspace', words: 'choose anew', run: () => s.back() },
      { key: 'Enter', words: 'begin; next', run: () => this.enter() },
      { key: ' ', words: 'play, stop', run: () => s.play() },
      { key: 'ArrowLeft', words: 'cursor back', run: () => s.step(-STEP) },
      { key: 'ArrowRight', words: 'cursor on', run: () => s.step(STEP) },
      { key: 'Escape', words: 'end the session', run: () => this.leave() },
    ]);
  }

  protected hand(): void {
    const sat = this.session.sitting();
    if (sat && this.handing() !== sat.at) this.handing.set(sat.at);
    else this.session.end();
  }
  private ofPaper(): string {
    const sat = this.session.sitting();
    return sat ? ` of ${sat.paper.items}` : '';
  }
  private leave(): void {
    if (this.session.result()) this.session.result.set(null);
    // a paper is not ended by a slip of a finger
    else if (this.reading() && !this.session.sitting()) this.session.end();
  }
  private digit(n: number): void {
    const s = this.session;
    if (this.session.result()) return;
    if (!this.reading()) {
      const exercise = EXERCISES[n - 1];
      if (n === EXERCISES.length + 1) return s.begin('before-trace', true);
      return exercise && s.begin(exercise, false);
    }
    const i = s.item();
    if (!i || s.read()) return;
    if (i.exercise === 'say-number') return s.number() === null ? undefined : s.width(n - 1);
    if (s.said() !== null) {
      const sure = n === 0 ? MOST_SURE : n / 10;
      return sure >= LEAST_SURE ? s.answer(sure) : undefined;
    }
    if (n === 0) return s.pass();
    const option = i.options[n - 1];
    if (option) s.choose(option);
  }
  private enter(): void {
    if (this.session.result()) this.session.result.set(null);
    else if (!this.reading()) this.session.begin();
    else if (this.session.read() || this.session.refused()) this.session.next();
  }
}
