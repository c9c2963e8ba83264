import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { paperCode } from '@vilko/core/reading-room/paper';
import { amount } from '@vilko/core/words/amounts';
import { dateText } from '@vilko/core/words/dates';
import { TableCsv } from '../../shell/table-csv';
import { bitsOf, isRight, type ItemRead } from './answers';
import { EXERCISE_WORDS } from './exercise-words';
import { optionName } from './item-words';
import { PaperAgreement } from './paper-agreement';
import { rightIn, type Sitting } from './papers';
import { saveResult } from './result-file';
import { Session } from './session';

/** What somebody answered to each item of a paper, and what was true: to print, or as a table to take along. */
@Component({
  selector: 'vk-paper-result',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PaperAgreement, TableCsv],
  host: { class: 'block max-w-[1100px] text-15 leading-6' },
  template: `
    <h2 class="text-40 leading-[48px] font-semibold" role="status">{{ told() }}</h2>
    <p class="text-18">{{ who() }}</p>
    <p>{{ score() }}</p>
    <p class="mt-2 flex items-center gap-4 print:hidden">
      <button class="main-button min-h-11" (click)="session.result.set(null)">
        Back to the exercises <span class="figures font-normal">Esc</span>
      </button>
      <button class="plain-button min-h-11" (click)="print()">Print or save as PDF</button>
      <button class="plain-button min-h-11" (click)="save()">Save for comparing</button>
      <vk-table-csv [of]="sheet" [name]="'paper ' + code() + ' ' + sitting().reader" />
    </p>
    <table #sheet class="mt-3 w-full">
      <thead class="text-left text-ink2">
        <tr>
          <th class="font-normal">item</th>
          <th class="font-normal">said</th>
          <th class="font-normal">how sure</th>
          <th class="font-normal">true</th>
          <th class="font-normal">right</th>
          <th class="text-right font-normal">{{ numbers() ? 'worths off' : 'bits' }}</th>
        </tr>
      </thead>
      <tbody>
        @for (r of rows(); track r.item) {
          <tr class="border-t border-rules align-top">
            <td class="figures">{{ r.item }}</td>
            <td>{{ r.said }}</td>
            <td class="figures">{{ r.sure }}</td>
            <td>{{ r.truth }}</td>
            <td>{{ r.right }}</td>
            <td class="figures text-right">{{ r.score }}</td>
          </tr>
        }
      </tbody>
    </table>
    <vk-paper-agreement [sitting]="sitting()" />
  `,
})
export class PaperResult {
  readonly sitting = input.required<Sitting>();
  protected readonly session = inject(Session);
  protected readonly code = computed(() => paperCode(this.sitting().paper));
  protected readonly numbers = computed(() => this.sitting().paper.exercise === 'say-number');
  protected readonly told = computed(() => `${rightIn(this.sitting())} of ${this.sitting().paper.items} right`);
  protected readonly who = computed(() => {
    const { paper, reader, at } = this.sitting();
    return `${reader}, ${dateText(at)}: ${EXERCISE_WORDS[paper.exercise].name}, paper ${this.code()}, ${paper.minutes} minutes.`;
  });
  protected readonly score = computed(() => {
    const { reads, paper } = this.sitting();
    const reached = `${reads.length} of ${paper.items} items were answered in time.`;
    if (this.numbers()) return reached;
    const bits = reads.reduce((s, r) => s + bitsOf(r), 0);
    return `${reached} ${Math.abs(bits).toFixed(1)} bits ${bits < 0 ? 'less' : 'more'} than who knows nothing.`;
  });
  protected readonly rows = computed(() =>
    Array.from({ length: this.sitting().paper.items }, (_, i) => rowOf(i + 1, this.sitting().reads[i] ?? null)),
  );

  protected save(): void {
    saveResult(this.sitting());
  }
  protected print(): void {
    window.print();
  }
}

function rowOf(item: number, r: ItemRead | null) {
  if (!r) return { item, said: 'not reached', sure: '', truth: '', right: 'no', score: '' };
  const right = isRight(r) ? 'yes' : 'no';
  const n = r.number;
  if (n) {
    const unit = n.unit ?? '';
    const off = (Math.abs(n.value - n.truth) / n.worth).toFixed(1);
    return {
      item,
      said: amount(n.value, unit),
      sure: `± ${amount(n.half, unit)}`,
      truth: amount(n.truth, unit),
      right,
      score: off,
    };
  }
  return {
    ...{ item, said: r.answer ? optionName(r.answer.said) : 'I do not know' },
    sure: r.answer ? `${Math.round(100 * r.answer.sure)}%` : '',
    truth: r.truth ? optionName(r.truth) : '',
    ...{ right, score: bitsOf(r).toFixed(1).replace('-', '−') },
  };
}
