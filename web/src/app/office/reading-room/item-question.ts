import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { LEAST_SURE, MOST_SURE } from '@vilko/core/reading-room/score';
import { amount, unitOfDifference } from '@vilko/core/words/amounts';
import { capital } from '@vilko/core/words/case';
import { faultName } from '@vilko/core/words/findings';
import { deviceTitle } from '../../device-words';
import { Track } from '../../drawing/track/track';
import { Evidence } from '../../lesson/read/evidence';
import { placeWords } from '../../lesson/read/cursor-words';
import { settingsFeature } from '../../state/settings';
import type { NumberRead } from './answers';
import { bitsOf, isRight } from './answers';
import {
  BALL_SHOWN,
  drillAnswer,
  optionName,
  othersWords,
  pupilLines,
  pupilOption,
  readingWords,
  whyWords,
} from './item-words';
import { NumberRuler } from './number-ruler';
import { Session } from './session';

/** How sure, on the ruler. */
const SURE = [LEAST_SURE, 0.6, 0.7, 0.8, 0.9, MOST_SURE] as const;

/** What is asked of an item, what may be said, and, once it was said, what is true and why. */
@Component({
  selector: 'vk-item-question',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Evidence, NumberRuler, Track],
  host: { class: 'flex min-h-0 flex-col pt-2' },
  template: `
    @let i = item();
    @if (swing(); as s) {
      <p class="flex gap-3 text-15 text-ink2">
        <span class="one-line min-w-0 flex-1">{{ device() }}, {{ s.club }}, {{ s.handed }}&#8209;handed</span>
        <span class="shrink-0 whitespace-nowrap">{{ place() }}</span>
      </p>
      @if (i.exercise !== 'say-number' || session.read()) {
        <vk-track
          [view]="s.view"
          [cursor]="still() ? s.view.start : session.cursor()"
          [turned]="turned()"
          [still]="still()"
          [quiet]="still()"
          [unmarked]="session.gentle()"
          [lit]="session.lit()"
          (cursorMoved)="session.cursor.set($event)"
        />
      }
    }
    @if (i.exercise === 'ball-agrees') {
      <p class="mt-1 text-18 leading-6 font-semibold">{{ finding() }}</p>
      <ul class="grid grid-cols-2 gap-x-4 border-b border-strong-rules pb-1 text-15 leading-6">
        @for (line of ball(); track line) {
          <li>{{ line }}</li>
        }
      </ul>
    }
    @if (i.exercise === 'choose-drill') {
      <dl class="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 border-b border-strong-rules pb-2 text-18 leading-7">
        @for (line of pupil(); track line[0]) {
          <dt class="text-ink2">{{ line[0] }}</dt>
          <dd [class.font-semibold]="$first">{{ line[1] }}</dd>
        }
      </dl>
    }
    <section class="min-h-0 flex-1 overflow-y-auto pt-1 pb-2" aria-label="Your reading">
      @if (i.exercise === 'say-number' && !session.read()) {
        <vk-number-ruler />
      } @else if (i.exercise !== 'say-number') {
        <ol [class]="'grid gap-x-3 ' + (long() ? 'grid-cols-1' : 'grid-cols-2')">
          @for (o of options(); track o.id) {
            <li class="border-b border-rules">
              <button
                class="flex min-h-11 w-full items-center gap-2 px-1.5 py-1 text-left text-15 leading-5"
                [class.bg-ink]="session.said() === o.id"
                [class.text-paper]="session.said() === o.id"
                [class.font-semibold]="session.read() && o.id === i.truth"
                [attr.aria-pressed]="session.said() === o.id"
                [disabled]="session.read() !== null"
                (click)="session.choose(o.id)"
              >
                <span class="figures w-3 shrink-0" [class.text-ink2]="session.said() !== o.id">{{ o.key }}</span>
                <span class="min-w-0 flex-1"
                  >{{ o.name }}
                  @if (o.reason) {
                    <span class="block font-normal">{{ o.reason }}</span>
                  }
                </span>
                @if (session.read() && o.id === i.truth) {
                  <span>✓<span class="sr-only"> the truth</span></span>
                }
              </button>
            </li>
          }
        </ol>
      }
      @if (session.read(); as r) {
        <div class="mt-2 flex items-center gap-4">
          <p class="min-w-0 flex-1 text-24 leading-7 font-semibold" role="status">{{ result() }}</p>
          <button class="main-button min-h-11 shrink-0 text-15" (click)="session.next()">
            Next {{ session.words().one }} <span class="figures font-normal">Enter</span>
          </button>
        </div>
        @if (r.number; as n) {
          <p class="text-15 leading-5">{{ saidNumber(n) }}</p>
        }
        <p class="mt-1 text-15 leading-5">{{ why() }}</p>
        <p class="mt-1 text-15 leading-5 text-ink2">{{ points() }} {{ others() }}</p>
        @if (session.evidence().length) {
          <vk-evidence class="mt-1 text-15" [pieces]="session.evidence()" (lit)="session.hover.set($event)" />
        }
      } @else if (session.said()) {
        <p class="mt-2 text-18 font-semibold">How sure?</p>
        <div class="mt-1 grid grid-cols-6" role="group" aria-label="How sure, per cent">
          @for (s of sureness; track s.value) {
            <button
              class="figures min-h-11 border-y border-r border-strong-rules text-18 first:border-l hover:bg-sheet"
              [attr.aria-label]="s.words + '% sure'"
              (click)="session.answer(s.value)"
            >
              {{ s.words }}
            </button>
          }
        </div>
        <p class="mt-1 text-13 text-ink2">
          Keys 5 to 9 for 50 to 90%, 0 for certain; Backspace chooses anew. 50 is a toss-up.
        </p>
      } @else if (i.exercise !== 'say-number') {
        <button class="plain-button mt-2 min-h-11 w-full text-15" (click)="session.pass()">
          I do not know <span class="figures text-ink2">0</span>
        </button>
        <p class="mt-1 text-13 text-ink2">{{ hint() }}</p>
      }
    </section>
  `,
})
export class ItemQuestion {
  protected readonly session = inject(Session);
  protected readonly turned = inject(Store).selectSignal(settingsFeature.selectTurned);
  protected readonly item = computed(() => this.session.item()!);
  protected readonly sureness = SURE.map((value) => ({ value, words: Math.round(100 * value) }));
  /** The swing whose plan stands above what is asked. */
  protected readonly swing = computed(() => {
    const i = this.item();
    return 'view' in i ? i : null;
  });
  protected readonly still = computed(
    () => this.item().exercise === 'before-trace' && !this.session.read() && !this.session.gentle(),
  );
  protected readonly device = computed(() => deviceTitle(this.swing()!.device));
  protected readonly place = computed(() =>
    this.still() ? 'at address' : this.session.gentle() ? '' : placeWords(this.swing()!.view, this.session.cursor()),
  );
  /** Options that take a line each. */
  protected readonly long = computed(() =>
    ['before-trace', 'real-or-noise', 'choose-drill'].includes(this.item().exercise),
  );
  protected readonly options = computed(() => {
    const i = this.item();
    const r = this.session.read();
    const all = i.options.map((id, k) => ({
      ...{ id, key: k + 1, name: this.nameOf(id) },
      reason: r && i.exercise === 'choose-drill' ? drillAnswer(id, i.pupil) : '',
    }));
    // once it is answered only what was said, by whom, and the truth stand there; of drills all, with their reasons
    const spoken = [i.truth, r?.answer?.said, this.session.gentle() ? null : i.vilko?.said];
    return r && i.exercise !== 'choose-drill' ? all.filter((o) => spoken.includes(o.id)) : all;
  });
  protected readonly finding = computed(() => {
    const i = this.item();
    return i.exercise === 'ball-agrees' ? capital(faultName(i.fault)) : '';
  });
  protected readonly ball = computed(() => {
    const i = this.item();
    if (i.exercise !== 'ball-agrees') return [];
    return BALL_SHOWN.filter((n) => i.ball[n] != null).map((n) => capital(readingWords(n, i.ball)));
  });
  protected readonly pupil = computed(() => {
    const i = this.item();
    return i.exercise === 'choose-drill' ? pupilLines(i.pupil) : [];
  });
  protected readonly result = computed(() => {
    const r = this.session.read();
    const i = this.item();
    if (!r) return '';
    if (i.exercise === 'say-number') return `${isRight(r) ? 'Near enough' : 'It was'}: ${amount(i.number, i.unit)}.`;
    return isRight(r)
      ? 'Right.'
      : this.session.gentle()
        ? 'Look again: it was another way.'
        : `It was: ${optionName(r.truth)}.`;
  });
  protected readonly why = computed(() => (this.session.read() ? whyWords(this.item(), this.session.gentle()) : ''));
  protected readonly others = computed(() => (this.session.gentle() ? '' : othersWords(this.item())));
  protected readonly points = computed(() => {
    const r = this.session.read();
    if (!r?.options || this.session.gentle()) return '';
    const bits = bitsOf(r);
    return `${bits > 0 ? '+' : bits < 0 ? '−' : ''}${Math.abs(bits).toFixed(1)} bits.`;
  });
  protected readonly hint = computed(() => {
    const n = this.item().options.length;
    const keys = `Keys 1 ${n === 2 ? 'and' : 'to'} ${n} choose`;
    if (this.item().exercise === 'before-trace') return `${keys}; Space plays, ← → go picture by picture.`;
    return this.swing() ? `${keys}; ← → move the cursor, Space plays.` : `${keys}.`;
  });

  private nameOf(option: string): string {
    return this.session.gentle() ? pupilOption(option) : optionName(option);
  }
  protected saidNumber({ value, half, truth }: NumberRead): string {
    const i = this.item();
    if (i.exercise !== 'say-number') return '';
    const covered = Math.abs(value - truth) <= half ? 'covers it' : 'does not cover it';
    const off = Math.abs(value - truth) / i.worth;
    const [unit, apart] = [unitOfDifference(i.unit), off.toFixed(1)];
    return `You said ${amount(value, i.unit)}, ± ${amount(half, unit)}: that ${covered}; ${apart} worths off, of ${amount(i.worth, unit)} each.`;
  }
}
