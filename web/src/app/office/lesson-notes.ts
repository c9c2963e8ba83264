import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { LessonChange, LessonHead } from '@vilko/contract';

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
        [value]="lesson().homework"
        (change)="changed.emit({ homework: homework.value })"
      ></textarea>
    </label>
    <label class="field mt-2"
      >Next visit<input
        #visit
        type="date"
        [value]="lesson().nextVisit ?? ''"
        (change)="changed.emit({ nextVisit: visit.value || null })"
    /></label>
    <label class="field mt-2"
      >Notes of this lesson<textarea
        #notes
        rows="3"
        maxlength="4000"
        [value]="lesson().notes"
        (change)="changed.emit({ notes: notes.value })"
      ></textarea>
    </label>
  `,
})
export class LessonNotes {
  readonly lesson = input.required<Pick<LessonHead, 'homework' | 'nextVisit' | 'notes'>>();
  readonly changed = output<LessonChange>();
}
