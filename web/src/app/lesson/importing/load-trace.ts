import { ChangeDetectionStrategy, Component, type ElementRef, input, viewChild } from '@angular/core';
import type { RecordingPreview } from '@vilko/core/formats/preview';
import { chartHost, themeColour } from '../../drawing/chart-host';

/** Total load and lead share of a recording that is about to be read, as they are understood now. */
@Component({
  selector: 'vk-load-trace',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'relative block' },
  template: `
    <div
      #box
      class="h-full w-full"
      role="img"
      aria-label="Total load and lead share over time, as the file is understood now"
    ></div>
    <p class="absolute top-0 left-12 text-13 text-ink2">load{{ preview().absolute ? ', N' : '' }}</p>
    @if (preview().left.length) {
      <p class="absolute top-[48%] left-12 text-13 text-ink2">lead share, %</p>
    }
  `,
})
export class LoadTrace {
  readonly preview = input.required<RecordingPreview>();
  readonly handed = input<'right' | 'left'>('right');
  private readonly box = viewChild.required<ElementRef<HTMLElement>>('box');

  constructor() {
    chartHost(
      () => this.box(),
      (el) => import('../../drawing/trend/echarts').then(({ init }) => init(el, null, { renderer: 'svg' })),
      () => this.option(),
    );
  }

  private option(): Record<string, unknown> {
    const p = this.preview();
    const colour = themeColour();
    const shares = p.left.map((l) => (this.handed() === 'right' ? l : 100 - l));
    const text = { color: colour('ink2'), fontSize: 13, fontFamily: 'inherit' };
    const pairs = (v: readonly number[]) => v.map((x, i) => [p.time[i]!, x === x ? x : null]);
    const line = (name: string, data: unknown, c: string, i: number) => ({
      name,
      type: 'line',
      showSymbol: false,
      silent: true,
      xAxisIndex: i,
      yAxisIndex: i,
      data,
      lineStyle: { width: 1.5, color: colour(c) },
    });
    const both = shares.length > 0;
    const grid = (top: string, bottom: string) => ({ left: 48, right: 8, top, bottom, outerBoundsMode: 'none' });
    const value = (more: object) => ({
      type: 'value',
      splitLine: { lineStyle: { color: colour('rules') } },
      axisLabel: text,
      splitNumber: 2,
      ...more,
    });
    const time = (i: number, label: boolean) => ({
      type: 'value',
      gridIndex: i,
      min: p.time[0],
      max: p.time.at(-1),
      axisLabel: { ...text, show: label, formatter: '{value} s', showMaxLabel: false },
      splitLine: { show: false },
      axisLine: { lineStyle: { color: colour('strong-rules') } },
    });
    return {
      animation: false,
      grid: both ? [grid('22', '56%'), grid('62%', '24')] : [grid('22', '24')],
      xAxis: both ? [time(0, false), time(1, true)] : [time(0, true)],
      yAxis: both ? [value({ gridIndex: 0 }), value({ gridIndex: 1, min: 0, max: 100 })] : [value({})],
      series: [line('load', pairs(p.load), 'ink', 0), ...(both ? [line('share', pairs(shares), 'lead', 1)] : [])],
    };
  }
}
