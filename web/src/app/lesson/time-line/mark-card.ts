import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { LessonMark, TimeLine } from '@vilko/contract/time-line';
import { MARK_KINDS, type MarkKind, MOST_MARKS } from '@vilko/contract/time-line-words';
import { Keys } from '../../shell/keys';
import { HouseDrills } from '../../state/house-drills';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { NoticeActions } from '../../state/notices';
import { nextNumber, withMark } from './time-line';

/** What may be said without a word of one's own. */
const SAYS_ITSELF: ReadonlySet<MarkKind> = new Set(['pause', 'demonstration']);
/** Cues of the pupil's shelf that a key puts on the time line. */
const BY_KEY = 9;

/** Puts what was said or done before a swing on the lesson's time line: from the pupil's shelf by one key, or typed. */
@Component({
  selector: 'vk-mark-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="overlay-card w-[560px] p-6 text-15" (submit)="$event.preventDefault(); put(words())">
      <h2 class="text-18 font-semibold">On the time line, before swing {{ before() }}</h2>
      @if (cues().length) {
        <p class="mt-3 text-13 text-ink2">From {{ lesson()!.pupil.name }}’s shelf</p>
        <ul>
          @for (c of cues(); track c.words; let i = $index) {
            <li>
              <button
                type="button"
                class="flex w-full items-baseline gap-3 border-t border-rules py-1.5 text-left hover:underline"
                (click)="put(c.words, 'cue')"
              >
                <span class="figures w-4">{{ i + 1 }}</span> {{ c.words }}
              </button>
            </li>
          }
        </ul>
      }
      <div class="mt-3 flex flex-wrap gap-x-4 gap-y-1 border-t border-rules pt-3" role="radiogroup" aria-label="What">
        @for (k of kinds; track k) {
          <label class="flex items-center gap-1.5"
            ><input type="radio" name="kind" [checked]="kind() === k" (change)="kind.set(k)" /> {{ k }}</label
          >
        }
      </div>
      <div class="mt-2 grid grid-cols-[minmax(0,1fr)_110px] gap-3">
        <label class="field"
          >In words<input
            maxlength="120"
            list="mark-drills"
            [placeholder]="saysItself() ? kind() : ''"
            [value]="words()"
            (input)="words.set($any($event.target).value)"
        /></label>
        <label class="field"
          >Before swing<input
            class="figures"
            type="number"
            min="1"
            [max]="next()"
            [value]="before()"
            (change)="chosen.set(+$any($event.target).value || null)"
        /></label>
        <datalist id="mark-drills">
          @for (d of drills(); track d.id) {
            <option [value]="d.name"></option>
          }
        </datalist>
      </div>
      @if (marks().length) {
        <ol class="mt-3 max-h-[180px] overflow-auto border-t border-rules" aria-label="Time line">
          @for (m of marks(); track m.id) {
            <li class="flex items-baseline gap-3 border-b border-rules py-1">
              <span class="figures w-[72px] shrink-0 text-ink2">before {{ m.before }}</span>
              <span class="min-w-0 flex-1">{{ m.words }}</span>
              <button type="button" class="link" [attr.aria-label]="'Take off: ' + m.words" (click)="takeOff(m)">
                Take off
              </button>
            </li>
          }
        </ol>
      }
      <p class="mt-4 flex gap-3">
        <button class="main-button" [disabled]="!ready()">Put it on</button>
        <button type="button" class="plain-button" (click)="ref.close()">Close</button>
      </p>
    </form>
  `,
})
export class MarkCard {
  protected readonly ref = inject(DialogRef);
  private readonly store = inject(Store);
  private readonly house = inject(HouseDrills);
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  protected readonly kinds = MARK_KINDS;
  protected readonly kind = signal<MarkKind>('cue');
  protected readonly words = signal('');
  /** The swing that was chosen; null: the next one. */
  protected readonly chosen = signal<number | null>(null);
  protected readonly next = computed(() => nextNumber(this.rack()));
  protected readonly before = computed(() => Math.min(this.chosen() ?? this.next(), this.next()));
  protected readonly marks = computed((): TimeLine => this.lesson()?.timeLine ?? []);
  protected readonly cues = computed(() => (this.lesson()?.pupil.profile.cues ?? []).slice(0, BY_KEY));
  protected readonly drills = computed(() => (this.kind() === 'drill' ? this.house.shelf().offered : []));
  protected readonly saysItself = computed(() => SAYS_ITSELF.has(this.kind()));
  protected readonly ready = computed(
    () => (this.words().trim() !== '' || this.saysItself()) && this.marks().length < MOST_MARKS,
  );

  constructor() {
    inject(Keys).use(
      'Time line',
      Array.from({ length: BY_KEY }, (_, i) => ({
        key: String(i + 1),
        words: `cue ${i + 1} of the shelf`,
        run: () => {
          const cue = this.cues()[i];
          if (cue) this.put(cue.words, 'cue');
        },
      })),
      'dialog',
    );
  }

  protected put(words: string, kind = this.kind()): void {
    const said = words.trim() || (SAYS_ITSELF.has(kind) ? kind : '');
    if (!said || this.marks().length >= MOST_MARKS) return;
    const mark: LessonMark = {
      id: crypto.randomUUID(),
      at: new Date().toISOString(),
      before: this.before(),
      kind,
      words: said,
    };
    this.keep(withMark(this.marks(), mark), `“${said}” stands before swing ${mark.before}.`);
    this.ref.close();
  }
  protected takeOff(mark: LessonMark): void {
    this.keep(
      this.marks().filter((m) => m.id !== mark.id),
      `“${mark.words}” is off the time line.`,
    );
  }
  /** What was there before can be had again. */
  private keep(timeLine: TimeLine, text: string): void {
    const { id } = this.lesson()!;
    const undo = LessonActions.changeLesson({ id, change: { timeLine: this.marks() } });
    this.store.dispatch(LessonActions.changeLesson({ id, change: { timeLine } }));
    this.store.dispatch(NoticeActions.offerUndo({ text, undo }));
  }
}
