/** Where a stave stands and what it spans. */
export interface GridRow {
  readonly top: number;
  readonly height: number;
  readonly lo: number;
  readonly hi: number;
  /** Value of its base line. */
  readonly base: number;
}

/** Stacked grids on one hidden time axis, each with its base line as a first series. */
export function staveGrids(
  rows: readonly GridRow[],
  [min, max]: readonly [number, number],
  sides: { left: number; right: number },
  colour: (name: string) => string,
) {
  return {
    grid: rows.map((r) => ({
      ...sides,
      top: r.top,
      height: r.height,
      show: true,
      backgroundColor: colour('sheet'),
      borderColor: colour('rules'),
    })),
    xAxis: rows.map((_, i) => ({ type: 'value', gridIndex: i, min, max, show: false })),
    yAxis: rows.map((r, i) => ({ type: 'value', gridIndex: i, min: r.lo, max: r.hi, show: false })),
    bases: rows.map((r, i) => ({
      ...quietLine(i),
      data: [
        [min, r.base],
        [max, r.base],
      ],
      lineStyle: { width: 1, color: colour('strong-rules') },
    })),
  };
}

/** A line in a stave that answers to nothing. */
export const quietLine = (i: number) => ({
  type: 'line',
  xAxisIndex: i,
  yAxisIndex: i,
  silent: true,
  showSymbol: false,
});
