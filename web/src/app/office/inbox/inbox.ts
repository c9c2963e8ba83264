import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { InboxSwing } from '@vilko/contract/inbox';
import { clockText, dateText, shortDate } from '@vilko/core/words/dates';
import { deviceTitle } from '../../device-words';
import { Thumbnail } from '../../drawing/rack/thumbnail';
import { Keys } from '../../shell/keys';
import { InboxActions, inboxFeature } from '../../state/inbox';
import { OfficeActions, officeFeature } from '../../state/office';

/** Office › Inbox: swings without a sure owner; a person says whose they are. They count nowhere before. */
@Component({
  selector: 'vk-inbox',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Thumbnail],
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-8 text-15">
      <h1 class="text-24 font-semibold">Inbox</h1>
      <p class="mt-2 max-w-[760px] text-ink2">
        Swings that a bay found while it slept, or of which nobody said whose they were. They count in nobody’s lesson
        until they are given to one.
      </p>
      @if (swings(); as list) {
        @if (list.length) {
          <div class="mt-4 flex flex-wrap items-center gap-4 border-y border-rules py-2">
            <label class="flex items-center gap-2"
              ><input type="checkbox" [checked]="picked().length === list.length" (change)="pickAll()" />
              {{ picked().length }} of {{ list.length }} chosen</label
            >
            <label class="flex min-w-0 items-center gap-2"
              >Lesson
              <select
                class="max-w-[380px] min-w-0 rounded-[3px] border border-strong-rules bg-sheet px-1 py-1"
                (change)="lesson.set($any($event.target).value)"
              >
                @for (l of lessons(); track l.id) {
                  <option [value]="l.id" [selected]="l.id === lesson()">{{ l.words }}</option>
                }
              </select>
            </label>
            <button class="main-button" [disabled]="!picked().length || !lesson()" (click)="assign()">
              Into this lesson
            </button>
            <button class="plain-button" [disabled]="!picked().length" (click)="remove()">Delete</button>
          </div>
          <ol aria-label="Swings of the inbox">
            @for (s of list; track s.id) {
              <li class="border-b border-rules">
                <label
                  class="grid cursor-pointer grid-cols-[24px_130px_230px_1fr] items-center gap-4 py-2 hover:bg-sheet"
                >
                  <input type="checkbox" [checked]="chosen().has(s.id)" (change)="pick(s)" />
                  <vk-thumbnail class="h-[62px] w-[130px]" [shape]="s.thumbnail" [handed]="s.handed" />
                  <span
                    ><span class="whitespace-nowrap">{{ day(s.recordedAt) }}, {{ clock(s.recordedAt) }}</span
                    ><br /><span class="text-ink2">{{ s.bay }}, {{ device(s.device) }}</span></span
                  >
                  <span
                    >{{ s.clubName }}, {{ s.kind === 'full' ? 'whole' : s.kind }},
                    {{ s.tag === 'ball' ? 'with a ball' : s.tag }}<br /><span class="text-ink2"
                      >{{ s.reason }}. {{ s.pupil }}’s lesson stood there.</span
                    ></span
                  >
                </label>
              </li>
            }
          </ol>
        } @else {
          <p class="mt-6 text-18">Nothing lies here: every swing has its lesson.</p>
        }
      } @else {
        <p class="mt-6 text-ink2" role="status">Fetching the inbox …</p>
      }
    </div>
  `,
})
export class Inbox {
  private readonly store = inject(Store);
  protected readonly swings = this.store.selectSignal(inboxFeature.selectSwings);
  private readonly pupils = this.store.selectSignal(officeFeature.selectPupils);
  protected readonly day = dateText;
  protected readonly clock = clockText;
  protected readonly device = deviceTitle;
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  /** Those that are chosen and still there. */
  protected readonly picked = computed(() => (this.swings() ?? []).filter((s) => this.chosen().has(s.id)));
  protected readonly lessons = computed(() =>
    (this.pupils() ?? [])
      .flatMap((p) =>
        p.lessons.map((l) => ({
          id: l.id,
          at: l.startedAt,
          whose: p.name,
          words: `${p.name}, ${shortDate(l.startedAt)}`,
        })),
      )
      .sort((a, b) => b.at.localeCompare(a.at)),
  );
  /** The lesson that stood on the bay. */
  private readonly likely = computed(() => this.picked()[0]?.lessonId ?? this.lessons()[0]?.id ?? '');
  /** Where they go: there, until another is named, which a list that comes anew does not take back. */
  protected readonly lesson = linkedSignal(this.likely);

  constructor() {
    this.store.dispatch(InboxActions.open());
    this.store.dispatch(OfficeActions.openPupils());
    inject(Keys).use('Inbox', [
      { key: 'a', words: 'choose all, or none', run: () => this.pickAll() },
      { key: 'Enter', words: 'put what is chosen into the lesson', run: () => this.assign() },
      { key: 'Delete', words: 'delete what is chosen (undo offered)', run: () => this.remove() },
    ]);
  }

  protected pick({ id }: InboxSwing): void {
    const next = new Set(this.chosen());
    if (!next.delete(id)) next.add(id);
    this.chosen.set(next);
  }
  protected pickAll(): void {
    const all = this.swings() ?? [];
    this.chosen.set(new Set(this.picked().length === all.length ? [] : all.map((s) => s.id)));
  }
  protected assign(): void {
    const lesson = this.lessons().find((l) => l.id === this.lesson());
    const ids = this.picked().map((s) => s.id);
    if (lesson && ids.length)
      this.store.dispatch(InboxActions.assign({ ids, lessonId: lesson.id, whose: lesson.words }));
  }
  protected remove(): void {
    const ids = this.picked().map((s) => s.id);
    if (ids.length) this.store.dispatch(InboxActions.delete({ ids }));
  }
}
