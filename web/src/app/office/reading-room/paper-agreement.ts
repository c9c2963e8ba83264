import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { type Agreement, beside } from '@vilko/core/reading-room/agreement';
import { paperCode } from '@vilko/core/reading-room/paper';
import { TableCsv } from '../../shell/table-csv';
import { optionName } from './item-words';
import { Papers, type Sitting } from './papers';

const figure = (v: number): string => v.toFixed(2).replace('-', '−');
/** So few items that κ may be anything. */
const tooFew = (a: Agreement | null): boolean => !a || (a.interval[0] <= -1 && a.interval[1] >= 1);
const kappa = (a: Agreement | null): string => (tooFew(a) ? '–' : figure(a!.kappa));
const interval = (a: Agreement | null): string =>
  tooFew(a) ? 'too few' : `${figure(a!.interval[0])} to ${figure(a!.interval[1])}`;
const saidIn = (s: Sitting): (string | null)[] => s.reads.map((r) => r.answer?.said ?? null);

const nameOf = (said: string | null | undefined): string => (said ? optionName(said) : 'I do not know');

/** How far two readers of the same paper agree, whoever of them is right. */
@Component({
  selector: 'vk-paper-agreement',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableCsv],
  host: { class: 'block' },
  template: `
    <h3 class="mt-5 border-t border-rules pt-2 text-18 font-semibold">Beside another reader</h3>
    @if (others().length > 1) {
      <p class="mt-1 flex flex-wrap gap-2 print:hidden">
        @for (o of others(); track o.at) {
          <button
            class="plain-button min-h-11"
            [class.is-on]="o === other()"
            [attr.aria-pressed]="o === other()"
            (click)="picked.set(o)"
          >
            {{ o.reader }}
          </button>
        }
      </p>
    } @else if (!other()) {
      <p class="max-w-[820px] text-ink2">
        Nobody else’s result of this paper is here. Who sat it in another browser saves it there for comparing, and it
        is brought in under Papers.
      </p>
    }
    @if (numbers()) {
      @if (other(); as o) {
        <p role="status">{{ apart() }}</p>
      }
    } @else if (told(); as t) {
      <p role="status">{{ t.all }}</p>
      @if (t.differ.length) {
        <h4 class="mt-3 font-semibold">Where they differ</h4>
        <table class="w-full max-w-[1100px]">
          <thead class="text-left text-ink2">
            <tr>
              <th class="font-normal">item</th>
              <th class="font-normal">{{ sitting().reader }}</th>
              <th class="font-normal">{{ t.reader }}</th>
              <th class="font-normal">true</th>
            </tr>
          </thead>
          <tbody>
            @for (d of t.differ; track d.item) {
              <tr class="border-t border-rules align-top">
                <td class="figures">{{ d.item }}</td>
                <td>{{ d.mine }}</td>
                <td>{{ d.theirs }}</td>
                <td>{{ d.truth }}</td>
              </tr>
            }
          </tbody>
        </table>
        <h4 class="mt-3 font-semibold">Answer by answer</h4>
      }
      @if (t.findings.length) {
        <table #sheet class="mt-2 w-full max-w-[820px]">
          <thead class="text-left text-ink2">
            <tr>
              <th class="font-normal">answer</th>
              <th class="text-right font-normal">both</th>
              <th class="text-right font-normal">only {{ sitting().reader }}</th>
              <th class="text-right font-normal">only {{ t.reader }}</th>
              <th class="text-right font-normal">κ</th>
              <th class="text-right font-normal">95%</th>
            </tr>
          </thead>
          <tbody>
            @for (f of t.findings; track f.name) {
              <tr class="border-t border-rules">
                <td>{{ f.name }}</td>
                <td class="figures text-right">{{ f.both }}</td>
                <td class="figures text-right">{{ f.mine }}</td>
                <td class="figures text-right">{{ f.theirs }}</td>
                <td class="figures text-right">{{ f.kappa }}</td>
                <td class="figures text-right">{{ f.interval }}</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="mt-1 flex max-w-[820px] items-baseline gap-4 text-ink2">
          <span
            >κ is 1 where two always say the same, 0 where they agree no more than chance would have it. With few items
            its interval is wide.</span
          >
          <vk-table-csv [of]="sheet" [name]="'agreement ' + sitting().reader + ' ' + t.reader" />
        </p>
      }
    }
  `,
})
export class PaperAgreement {
  readonly sitting = input.required<Sitting>();
  private readonly papers = inject(Papers);
  protected readonly picked = signal<Sitting | null>(null);
  protected readonly others = computed(() => {
    const { paper, at, reader } = this.sitting();
    const code = paperCode(paper);
    return this.papers.sat().filter((s) => paperCode(s.paper) === code && (s.at !== at || s.reader !== reader));
  });
  protected readonly other = computed(() => {
    const picked = this.picked();
    return picked && this.others().includes(picked) ? picked : (this.others()[0] ?? null);
  });
  protected readonly numbers = computed(() => this.sitting().paper.exercise === 'say-number');
  protected readonly told = computed(() => {
    const other = this.other();
    if (!other) return null;
    const [mine, theirs] = [saidIn(this.sitting()), saidIn(other)];
    const { n, same, differ, overall, findings } = beside(mine, theirs);
    if (!n) return { reader: other.reader, all: 'No item was answered by both.', differ: [], findings: [] };
    const by = overall ? `: κ ${kappa(overall)} (${interval(overall)})` : '';
    return {
      reader: other.reader,
      all: `${this.sitting().reader} and ${other.reader} said the same of ${same} of ${n} items${by}.`,
      differ: differ.map((i) => ({
        item: i + 1,
        mine: nameOf(mine[i]),
        theirs: nameOf(theirs[i]),
        truth: nameOf(this.sitting().reads[i]?.truth),
      })),
      findings: findings.map((f) => ({
        ...f,
        name: optionName(f.finding),
        kappa: kappa(f.agreement),
        interval: interval(f.agreement),
      })),
    };
  });
  /** Numbers have no κ: how far apart they were said, in worths. */
  protected readonly apart = computed(() => {
    const [mine, theirs] = [this.sitting().reads, this.other()?.reads ?? []];
    const off = mine
      .flatMap((r, i) => {
        const [a, b] = [r.number, theirs[i]?.number];
        return a && b ? [Math.abs(a.value - b.value) / a.worth] : [];
      })
      .sort((a, b) => a - b);
    if (!off.length) return 'No item was answered by both.';
    return `Of ${off.length} items both have said a number: half of the time they lie ${off[off.length >> 1]!.toFixed(1)} worths apart or less.`;
  });
}
