import { analyseInDepth } from '../analyse.js';
import { simulate } from '../golfer/simulate.js';
import { insideSole } from '../golfer/sole.js';
import { soleEdge, swingShape } from './swing-shape.js';

describe('a swing small', () => {
  const { recording, motion } = simulate({ device: 'plates', seed: 4 });
  const deep = analyseInDepth(recording);
  const c = deep.contexts[0]!;
  const shape = swingShape(c)!;
  const { p1, p4, p7, p9 } = c.events;

  it('goes back, down and through without a gap, every 20 ms', () => {
    expect(shape.back.at(-1)).toEqual(shape.down[0]);
    expect(shape.down.at(-1)).toEqual(shape.through[0]);
    for (const [part, from, to] of [
      [shape.back, p1, p4],
      [shape.down, p4, p7],
      // a little beyond P9, so that the finish is seen
      [shape.through, p7, { t: p9!.t + 0.1 }],
    ] as const)
      expect(part.length).toBe(Math.round((to!.t - from!.t) / 0.02) + 1);
  });
  it('is in mm along and across the stance: the pressure ends nearer the target than at the top', () => {
    const [top, finish] = [shape.down[0]!, shape.through.at(-1)!];
    expect(finish[0] - top[0]).toBeGreaterThan(100);
    expect(Math.abs(finish[0])).toBeLessThan(500);
  });
  it('has soles as a shoe has: within the outline, most of its box, the inner waist narrower than the ball', () => {
    const outline = {
      ...c.outlines!.lead,
      heel: [0, 0],
      axis: [1, 0],
      inner: [0, 1],
      length: 1,
      halfWidth: 1,
    } as never;
    const edge = soleEdge(outline);
    const area = edge.reduce((s, [x, y], i) => {
      const [x1, y1] = edge[(i + 1) % edge.length]!;
      return s + (x * y1 - x1 * y) / 2;
    }, 0);
    expect(Math.abs(area)).toBeCloseTo(1.3897, 6);
    expect(Math.min(...edge.map((p) => p[0]))).toBe(0);
    expect(Math.max(...edge.map((p) => p[0]))).toBe(1);
    expect(Math.max(...edge.map((p) => Math.abs(p[1])))).toBe(1);
    const middle = motion.soles.lead;
    expect(insideSole(middle, middle.heel[0] + 0.1 * middle.axis[0], middle.heel[1] + 0.1 * middle.axis[1])).toBeTrue();
  });
  it('is not drawn where an event or the feet are missing', () => {
    for (const name of ['p1', 'p4', 'p7', 'p9'] as const)
      expect(swingShape({ ...c, events: { ...c.events, [name]: null } })).toBeNull();
    expect(swingShape({ ...c, line: null })).toBeNull();
    expect(swingShape({ ...c, outlines: null })).toBeNull();
  });
});
