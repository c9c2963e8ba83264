import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type Exercise, EXERCISES } from '@vilko/core/reading-room/exercise';
import { newPaper, paperCode, readPaper } from '@vilko/core/reading-room/paper';
import { capital, ended } from '@vilko/core/words/case';
import { shortDate } from '@vilko/core/words/dates';
import { EXERCISE_WORDS } from './exercise-words';
import { Papers, rightIn, type Sitting } from './papers';
import { Session } from './session';

/** Papers are set, sat once, and their results looked at. */
@Component({
  selector: 'vk-paper-desk',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block text-15 leading-6' },
  template: `
    <h3 class="border-t border-rules pt-2 text-18 font-semibold">Papers</h3>
    <p class="max-w-[820px] text-ink2">
      The same items for everybody who sits it, from easy to hard, within a time; nothing is told before its end. Its
      code is all that has to be passed on.
    </p>
    <div class="mt-2 grid grid-cols-2 gap-x-10 gap-y-4 max-[1000px]:grid-cols-1">
      <form novalidate (submit)="sit($event)">
        <h4 class="font-semibold">Sit one</h4>
        <div class="flex flex-wrap items-end gap-3">
          <label class="field !w-[190px]"
            >Code
            <input class="figures" autocomplete="off" [value]="code()" (input)="code.set(valueOf($event))" />
          </label>
          <label class="field !w-[170px]"
            >Your name
            <input maxlength="60" [value]="reader()" (input)="reader.set(valueOf($event))" />
          </label>
          <button class="main-button h-8">Sit the paper</button>
        </div>
        @if (why(); as w) {
          <p class="mt-1 text-alarm" role="alert">{{ w }}</p>
        }
      </form>
      <form novalidate (submit)="set($event)">
        <h4 class="font-semibold">Set one</h4>
        <div class="flex flex-wrap items-end gap-3">
          <label class="field !w-[190px]"
            >Exercise
            <select (change)="exercise.set(exerciseOf($event))">
              @for (e of exercises; track e.id) {
                <option [value]="e.id">{{ e.name }}</option>
              }
            </select>
          </label>
          <label class="field !w-[76px]"
            >Items
            <input
              class="figures"
              type="number"
              min="5"
              max="60"
              [value]="items()"
              (input)="items.set(numberOf($event))"
            />
          </label>
          <label class="field !w-[76px]"
            >Minutes
            <input
              class="figures"
              type="number"
              min="5"
              max="90"
              [value]="minutes()"
              (input)="minutes.set(numberOf($event))"
            />
          </label>
          <button class="plain-button h-8">Make a code</button>
        </div>
        @if (made(); as m) {
          <p class="mt-1" role="status">
            The code: <strong class="figures text-18">{{ m }}</strong>
          </p>
        }
        @if (unset(); as w) {
          <p class="mt-1 text-alarm" role="alert">{{ w }}</p>
        }
      </form>
    </div>
    @if (sat().length) {
      <ul class="mt-3 max-w-[820px]">
        @for (s of sat(); track s.sitting.at) {
          <li class="border-t border-rules">
            <button class="flex min-h-11 w-full items-center gap-4 text-left hover:bg-sheet" (click)="look(s.sitting)">
              <span class="figures w-[190px]">{{ s.code }}</span>
              <span class="min-w-0 flex-1 one-line">{{ s.sitting.reader }}, {{ s.name }}</span>
              <span class="figures">{{ s.told }}</span>
              <span class="w-[90px] text-right text-ink2">{{ s.date }}</span>
            </button>
          </li>
        }
      </ul>
    }
  `,
})
export class PaperDesk {
  private readonly session = inject(Session);
  private readonly papers = inject(Papers);
  protected readonly exercises = EXERCISES.map((id) => ({ id, name: EXERCISE_WORDS[id].name }));
  protected readonly code = signal('');
  protected readonly reader = signal('');
  protected readonly why = signal('');
  protected readonly exercise = signal<Exercise>('first-cause');
  protected readonly items = signal(20);
  protected readonly minutes = signal(15);
  protected readonly made = signal('');
  protected readonly unset = signal('');
  protected readonly sat = computed(() =>
    [...this.papers.sat()].reverse().map((sitting) => ({
      sitting,
      code: paperCode(sitting.paper),
      name: EXERCISE_WORDS[sitting.paper.exercise].name,
      told: `${rightIn(sitting)} of ${sitting.paper.items} right`,
      date: shortDate(sitting.at),
    })),
  );

  protected valueOf(e: Event): string {
    return (e.target as HTMLInputElement).value;
  }
  protected numberOf(e: Event): number {
    return (e.target as HTMLInputElement).valueAsNumber;
  }
  protected exerciseOf(e: Event): Exercise {
    return (e.target as HTMLSelectElement).value as Exercise;
  }
  protected look(s: Sitting): void {
    this.session.result.set(s);
  }
  protected set(e: Event): void {
    e.preventDefault();
    this.unset.set('');
    this.made.set('');
    const [items, minutes] = [this.items(), this.minutes()];
    if (!(Number.isInteger(items) && items >= 5 && items <= 60)) return this.unset.set('A paper has 5 to 60 items.');
    if (!(Number.isInteger(minutes) && minutes >= 5 && minutes <= 90))
      return this.unset.set('A paper takes 5 to 90 minutes.');
    this.made.set(paperCode(newPaper(this.exercise(), items, minutes, Math.floor(1e9 * Math.random()))));
  }
  protected sit(e: Event): void {
    e.preventDefault();
    this.why.set('');
    const reader = this.reader().trim();
    try {
      const paper = readPaper(this.code());
      if (!reader) return this.why.set('Say your name: the result is kept under it.');
      const before = this.papers.satBy(reader, paper);
      if (before)
        return this.why.set(`${before.reader} sat this paper on ${shortDate(before.at)}: a paper is sat once.`);
      this.session.sit(paper, reader);
    } catch (x) {
      this.why.set(ended(capital((x as Error).message)));
    }
  }
}
