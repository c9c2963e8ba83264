import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, output, viewChild } from '@angular/core';
import type { Relation } from '@vilko/core/practice/relation';
import { chartHost, themeColour } from '../chart-host';

export interface ScatterPoint {
  readonly id: string;
  readonly label: string;
  readonly x: number;
  readonly y: number;
  /** What it may be compared with: points of one group. */
  readonly group: number;
}

/** The marks of the groups, as text and as drawn. */
export const GROUP_MARKS = ['○', '□', '△', '◇'] as const;
const SYMBOLS = ['circle', 'rect', 'triangle', 'diamond'] as const;

/** Two numbers of each swing against each other, and a straight line through each group where one was found. */
@Component({
  selector: 'vk-scatter',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `<div #box class="h-[300px] w-full" role="img" [attr.aria-label]="text()"></div>`,
})
export class Scatter {
  readonly points = input.required<readonly ScatterPoint[]>();
  /** By group. */
  readonly lines = input<readonly (Relation | null)[]>([]);
  readonly x = input.required<string>();
  readonly y = input.required<string>();
  readonly chosen = output<string>();
  private readonly box = viewChild.required<ElementRef<HTMLElement>>('box');
  protected readonly text = computed(() => `${this.y()} against ${this.x()}: ${this.points().length} swings`);

  constructor() {
    chartHost(
      this.box,
      async (el) => {
        const chart = (await import('./echarts')).init(el, null, { renderer: 'svg' });
        chart.on('click', (e) => this.chosen.emit(this.inGroup(e.seriesIndex ?? 0)[e.dataIndex]!.id));
        return chart;
      },
      () => this.option(),
    );
  }

  private inGroup(group: number): ScatterPoint[] {
    return this.points().filter((p) => p.group === group);
  }

  private option(): Record<string, unknown> {
    const colour = themeColour();
    const points = this.points();
    const groups = Array.from({ length: 1 + Math.max(0, ...points.map((p) => p.group)) }, (_, g) => this.inGroup(g));
    const text = { color: colour('ink2'), fontSize: 13, fontFamily: 'Hanken Grotesk Variable' };
    const ends = (own: readonly ScatterPoint[], line: Relation | null | undefined) => {
      const xs = own.map((p) => p.x);
      return line ? [Math.min(...xs), Math.max(...xs)].map((x) => [x, line.at0 + line.slope * x]) : [];
    };
    const axis = (name: string) => ({
      type: 'value',
      scale: true,
      name,
      nameLocation: 'middle',
      nameTextStyle: text,
      axisLine: { show: true, lineStyle: { color: colour('strong-rules') } },
      splitLine: { lineStyle: { color: colour('rules') } },
      axisLabel: text,
    });
    return {
      animation: false,
      grid: { left: 62, right: 16, top: 12, bottom: 48 },
      tooltip: {
        trigger: 'item',
        formatter: (p: { dataIndex: number; seriesIndex: number }) => groups[p.seriesIndex]?.[p.dataIndex]?.label ?? '',
      },
      xAxis: { ...axis(this.x()), nameGap: 28 },
      yAxis: { ...axis(this.y()), nameGap: 44 },
      series: [
        ...groups.map((own, g) => ({
          type: 'scatter',
          symbol: SYMBOLS[g % SYMBOLS.length],
          symbolSize: 9,
          data: own.map((p) => [p.x, p.y]),
          itemStyle: { color: 'transparent', borderColor: colour('ink'), borderWidth: 1.5 },
        })),
        ...groups.map((own, g) => ({
          type: 'line',
          silent: true,
          symbol: 'none',
          data: ends(own, this.lines()[g]),
          lineStyle: { color: colour('target'), width: 2 },
        })),
      ],
    };
  }
}
