import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, signal, viewChild } from '@angular/core';
import { amount } from '@vilko/core/words/amounts';
import { capital } from '@vilko/core/words/case';
import { shortDate } from '@vilko/core/words/dates';
import { TableCsv } from '../../shell/table-csv';
import { chartHost, themeColour } from '../chart-host';
import { type Colour, type CustomApi, type Point, spreadsOf } from '../trend/spreads';
import { MONTH_ROWS, type MonthMark, type MonthRow } from './month-marks';

const DAY = 86_400_000;
const ROW = 24;
const TREND = 150;
const LEFT = 92;
const RIGHT = 16;
/** Width of a letter of a bar's words, about, px. */
const LETTER = 6.6;
const MOST_PAIN = 10;

/** The agreed measure over the months, and beneath it on the same axis all that may have moved it. */
@Component({
  selector: 'vk-months-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableCsv],
  host: { class: 'block' },
  template: `
    @if (table()) {
      <table class="w-full max-w-[1180px] text-15">
        <thead class="text-left text-13 text-ink2">
          <tr>
            <th class="w-[180px] font-normal">When</th>
            <th class="w-[120px] font-normal">What</th>
            <th class="font-normal"></th>
          </tr>
        </thead>
        <tbody>
          @for (m of marks(); track $index) {
            <tr class="border-t border-rules">
              <td class="figures whitespace-nowrap">{{ when(m) }}</td>
              <td>{{ m.row }}</td>
              <td>{{ m.words }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
    <div
      #box
      role="img"
      class="w-full"
      [class.hidden]="table()"
      [style.height.px]="height()"
      [attr.aria-label]="text()"
    ></div>
    <p class="flex gap-4 text-15 print:hidden">
      <button class="link" (click)="table.set(!table())">{{ table() ? 'as a chart' : 'as a table' }}</button>
      @if (table()) {
        <vk-table-csv [of]="rows" [name]="name()" />
      }
    </p>
  `,
})
export class MonthsChart {
  readonly points = input.required<readonly Point[]>();
  readonly unit = input.required<string>();
  readonly marks = input.required<readonly MonthMark[]>();
  /** Names the file that is taken along. */
  readonly name = input.required<string>();
  protected readonly table = signal(false);
  private readonly box = viewChild.required<ElementRef<HTMLElement>>('box');
  /** Rows of which there is something. */
  private readonly shown = computed(() => MONTH_ROWS.filter((r) => this.marks().some((m) => m.row === r)));
  private readonly trend = computed(() => (this.points().length ? TREND : 0));
  protected readonly height = computed(() => this.trend() + ROW * this.shown().length + 56);
  protected readonly text = computed(() =>
    [
      ...this.points().map((p) => `${shortDate(p.startedAt)} ${amount(p.mean, this.unit())} over ${p.n}`),
      ...this.marks().map((m) => `${this.when(m)} ${m.row}: ${m.words}`),
    ].join('; '),
  );
  protected readonly rows = (): string[][] => [
    ['from', 'until', 'what', 'words'],
    ...this.marks().map((m) => [m.from, m.until ?? '', m.row, m.words]),
  ];

  constructor() {
    chartHost(
      this.box,
      (el) => import('../trend/echarts').then(({ init }) => init(el, null, { renderer: 'svg' })),
      () => this.option(),
    );
  }

  protected when({ from, until }: MonthMark): string {
    return until === null ? shortDate(from) : `${shortDate(from)} – ${shortDate(until)}`;
  }

  private option(): Record<string, unknown> | null {
    const marks = this.marks();
    const points = this.points();
    const times = [
      ...points.map((p) => Date.parse(p.startedAt)),
      ...marks.flatMap((m) => [Date.parse(m.from), ...(m.until === null ? [] : [Date.parse(m.until)])]),
    ];
    if (!times.length) return null;
    const colour = themeColour();
    const shown = this.shown();
    const text = { color: colour('ink2'), fontSize: 13, fontFamily: 'Hanken Grotesk Variable' };
    const [first, last] = [Math.min(...times), Math.max(...times)];
    const margin = Math.max(2 * DAY, 0.02 * (last - first));
    const x = { type: 'time', min: first - margin, max: last + margin, axisTick: { show: false } };
    const line = { lineStyle: { color: colour('strong-rules') } };
    const rowsTop = this.trend() ? this.trend() + 18 : 6;
    return {
      animation: false,
      axisPointer: { link: [{ xAxisIndex: 'all' }], lineStyle: { color: colour('ink2') } },
      tooltip: {
        trigger: 'item',
        backgroundColor: colour('sheet'),
        borderColor: colour('strong-rules'),
        textStyle: { ...text, color: colour('ink') },
        renderMode: 'richText',
        formatter: ({ seriesName, dataIndex }: { seriesName: string; dataIndex: number }) =>
          seriesName === 'trend' ? this.pointWords(points[dataIndex]) : this.markWords(marks[dataIndex]),
      },
      grid: [
        { left: LEFT, right: RIGHT, top: 10, height: Math.max(1, this.trend() - 10) },
        { left: LEFT, right: RIGHT, top: rowsTop, height: ROW * shown.length },
      ],
      xAxis: [
        { ...x, gridIndex: 0, axisLabel: { show: false }, axisLine: line, splitLine: { show: false } },
        {
          ...x,
          gridIndex: 1,
          axisLine: line,
          splitLine: { show: false },
          // the days of the lessons, not round weeks
          axisLabel: {
            ...text,
            hideOverlap: true,
            formatter: (t: number) => shortDate(new Date(t).toISOString()),
            customValues: marks.filter((m) => m.row === 'lessons').map((m) => Date.parse(m.from)),
          },
        },
      ],
      yAxis: [
        {
          type: 'value',
          gridIndex: 0,
          scale: true,
          show: points.length > 0,
          splitNumber: 3,
          splitLine: { lineStyle: { color: colour('rules') } },
          axisLabel: { ...text, formatter: (v: number) => amount(v, this.unit()) },
        },
        {
          type: 'category',
          gridIndex: 1,
          inverse: true,
          data: shown.map(capital),
          axisTick: { show: false },
          axisLine: { show: false },
          splitLine: { show: true, lineStyle: { color: colour('rules') } },
          axisLabel: { ...text, interval: 0 },
        },
      ],
      series: [trendOf(points, colour), spreadsOf(points, colour), marksOf(marks, shown, colour)],
    };
  }
  private pointWords(p: Point | undefined): string {
    if (!p) return '';
    const change = p.change ? `, ${p.change}` : '';
    return `${shortDate(p.startedAt)}: ${amount(p.mean, this.unit())} over ${p.n} swings${change}`;
  }
  private markWords(m: MonthMark | undefined): string {
    return m ? `${this.when(m)}: ${m.words}` : '';
  }
}

/** The means, lesson by lesson; filled where the change since the lesson before is real. */
const trendOf = (points: readonly Point[], colour: Colour) => ({
  type: 'line',
  name: 'trend',
  xAxisIndex: 0,
  yAxisIndex: 0,
  data: points.map((p) => [Date.parse(p.startedAt), p.mean]),
  lineStyle: { color: colour('ink'), width: 1.2 },
  symbol: 'circle',
  symbolSize: 10,
  itemStyle: {
    color: ({ dataIndex }: { dataIndex: number }) =>
      points[dataIndex]?.change === 'real change' ? colour('ink') : colour('paper'),
    borderColor: colour('ink'),
    borderWidth: 1.6,
  },
});

/** What happened: a ring for a lesson, a bar with its words for a stretch, a tick else; pain as high as it was. */
function marksOf(marks: readonly MonthMark[], shown: readonly MonthRow[], colour: Colour) {
  return {
    type: 'custom',
    name: 'marks',
    xAxisIndex: 1,
    yAxisIndex: 1,
    encode: { x: [0, 1], y: 2 },
    data: marks.map((m) => [Date.parse(m.from), Date.parse(m.until ?? m.from), shown.indexOf(m.row)]),
    renderItem: ({ dataIndex }: { dataIndex: number }, api: CustomApi) => {
      const m = marks[dataIndex]!;
      const [x, y] = api.coord([api.value(0), api.value(2)]) as [number, number];
      const [to] = api.coord([api.value(1), api.value(2)]) as [number, number];
      if (m.until !== null) return barOf(m, { x, y, width: Math.max(3, to - x) }, colour);
      if (m.row === 'lessons')
        return { type: 'circle', shape: { cx: x, cy: y, r: 4.5 }, style: { fill: colour('ink') } };
      const high = m.amount === undefined ? 0.5 : Math.max(0.12, m.amount / MOST_PAIN);
      const stroke = colour(m.row === 'pain' ? 'alarm' : 'ink2');
      const half = (ROW - 6) / 2;
      return {
        type: 'line',
        shape: { x1: x, y1: y + half, x2: x, y2: y + half - high * (ROW - 6) },
        style: { stroke, lineWidth: 2.5 },
      };
    },
  };
}

function barOf(m: MonthMark, { x, y, width }: { x: number; y: number; width: number }, colour: Colour) {
  const letters = Math.floor((width - 8) / LETTER);
  const words = m.words.length <= letters ? m.words : letters > 6 ? `${m.words.slice(0, letters - 2)} …` : '';
  const pause = m.row === 'pauses';
  return {
    type: 'group',
    children: [
      {
        type: 'rect',
        shape: { x, y: y - ROW / 2 + 3, width, height: ROW - 6 },
        style: {
          fill: pause ? 'none' : colour('sheet'),
          stroke: colour('strong-rules'),
          lineWidth: 1,
          ...(pause ? { lineDash: [3, 3] } : {}),
        },
      },
      {
        type: 'text',
        style: {
          text: words,
          x: x + 5,
          y,
          fill: colour(pause ? 'ink2' : 'ink'),
          font: '12px "Hanken Grotesk Variable"',
          textVerticalAlign: 'middle',
        },
      },
    ],
  };
}
