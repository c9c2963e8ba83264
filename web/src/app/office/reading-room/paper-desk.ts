import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type Exercise, EXERCISES } from '@vilko/core/reading-room/exercise';
import {
  COURSE,
  newCourse,
  newPaper,
  type Paper,
  PAPER_ITEMS,
  PAPER_MINUTES,
  paperCode,
  papersOf,
} from '@vilko/core/reading-room/paper';
import { capital, ended } from '@vilko/core/words/case';
import { shortDate } from '@vilko/core/words/dates';
import { jsonIn } from '../../shell/files';
import { EXERCISE_WORDS } from './exercise-words';
import { Papers, rightIn, type Sitting } from './papers';
import { readResult } from './result-file';
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
        } @else if (place(); as p) {
          <p class="mt-1">{{ p }}</p>
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
              <option value="course">A course: one of each</option>
            </select>
          </label>
          <label class="field !w-[76px]"
            >Items
            <input
              class="figures"
              type="number"
              [min]="bounds.items[0]"
              [max]="bounds.items[1]"
              [disabled]="exercise() === 'course'"
              [value]="course()?.items ?? items()"
              (input)="items.set(numberOf($event))"
            />
          </label>
          <label class="field !w-[76px]"
            >Minutes
            <input
              class="figures"
              type="number"
              [min]="bounds.minutes[0]"
              [max]="bounds.minutes[1]"
              [disabled]="exercise() === 'course'"
              [value]="course()?.minutes ?? minutes()"
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
    <p class="mt-3 flex flex-wrap items-center gap-4">
      <button class="plain-button min-h-11" (click)="file.click()">Bring a result</button>
      <input #file type="file" accept=".json" hidden (change)="bring(file)" />
      <span class="text-ink2">saved for comparing in another browser</span>
    </p>
    @if (brought(); as b) {
      <p class="mt-1" [class.text-alarm]="!b.done" [attr.role]="b.done ? 'status' : 'alert'">{{ b.words }}</p>
    }
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
  protected readonly exercise = signal<Exercise | 'course'>('first-cause');
  protected readonly items = signal(20);
  protected readonly minutes = signal(15);
  protected readonly bounds = { items: PAPER_ITEMS, minutes: PAPER_MINUTES };
  protected readonly course = computed(() => (this.exercise() === 'course' ? COURSE : null));
  protected readonly made = signal('');
  /** What came of the file that was brought last. */
  protected readonly brought = signal<{ readonly words: string; readonly done: boolean } | null>(null);
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

  /** Where the reader stands in the course whose code was written. */
  protected readonly place = computed(() => {
    const papers = coursed(this.code());
    const reader = this.reader().trim();
    if (!papers || !reader) return '';
    const sat = papers.flatMap((p) => this.papers.satBy(reader, p) ?? []);
    const next = this.papers.nextOf(papers, reader);
    const right = sat.reduce((n, s) => n + rightIn(s), 0);
    const items = sat.reduce((n, s) => n + s.paper.items, 0);
    const soFar = sat.length ? `${sat.length} of ${papers.length} papers sat, ${right} of ${items} right` : 'A course';
    return next ? `${soFar}; next: ${EXERCISE_WORDS[next.exercise].name}.` : `${soFar}.`;
  });

  protected valueOf(e: Event): string {
    return (e.target as HTMLInputElement).value;
  }
  protected numberOf(e: Event): number {
    return (e.target as HTMLInputElement).valueAsNumber;
  }
  protected exerciseOf(e: Event): Exercise | 'course' {
    return (e.target as HTMLSelectElement).value as Exercise | 'course';
  }
  protected look(s: Sitting): void {
    this.session.result.set(s);
  }
  protected set(e: Event): void {
    e.preventDefault();
    this.unset.set('');
    this.made.set('');
    const draw = Math.floor(1e9 * Math.random());
    const exercise = this.exercise();
    if (exercise === 'course') return this.made.set(newCourse(draw));
    const [items, minutes] = [this.items(), this.minutes()];
    const within = (n: number, [least, most]: readonly [number, number]): boolean =>
      Number.isInteger(n) && n >= least && n <= most;
    if (!within(items, PAPER_ITEMS)) return this.unset.set(`A paper has ${PAPER_ITEMS.join(' to ')} items.`);
    if (!within(minutes, PAPER_MINUTES)) return this.unset.set(`A paper takes ${PAPER_MINUTES.join(' to ')} minutes.`);
    this.made.set(paperCode(newPaper(exercise, items, minutes, draw)));
  }
  protected async bring(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (file) this.brought.set(await this.broughtBy(file));
  }
  private async broughtBy(file: File): Promise<{ readonly words: string; readonly done: boolean }> {
    const read = await jsonIn(file);
    if ('problem' in read) return { words: read.problem, done: false };
    try {
      const sitting = readResult(read.json, file.name);
      const before = this.papers.satBy(sitting.reader, sitting.paper);
      if (before)
        return {
          words: `${before.reader}’s result of this paper is here already. Nothing was changed.`,
          done: false,
        };
      this.papers.keep(sitting);
      return { words: `${sitting.reader}’s result is here: ${paperCode(sitting.paper)}.`, done: true };
    } catch (x) {
      return { words: `${ended((x as Error).message)} Nothing was changed.`, done: false };
    }
  }
  protected sit(e: Event): void {
    e.preventDefault();
    this.why.set('');
    const reader = this.reader().trim();
    try {
      const papers = papersOf(this.code());
      if (!reader) return this.why.set('Say your name: the result is kept under it.');
      // of a course the next one
      const next = this.papers.nextOf(papers, reader);
      if (next) return this.session.sit(next, reader);
      const before = this.papers.satBy(reader, papers.at(-1)!)!;
      this.why.set(
        papers.length > 1
          ? `${before.reader} sat every paper of this course, the last on ${shortDate(before.at)}.`
          : `${before.reader} sat this paper on ${shortDate(before.at)}: a paper is sat once.`,
      );
    } catch (x) {
      this.why.set(ended(capital((x as Error).message)));
    }
  }
}

/** The papers of a course's code; null while it is none. */
function coursed(code: string): readonly Paper[] | null {
  try {
    const papers = papersOf(code);
    return papers.length > 1 ? papers : null;
  } catch {
    return null;
  }
}
