import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { LessonChange, LessonHead } from '@vilko/contract/lesson';
import { draftOf } from '../state/drafts';

type Words = Pick<LessonHead, 'homework' | 'notes'>;

/** What stays of a lesson: homework, next visit, notes; each is kept as soon as it is changed. */
@Component({
  selector: 'vk-lesson-notes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <label class="field"
      >Homework<textarea
        #homework
        rows="2"
        maxlength="2000"
        [value]="now().homework"
        (input)="type({ homework: homework.value })"
        (change)="changed.emit({ homework: homework.value })"
      ></textarea>
    </label>
    @if (visit()) {
      <label class="field mt-2"
        >Next visit<input
          #day
          type="date"
          [value]="lesson().nextVisit ?? ''"
          (change)="changed.emit({ nextVisit: day.value || null })"
      /></label>
    }
    <label class="field mt-2"
      >Notes of this lesson<textarea
        #notes
        rows="3"
        maxlength="4000"
        [value]="now().notes"
        (input)="type({ notes: notes.value })"
        (change)="changed.emit({ notes: notes.value })"
      ></textarea>
    </label>
  `,
})
export class LessonNotes {
  readonly lesson = input.required<Pick<LessonHead, 'id' | 'homework' | 'nextVisit' | 'notes'>>();
  /** The day of the next visit is asked here. */
  readonly visit = input(true);
  readonly changed = output<LessonChange>();
  private readonly typed = signal<Words | null>(null);
  private readonly kept = computed((): Words => ({ homework: this.lesson().homework, notes: this.lesson().notes }));
  protected readonly now = computed(() => this.typed() ?? this.kept());

  constructor() {
    draftOf<Words>({
      key: () => `lesson/${this.lesson().id}`,
      typed: this.typed,
      kept: this.kept,
      back: (words) => {
        this.typed.set(words);
        this.changed.emit(words);
      },
    });
  }

  protected type(words: Partial<Words>): void {
    this.typed.set({ ...this.now(), ...words });
  }
}
