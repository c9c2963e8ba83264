import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, viewChild } from '@angular/core';
import type { PupilDashboard } from '@vilko/contract/pupil';
import { amount, figure } from '@vilko/core/words/amounts';
import { chartHost, themeColour } from '../chart-host';

type Pair = PupilDashboard['felt'][number];

/** What was felt (hollow) against what was measured (solid), swing by swing. */
@Component({
  selector: 'vk-felt',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `<div #box class="h-[150px] w-full" role="img" [attr.aria-label]="text()"></div>`,
})
export class Felt {
  readonly pairs = input.required<readonly Pair[]>();
  /** The measure's words, and its unit. */
  readonly name = input.required<string>();
  readonly unit = input.required<string>();
  private readonly box = viewChild.required<ElementRef<HTMLElement>>('box');
  protected readonly text = computed(
    () =>
      `Felt against measured, ${this.name()}: ${this.pairs()
        .map((p) => `${figure(p.felt, this.unit())} against ${figure(p.measured, this.unit())}`)
        .join('; ')}`,
  );

  constructor() {
    chartHost(
      this.box,
      (el) => import('./echarts').then(({ init }) => init(el, null, { renderer: 'svg' })),
      () => this.option(),
    );
  }

  private option(): Record<string, unknown> {
    const colour = themeColour();
    const pairs = this.pairs();
    const text = { color: colour('ink2'), fontSize: 13, fontFamily: 'Hanken Grotesk Variable' };
    const all = pairs.flatMap((p) => [p.felt, p.measured]);
    return {
      animation: false,
      grid: { left: 46, right: 16, top: 8, bottom: 22 },
      xAxis: {
        type: 'category',
        data: pairs.map((_, i) => i + 1),
        axisTick: { show: false },
        axisLine: { lineStyle: { color: colour('strong-rules') } },
        axisLabel: { ...text, interval: 'auto' },
      },
      yAxis: {
        type: 'value',
        scale: true,
        ...(this.unit() === '%'
          ? {
              interval: 20,
              min: Math.max(0, Math.floor(Math.min(...all) / 20) * 20),
              max: Math.min(100, Math.ceil(Math.max(...all) / 20) * 20),
            }
          : {}),
        splitLine: { lineStyle: { color: colour('rules') } },
        axisLabel: { ...text, formatter: (v: number) => amount(v, this.unit()) },
      },
      series: [
        {
          type: 'custom',
          silent: true,
          data: pairs.map((p, i) => [i, p.felt, p.measured]),
          renderItem: (_: unknown, api: { value: (i: number) => number; coord: (p: number[]) => number[] }) => {
            const [x, felt] = api.coord([api.value(0), api.value(1)]) as [number, number];
            const [, measured] = api.coord([api.value(0), api.value(2)]) as [number, number];
            return {
              type: 'group',
              children: [
                {
                  type: 'line',
                  shape: { x1: x, y1: felt, x2: x, y2: measured },
                  style: { stroke: colour('ink2'), lineWidth: 1 },
                },
                {
                  type: 'circle',
                  shape: { cx: x, cy: felt, r: 4.5 },
                  style: { fill: colour('paper'), stroke: colour('ink'), lineWidth: 1.5 },
                },
                { type: 'circle', shape: { cx: x, cy: measured, r: 4.5 }, style: { fill: colour('lead') } },
              ],
            };
          },
        },
      ],
    };
  }
}
