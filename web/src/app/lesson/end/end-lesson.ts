import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { LessonChange } from '@vilko/contract/lesson';
import type { SwingHead } from '@vilko/contract/swing';
import { painRose } from '@vilko/core/practice/plan';
import { counted } from '@vilko/core/words/amounts';
import { LessonNotes } from '../../office/lesson-notes';
import { Keys } from '../../shell/keys';
import { BayActions, bayFeature } from '../../state/bay';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { ReportActions } from '../../state/report-actions';
import { reportFeature } from '../../state/report';
import { FrozenLine, spans } from '../report/frozen-line';
import { TaskChoice } from '../report/task-choice';
import { LetterCard } from './letter-card';
import { NextVisit } from './next-visit';
import { ProgrammeStepLine } from './programme-step';
import { ShownSwings } from './shown-swings';

/** The end of a lesson on one sheet: what is shown, the one thing to do, the next visit, notes, the letter. */
@Component({
  selector: 'vk-end-lesson',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FrozenLine, LessonNotes, LetterCard, NextVisit, ProgrammeStepLine, RouterLink, ShownSwings, TaskChoice],
  host: { class: 'block h-full min-h-0' },
  template: `
    @if (lesson(); as l) {
      <div class="h-full overflow-y-auto px-4 pt-4 pb-8 text-15">
        <div class="flex items-baseline gap-4">
          <h1 class="text-24 font-semibold">End of the lesson</h1>
          <span class="text-ink2">{{ swings() }}</span>
          <span class="ml-auto flex items-baseline gap-4">
            <a class="link" [routerLink]="['/lesson', l.id, 'report']">The page</a>
            <button class="main-button" (click)="end()">{{ has() ? 'End, and free the bay' : 'Done' }}</button>
          </span>
        </div>
        @if (rack().length) {
          <section class="mt-3" aria-labelledby="shown">
            <h2 id="shown" class="text-18 font-semibold">Swings to show</h2>
            <p class="text-ink2">{{ shownWords() }}</p>
            <vk-shown-swings class="mt-1.5" [swings]="rack()" (starred)="star($event)" />
          </section>
        }
        <div class="mt-4 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-10 max-[900px]:grid-cols-1">
          <div>
            <section aria-labelledby="home">
              <h2 id="home" class="text-18 font-semibold">To take home</h2>
              <vk-programme-step [pupilId]="l.pupil.id" [anew]="rack()" (moved)="booked.set(booked() + 1)" />
              <vk-task-choice class="mt-1.5" />
              <vk-lesson-notes class="mt-2 block" [lesson]="l" [visit]="false" (changed)="change($event)" />
              <label class="field mt-2 w-[150px]"
                >Pain afterwards, 0–10
                <select (change)="change({ painAfter: pain($any($event.target).value) })">
                  <option value="" [selected]="l.painAfter === null">not asked</option>
                  @for (n of pains; track n) {
                    <option [value]="n" [selected]="n === l.painAfter">{{ n }}</option>
                  }
                </select>
              </label>
              @if (rose()) {
                <p class="mt-1 border-l-2 border-alarm pl-2 text-alarm" role="alert">
                  It rose from {{ l.painBefore }} to {{ l.painAfter }}: nothing of today is practised until it has
                  settled, and somebody who treats it is asked.
                </p>
              }
            </section>
            <section class="mt-5" aria-labelledby="next">
              <h2 id="next" class="text-18 font-semibold">Next visit</h2>
              <vk-next-visit class="mt-1.5" [lesson]="l" [anew]="booked()" (changed)="change($event)" />
            </section>
          </div>
          <section aria-labelledby="letter">
            <h2 id="letter" class="text-18 font-semibold">Letter</h2>
            @if (report(); as r) {
              <vk-frozen-line class="mt-1" [report]="r" (renew)="renew()" />
            }
            <vk-letter-card class="mt-1.5" [lessonId]="l.id" [pupilId]="l.pupil.id" [anew]="restsOn()" />
          </section>
        </div>
      </div>
    }
  `,
})
export class EndLesson {
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  protected readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly report = this.store.selectSignal(reportFeature.selectReport);
  /** Counts what was booked beside the next visit's own fields. */
  protected readonly booked = signal(0);
  protected readonly pains = Array.from({ length: 11 }, (_, i) => i);
  protected readonly swings = computed(() => counted(this.rack().length, 'swing'));
  /** The bay is this lesson's. */
  protected readonly has = computed(() => this.bay()?.lessonId === this.lessonId());
  protected readonly shownWords = computed(() => {
    const [, now] = this.report()?.source.swings ?? [[], []];
    const of = now.length
      ? `The page speaks of ${now.length === 1 ? 'swing' : 'swings'} ${spans(now)}`
      : 'The page speaks of what is swung';
    const starred = this.rack().some((s) => s.starred && now.includes(s.number));
    return starred
      ? `${of}: the last starred one stands for them.`
      : `${of}: without a star the most typical one stands for them.`;
  });
  /** Pain that rose by as much as stops practice. */
  protected readonly rose = computed(() => {
    const l = this.lesson();
    return l !== null && painRose(l.painBefore, l.painAfter);
  });
  protected readonly restsOn = computed(() => {
    const l = this.lesson();
    return [this.booked(), l?.homework, l?.nextVisit, l?.aim, l?.task, this.report()?.draft.task, this.report()?.text];
  });

  constructor() {
    effect(() => {
      // what is shown follows the swings and their stars
      this.rack();
      this.store.dispatch(ReportActions.open({ lessonId: this.lessonId() }));
    });
    inject(Keys).use('End of the lesson', [{ key: 'x', words: 'end the lesson, free the bay', run: () => this.end() }]);
  }

  protected change(change: LessonChange): void {
    this.store.dispatch(LessonActions.changeLesson({ id: this.lessonId(), change }));
  }
  protected star(s: SwingHead): void {
    this.store.dispatch(LessonActions.changeSwing({ id: s.id, change: { starred: !s.starred } }));
  }
  protected renew(): void {
    this.store.dispatch(ReportActions.renew({ lessonId: this.lessonId() }));
  }
  protected pain(text: string): number | null {
    return text === '' ? null : Number(text);
  }
  protected end(): void {
    if (this.has()) this.store.dispatch(BayActions.changeBay({ change: { lessonId: null } }));
    void this.router.navigateByUrl('/');
  }
}
