import type { PupilDashboard } from '@vilko/contract/pupil';

/** A lesson's mean and spread in a trend. */
export type Point = PupilDashboard['trend'][number];
/** A colour of the present theme by its name. */
export type Colour = (name: string) => string;

/** What ECharts hands to whoever draws an item. */
export interface CustomApi {
  readonly value: (i: number) => number;
  readonly coord: (p: number[]) => number[];
}

/** One SD to both sides of every mean; the axis reaches over it. */
export const spreadsOf = (points: readonly Point[], colour: Colour) => ({
  type: 'custom',
  silent: true,
  encode: { x: 0, y: [1, 2] },
  data: points.map((p) => [Date.parse(p.startedAt), p.mean - (p.sd ?? 0), p.mean + (p.sd ?? 0)]),
  renderItem: (_: unknown, api: CustomApi) => {
    const [x, y0] = api.coord([api.value(0), api.value(1)]) as [number, number];
    const [, y1] = api.coord([api.value(0), api.value(2)]) as [number, number];
    return { type: 'line', shape: { x1: x, y1: y0, x2: x, y2: y1 }, style: { stroke: colour('ink2'), lineWidth: 1 } };
  },
});
