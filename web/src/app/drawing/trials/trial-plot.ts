import { ChangeDetectionStrategy, Component, type ElementRef, input, viewChild } from '@angular/core';
import { chartHost, themeColour } from '../chart-host';

/** Values of one arm. */
export interface TrialArm {
  readonly words: string;
  readonly values: readonly number[];
}

const ROW = 0.16;

/** Words of the two rows. */
const ROWS = ['without', 'with'] as const;

/** Every trial of two arms on one axis, and the mean of each. */
@Component({
  selector: 'vk-trial-plot',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `<div #box class="w-full" [style.height.px]="height()" role="img" [attr.aria-label]="label()"></div>`,
})
export class TrialPlot {
  /** What the two rows are called beside the axis. */
  readonly rows = input<readonly [string, string]>(ROWS);
  /** The lower row, the upper row. */
  readonly arms = input.required<readonly [TrialArm, TrialArm]>();
  readonly height = input(170);
  readonly axis = input.required<string>();
  readonly label = input.required<string>();
  private readonly box = viewChild.required<ElementRef<HTMLElement>>('box');

  constructor() {
    chartHost(
      this.box,
      async (el) => (await import('../scatter/echarts')).init(el, null, { renderer: 'svg' }),
      () => this.option(),
    );
  }

  private option(): Record<string, unknown> {
    const colour = themeColour();
    const arms = this.arms();
    const text = { color: colour('ink2'), fontSize: 13, fontFamily: 'Hanken Grotesk Variable' };
    const dots = (i: number): number[][] => arms[i]!.values.map((v, k) => [v, i + ROW * ((k % 3) - 1)]);
    const mean = (i: number): number => arms[i]!.values.reduce((a, b) => a + b, 0) / arms[i]!.values.length;
    return {
      animation: false,
      grid: { left: 76, right: 20, top: 8, bottom: 44 },
      xAxis: {
        type: 'value',
        scale: true,
        name: this.axis(),
        nameLocation: 'middle',
        nameGap: 26,
        nameTextStyle: text,
        axisLine: { onZero: false, lineStyle: { color: colour('strong-rules') } },
        splitLine: { lineStyle: { color: colour('rules') } },
        axisLabel: text,
      },
      yAxis: {
        type: 'value',
        min: -0.5,
        max: 1.5,
        interval: 0.5,
        axisLine: { show: false },
        axisTick: { show: false },
        splitLine: { show: false },
        axisLabel: { ...text, formatter: (v: number) => (v === 0 || v === 1 ? this.rows()[v] : '') },
      },
      series: [0, 1].flatMap((i) => [
        {
          type: 'scatter',
          silent: true,
          symbolSize: 9,
          data: dots(i),
          itemStyle: { color: i ? colour('ink') : 'transparent', borderColor: colour('ink'), borderWidth: 1.5 },
        },
        {
          type: 'line',
          silent: true,
          symbol: 'none',
          lineStyle: { color: colour('target'), width: 3 },
          data: [
            [mean(i), i - 0.36],
            [mean(i), i + 0.36],
          ],
        },
      ]),
    };
  }
}
