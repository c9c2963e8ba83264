import { counted } from '@vilko/core/words/amounts';
import { shortDate } from '@vilko/core/words/dates';
import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, signal, viewChild } from '@angular/core';
import { deviceWords } from '../../device-words';
import { chartHost, themeColour } from '../chart-host';
import { TableCsv } from '../../shell/table-csv';
import { type Colour, type CustomApi, type Point, spreadsOf } from './spreads';

const DAY = 86_400_000;

/** A round step that cuts a range into three to six parts. */
function niceStep(range: number): number {
  const rough = Math.max(range, 1e-3) / 4;
  const ten = 10 ** Math.floor(Math.log10(rough));
  return ten * ([1, 2, 5, 10].find((m) => m * ten >= rough) ?? 10);
}

const words = (p: Point, unit: string): string =>
  `${p.mean.toFixed(1)} ${unit} over ${counted(p.n, 'swing')}${p.earlier ? `, in the lesson from ${p.earlier.mean.toFixed(1)} over ${p.earlier.n}` : ''}${p.change ? `, ${p.change}` : ''}`;
const day = shortDate;

/** A pupil's measure lesson by lesson: mean and spread; filled where the change since the lesson before is real. */
@Component({
  selector: 'vk-trend',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableCsv],
  host: { class: 'block' },
  template: `
    @if (table()) {
      <table #sheet class="w-full text-15">
        <thead class="text-left text-13 text-ink2">
          <tr>
            <th class="font-normal">Lesson</th>
            <th class="text-right font-normal">Mean ({{ unit() }})</th>
            <th class="text-right font-normal">Spread</th>
            <th class="text-right font-normal">Swings</th>
            @if (changed()) {
              <th class="pl-4 font-normal">Before that, in the lesson</th>
            }
            <th class="pl-4 font-normal">Since the lesson before</th>
          </tr>
        </thead>
        <tbody>
          @for (p of points(); track p.lessonId + p.device) {
            <tr class="border-t border-rules">
              <td>{{ day(p.startedAt) }} · {{ device(p.device) }}</td>
              <td class="figures text-right">{{ p.mean.toFixed(1) }}</td>
              <td class="figures text-right">{{ p.sd === null ? '–' : p.sd.toFixed(1) }}</td>
              <td class="figures text-right">{{ p.n }}</td>
              @if (changed()) {
                <td class="figures pl-4">
                  {{ p.earlier ? p.earlier.mean.toFixed(1) + ' (' + p.earlier.n + ')' : '' }}
                </td>
              }
              <td class="pl-4">{{ p.change ?? 'the first on this device' }}</td>
            </tr>
          }
        </tbody>
      </table>
      <vk-table-csv class="mr-4" [of]="sheet" name="trend" />
    }
    <div #box class="h-[220px] w-full" role="img" [class.hidden]="table()" [attr.aria-label]="text()"></div>
    <button class="link text-13" (click)="table.set(!table())">{{ table() ? 'as a chart' : 'as a table' }}</button>
  `,
})
export class Trend {
  readonly points = input.required<readonly Point[]>();
  readonly unit = input('');
  /** Wanted range, ideal edges; null is open. */
  readonly band = input<readonly [number | null, number | null] | null>(null);
  /** Whether the pupil changed within a lesson: a point is the last run, and where it came from is drawn too. */
  protected readonly changed = computed(() => this.points().some((p) => p.earlier !== null));
  protected readonly table = signal(false);
  private readonly box = viewChild.required<ElementRef<HTMLElement>>('box');
  protected readonly text = computed(
    () =>
      `Lesson by lesson: ${this.points()
        .map((p) => `${day(p.startedAt)} ${words(p, this.unit())}`)
        .join('; ')}`,
  );
  protected readonly day = day;
  protected readonly device = deviceWords;

  constructor() {
    chartHost(
      this.box,
      (el) => import('./echarts').then(({ init }) => init(el, null, { renderer: 'svg' })),
      () => this.option(),
    );
  }

  private option(): Record<string, unknown> {
    const colour = themeColour();
    const points = this.points();
    const unit = this.unit();
    const kinds = [...new Set(points.map((p) => p.device))];
    const all = points.flatMap((p) => [p.mean - (p.sd ?? 0), p.mean + (p.sd ?? 0), p.earlier?.mean ?? p.mean]);
    const [lo, hi] = [Math.min(...all), Math.max(...all)];
    const step = niceStep(hi - lo);
    const days = points.map((p) => Date.parse(p.startedAt));
    const margin = Math.max(2 * DAY, 0.04 * (Math.max(...days) - Math.min(...days)));
    const band = this.band();
    const text = { color: colour('ink2'), fontSize: 13, fontFamily: 'Hanken Grotesk Variable' };
    return {
      animation: false,
      grid: { left: 46, right: 16, top: 14, bottom: 26 },
      tooltip: {
        trigger: 'item',
        backgroundColor: colour('sheet'),
        borderColor: colour('strong-rules'),
        textStyle: { ...text, color: colour('ink') },
        formatter: (x: { dataIndex: number; seriesIndex: number }) => {
          const own = points.filter((p) => p.device === kinds[x.seriesIndex]);
          const p = own[x.dataIndex];
          return p ? `${day(p.startedAt)}, ${deviceWords(p.device)}: ${words(p, unit)}` : '';
        },
      },
      xAxis: {
        type: 'time',
        axisLine: { lineStyle: { color: colour('strong-rules') } },
        axisTick: { show: false },
        splitLine: { show: false },
        // the days of the lessons, not round weeks
        axisLabel: {
          ...text,
          formatter: (t: number) => day(new Date(t).toISOString()),
          hideOverlap: true,
          customValues: days,
        },
        min: Math.min(...days) - margin,
        max: Math.max(...days) + margin,
      },
      yAxis: {
        type: 'value',
        min: Math.floor(lo / step) * step,
        max: Math.ceil(hi / step) * step,
        interval: step,
        splitLine: { lineStyle: { color: colour('rules') } },
        axisLabel: text,
      },
      series: [
        ...kinds.map((kind, i) => meansOf(points, kind, { colour, dashed: i > 0 })),
        spreadsOf(points, colour),
        earlierOf(points, colour),
        ...(band ? [edgesOf(band, points, colour)] : []),
      ],
    };
  }
}

/** The means of one kind of device as a line; a real change is filled. */
function meansOf(points: readonly Point[], kind: string, { colour, dashed }: { colour: Colour; dashed: boolean }) {
  const own = points.filter((p) => p.device === kind);
  return {
    type: 'line',
    data: own.map((p) => [Date.parse(p.startedAt), p.mean]),
    lineStyle: { color: colour('ink'), width: 1.2, type: dashed ? 'dashed' : 'solid' },
    symbol: 'circle',
    symbolSize: 11,
    itemStyle: {
      color: (x: { dataIndex: number }) =>
        own[x.dataIndex]?.change === 'real change' ? colour('ink') : colour('paper'),
      borderColor: colour('ink'),
      borderWidth: 1.6,
    },
    z: 3,
  };
}

/** Where a lesson's last run came from: a short rule at the run before it, dotted to the mean. */
const earlierOf = (points: readonly Point[], colour: Colour) => ({
  type: 'custom',
  silent: true,
  data: points.flatMap((p) => (p.earlier ? [[Date.parse(p.startedAt), p.earlier.mean, p.mean]] : [])),
  renderItem: (_: unknown, api: CustomApi) => {
    const [x, from] = api.coord([api.value(0), api.value(1)]) as [number, number];
    const [, to] = api.coord([api.value(0), api.value(2)]) as [number, number];
    const style = { stroke: colour('ink'), lineWidth: 1.4 };
    return {
      type: 'group',
      children: [
        { type: 'line', shape: { x1: x - 7, y1: from, x2: x + 7, y2: from }, style },
        { type: 'line', shape: { x1: x, y1: from, x2: x, y2: to }, style: { ...style, lineDash: [2, 3] } },
      ],
    };
  },
});

/** The edges of the band that is wanted. */
const edgesOf = (band: readonly (number | null)[], points: readonly Point[], colour: Colour) => ({
  type: 'custom',
  silent: true,
  z: 1,
  data: band.flatMap((v) => (v === null ? [] : [[Date.parse(points[0]!.startedAt), v]])),
  renderItem: (params: { coordSys: { x: number; width: number } }, api: CustomApi) => {
    const [, y] = api.coord([Date.parse(points[0]!.startedAt), api.value(1)]) as [number, number];
    const { x, width } = params.coordSys;
    return {
      type: 'line',
      shape: { x1: x, y1: y, x2: x + width, y2: y },
      style: { stroke: colour('target'), lineWidth: 1.5, lineDash: [6, 4] },
    };
  },
});
