import { DestroyRef, effect, type ElementRef, inject, signal } from '@angular/core';
import type { ECharts } from 'echarts/core';

/** Colours of the present theme, by the names of the style sheet. */
export function themeColour(): (name: string) => string {
  const css = getComputedStyle(document.documentElement);
  return (name) => css.getPropertyValue(`--${name}`).trim();
}

/**
 * Keeps a chart in a box: made when its library has come, redrawn when what `option` reads changes, when the box
 * changes its size and when day turns to night. Call it where a component is made.
 */
export function chartHost(
  box: () => ElementRef<HTMLElement>,
  make: (el: HTMLElement) => Promise<ECharts>,
  option: () => Record<string, unknown> | null,
): void {
  const chart = signal<ECharts | null>(null);
  const again = signal(0);
  let left = false;
  const size = new ResizeObserver(() => chart()?.resize());
  const theme = new MutationObserver(() => again.update((n) => n + 1));
  theme.observe(document.documentElement, { attributes: true, attributeFilter: ['class'] });
  effect(() => {
    const el = box().nativeElement;
    if (chart()) return;
    size.observe(el);
    void make(el).then((c) => (left ? c.dispose() : chart.set(c)));
  });
  effect(() => {
    again();
    const o = option();
    if (o) chart()?.setOption(o, { notMerge: true });
  });
  inject(DestroyRef).onDestroy(() => {
    left = true;
    size.disconnect();
    theme.disconnect();
    chart()?.dispose();
  });
}
