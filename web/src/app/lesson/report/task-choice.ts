import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { HouseDrills } from '../../state/house-drills';
import { lessonFeature } from '../../state/lesson';
import { ReportActions } from '../../state/report-actions';
import { reportFeature } from '../../state/report';

/** The drill that is the one thing to do: one choice, which report, plan, letter and the pupil's page follow. */
@Component({
  selector: 'vk-task-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <label class="field"
      >One thing to do is
      <select (change)="choose($any($event.target).value)">
        <option value="" [selected]="!lesson()?.task">{{ follows() }}</option>
        @for (d of drills(); track d.id) {
          <option [value]="d.id" [selected]="d.id === lesson()?.task">{{ d.name }}</option>
        }
      </select>
    </label>
  `,
})
export class TaskChoice {
  private readonly store = inject(Store);
  private readonly house = inject(HouseDrills);
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly report = this.store.selectSignal(reportFeature.selectReport);
  protected readonly drills = computed(() =>
    [...this.house.shelf().offered].sort((a, b) => a.name.localeCompare(b.name)),
  );
  /** What the one thing to do is where no drill was chosen. */
  protected readonly follows = computed(() => {
    if (this.lesson()?.task) return 'what homework, plan and finding say';
    const named = this.house.shelf().one(this.report()?.drill);
    if (named) return `${named.name}, by homework, plan or finding`;
    return this.report()?.draft.task ? 'the homework’s sentence' : 'nothing yet';
  });

  protected choose(drill: string): void {
    this.store.dispatch(ReportActions.chooseTask({ lessonId: this.lesson()!.id, drill: drill || null }));
  }
}
