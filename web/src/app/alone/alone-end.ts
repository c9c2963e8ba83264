import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import type { AloneEnd } from '@vilko/contract/alone';
import type { BallBlock } from '@vilko/contract/practice';
import { painRose } from '@vilko/core/practice/plan';
import { ballWords } from '../lesson/practise/entry-words';
import { today } from '../lesson/practise/day-words';
import { PainEntry } from '../lesson/practise/pain-entry';
import { AloneDesk } from './alone-desk';

/** What was practised, as it is kept when the practice ends. */
export interface Practised {
  readonly blocks: BallBlock[];
  readonly stopped: boolean;
  readonly before: number | null;
  readonly now: number | null;
}

/** The end of a practice: how it went, pain before and after, a word to the instructor. */
@Component({
  selector: 'vk-alone-end',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PainEntry],
  host: { class: 'block max-w-[760px]' },
  template: `
    <h1 class="text-40 leading-[48px] font-semibold">{{ how().stopped ? 'Stopped' : 'Done for today' }}</h1>
    <p class="mt-2 text-24" role="status">{{ words() }}</p>
    <div class="mt-5 flex flex-wrap items-center gap-x-6 gap-y-2 text-18">
      <vk-pain-entry words="Pain before" [value]="before()" (changed)="before.set($event)" />
      <vk-pain-entry words="now" [value]="after()" (changed)="after.set($event)" />
    </div>
    @if (rose() || how().stopped) {
      <p class="mt-2 border-l-2 border-alarm pl-3 text-18 text-alarm" role="alert">
        No more of this today. A physician or physiotherapist first; your instructor will read it.
      </p>
    }
    <label class="field mt-4 text-15"
      >A word to your instructor
      <textarea
        class="text-15"
        rows="3"
        maxlength="1000"
        [value]="note()"
        (input)="note.set($any($event.target).value)"
      ></textarea>
    </label>
    <div class="mt-4 flex items-center gap-5">
      <button class="main-button min-h-11 px-6 text-18" [disabled]="desk.busy()" (click)="keep()">Keep it</button>
      @if (!how().stopped) {
        <button class="link min-h-11 text-15" (click)="back.emit()">Not done yet: back to the swings</button>
      }
    </div>
  `,
})
export class AloneEndSheet {
  readonly how = input.required<Practised>();
  readonly back = output();
  protected readonly desk = inject(AloneDesk);
  protected readonly before = linkedSignal(() => this.how().before);
  protected readonly after = linkedSignal(() => this.how().now);
  protected readonly note = signal('');
  protected readonly rose = computed(() => painRose(this.before(), this.after()));
  protected readonly words = computed(() => {
    const told = ballWords(this.how().blocks);
    return told.length ? `As wanted: ${told.join(', ')}.` : 'No swing was counted.';
  });

  protected keep(): void {
    const now = this.desk.now()!;
    const { blocks, stopped } = this.how();
    const how: AloneEnd = {
      // a day that was not this one's stays as it is planned
      block: now.block?.date === today() ? now.block.block : null,
      drill: now.drill,
      rung: now.drill === null ? null : now.rung,
      blocks,
      painBefore: this.before(),
      painAfter: this.after(),
      stopped,
      note: this.note().trim(),
    };
    void this.desk.end(how);
  }
}
