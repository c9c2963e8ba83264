import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { SharedAct } from '@vilko/contract/share';
import { pictureLines } from '@vilko/core/drills/picture';
import type { Answer } from '@vilko/core/practice/self-check';
import { answerMeans, SELF_CHECKS } from '@vilko/core/practice/self-checks';
import { capital } from '@vilko/core/words/case';
import { Picture } from '../drawing/picture';
import { KeptHere } from './kept-here';

const NOTHING: Readonly<Record<string, Answer>> = {};

/** A guided look at oneself: one check after the other, with pictures, a question and what the answer means. */
@Component({
  selector: 'vk-self-checks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Picture],
  host: { class: 'block' },
  template: `
    <h2 class="text-18 font-semibold">Check yourself</h2>
    @if (at() === null) {
      <p class="text-13 text-ink2">
        {{ all().length }} looks at your own feet, with pictures; three minutes, and no device.
      </p>
      <button class="plain-button mt-2 min-h-11 px-5" (click)="at.set(0)">Begin</button>
    } @else if (now(); as c) {
      <p class="text-ink2">{{ at()! + 1 }} of {{ all().length }}</p>
      <h3 class="font-semibold">{{ c.name }}</h3>
      <div class="mt-1 grid max-w-[480px] grid-cols-2 gap-3">
        @for (p of c.drawn; track p.words) {
          <figure>
            <vk-picture [lines]="p.lines" [words]="p.words" [handed]="handed()" />
            <figcaption class="mt-0.5 text-13 leading-4 text-ink2">{{ p.words }}</figcaption>
          </figure>
        }
      </div>
      <ol class="mt-2 list-decimal pl-5">
        @for (s of c.steps; track s) {
          <li>{{ s }}</li>
        }
      </ol>
      <p class="mt-2 font-semibold">{{ c.asks }}</p>
      <div class="mt-1 flex flex-wrap items-center gap-3">
        @for (a of answers; track a.id) {
          <button
            class="min-h-11 w-[88px]"
            [class]="given()[c.id] === a.id ? 'main-button' : 'plain-button'"
            [attr.aria-pressed]="given()[c.id] === a.id"
            (click)="answer(c.id, a.id)"
          >
            {{ a.words }}
          </button>
        }
        <button class="link min-h-11" (click)="at.set(at()! + 1)">
          {{ given()[c.id] ? 'Next' : 'Skip' }}
        </button>
        @if (at()) {
          <button class="link min-h-11" (click)="at.set(at()! - 1)">Back</button>
        }
      </div>
      @if (means(); as m) {
        <p class="mt-1 border-l-2 border-ink pl-2" role="status">{{ m }}</p>
      }
    } @else {
      <ul class="mt-1">
        @for (a of told(); track a.name) {
          <li class="border-t border-rules py-1">
            <strong class="font-semibold">{{ a.name }}</strong>: {{ a.means }}.
          </li>
        } @empty {
          <li>Nothing was answered.</li>
        }
      </ul>
      <label class="field mt-1 text-15"
        >Anything to add?
        <textarea
          class="text-15"
          rows="2"
          maxlength="1000"
          [value]="note()"
          (input)="note.set($any($event.target).value)"
        ></textarea>
      </label>
      <div class="mt-2 flex flex-wrap items-center gap-3">
        <button class="main-button min-h-11 px-5" [disabled]="!told().length" (click)="done()">Send the answers</button>
        <button class="link min-h-11" (click)="at.set(all().length - 1)">Back</button>
        <button class="link min-h-11" (click)="clear()">Throw away</button>
      </div>
    }
  `,
})
export class SelfChecks {
  /** Ids of those fit for the pupil. */
  readonly fit = input.required<readonly string[]>();
  readonly handed = input<'right' | 'left'>('right');
  readonly act = output<SharedAct>();
  protected readonly answers: readonly { id: Answer; words: string }[] = [
    { id: 'yes', words: 'Yes' },
    { id: 'no', words: 'No' },
  ];
  /** Which check is looked at; null before the first. */
  protected readonly at = signal<number | null>(null);
  protected readonly given = inject(KeptHere).draft('checks', NOTHING);
  protected readonly note = signal('');
  protected readonly all = computed(() => SELF_CHECKS.filter((c) => this.fit().includes(c.id)));
  protected readonly now = computed(() => {
    const c = this.all()[this.at() ?? 0];
    return c && { ...c, drawn: c.pictures.map((p) => ({ words: p.words, lines: pictureLines(p) })) };
  });
  protected readonly told = computed(() =>
    this.all().flatMap((c) => {
      const answer = this.given()[c.id];
      return answer ? [{ name: c.name, means: answerMeans(c, answer) }] : [];
    }),
  );
  protected readonly means = computed(() => {
    const c = this.now();
    const answer = c && this.given()[c.id];
    if (!answer) return '';
    return `${capital(answerMeans(c, answer))}.`;
  });

  protected answer(id: string, answer: Answer): void {
    this.given.update((g) => ({ ...g, [id]: answer }));
  }
  protected done(): void {
    this.act.emit({ act: 'check', checks: { ...this.given() }, note: this.note().trim() });
    this.clear();
  }
  protected clear(): void {
    this.given.set(NOTHING);
    this.note.set('');
    this.at.set(null);
  }
}
