import { analyseInDepth, swingTraces, type Trace } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import uPlot from 'uplot';
import { polyline } from '../../web/src/app/drawing/score/polyline.js';

/** What a step does to a drawing: which part of the swing is shown, how wide. */
interface Shown {
  readonly from: number;
  readonly to: number;
  readonly width: number;
}

const STAVES = 5;
const HEIGHT = 110;
const COLOURS = ['#b0413e', '#2f6690'];

/** The staves of a swing on two plates, as two lines each: its own and another's beside it. */
function staves(): readonly (readonly Trace[])[] {
  const [a, b] = [3, 4].map((seed) =>
    Object.values(swingTraces(analyseInDepth(simulate({ device: 'plates', seed }).recording), 0).staves),
  );
  return a!.slice(0, STAVES).map((own, i) => [own, b![i]!]);
}

const range = (v: ArrayLike<number>): [number, number] => {
  const known = Array.from(v).filter((x) => x === x);
  return [Math.min(...known), Math.max(...known)];
};

/** Ours: one path a line, of each pixel column what can be seen, as the Score draws it. */
function paths(host: HTMLElement, all: readonly (readonly Trace[])[]): (s: Shown) => void {
  const box = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  const drawn = all.map((lines, i) => {
    const row = document.createElementNS(box.namespaceURI, 'svg') as SVGSVGElement;
    row.setAttribute('y', String(i * HEIGHT));
    row.setAttribute('height', String(HEIGHT));
    row.setAttribute('fill', 'none');
    const own = lines.map((trace, k) => {
      const path = document.createElementNS(box.namespaceURI, 'path') as SVGPathElement;
      path.setAttribute('stroke', COLOURS[k]!);
      path.setAttribute('stroke-width', '1.7');
      row.append(path);
      return { trace, path, range: range(trace.v) };
    });
    box.append(row);
    return { row, own };
  });
  host.append(box);
  return ({ from, to, width }) => {
    box.setAttribute('width', String(width));
    box.setAttribute('height', String(STAVES * HEIGHT));
    for (const { row, own } of drawn) {
      row.setAttribute('width', String(width));
      for (const { trace, path, range: span } of own) {
        const { t0, rate, v } = trace;
        const [first, last] = [
          Math.max(0, Math.floor((from - t0) * rate) - 1),
          Math.min(v.length, Math.ceil((to - t0) * rate) + 2),
        ];
        const d = polyline(
          Math.max(0, last - first),
          (k) => (width * (t0 + (first + k) / rate - from)) / (to - from),
          (k) => HEIGHT * (1 - (v[first + k]! - span[0]) / (span[1] - span[0])),
        );
        path.setAttribute('d', d);
      }
    }
  };
}

/** A common canvas plotting library: one chart a stave, without axes, legend or cursor, the same lines. */
function plots(host: HTMLElement, all: readonly (readonly Trace[])[]): (s: Shown) => void {
  const charts = all.map((lines) => {
    const { t0, rate, v } = lines[0]!;
    const data = [Array.from(v, (_, k) => t0 + k / rate), ...lines.map((l) => Array.from(l.v).slice(0, v.length))];
    return new uPlot(
      {
        width: 600,
        height: HEIGHT,
        legend: { show: false },
        cursor: { show: false },
        axes: [{ show: false }, { show: false }],
        scales: { x: { time: false, auto: false } },
        series: [{}, ...COLOURS.map((stroke) => ({ stroke, width: 1.7, points: { show: false } }))],
      },
      data as uPlot.AlignedData,
      host,
    );
  });
  return ({ from, to, width }) => {
    for (const c of charts) {
      if (c.width !== width) c.setSize({ width, height: HEIGHT });
      c.setScale('x', { min: from, max: to });
    }
  };
}

const all = staves();
const { t0, rate, v } = all[0]![0]!;
const end = t0 + (v.length - 1) / rate;

/** The steps of each act: the i-th of them. */
const ACTS: Readonly<Record<string, (i: number) => Shown>> = {
  redraw: (i) => ({ from: t0 + (i % 2) * 1e-6, to: end, width: 600 }),
  zoom: (i) => ({ from: t0 + 0.4 * ((i % 20) / 20) * (end - t0), to: end, width: 600 }),
  resize: (i) => ({ from: t0, to: end, width: 600 + (i % 20) * 10 }),
};

const host = document.createElement('div');
document.body.append(host);
const frame = (): Promise<unknown> => new Promise((r) => requestAnimationFrame(() => setTimeout(r, 0)));

Object.assign(globalThis, {
  /** Lays one of the two out and takes the other away. */
  lay: (whose: 'paths' | 'plots') => {
    host.replaceChildren();
    Object.assign(globalThis, { draw: (whose === 'paths' ? paths : plots)(host, all) });
  },
  /** So many steps of an act, each painted before the next. */
  run: async (act: string, steps: number) => {
    const { draw } = globalThis as unknown as { draw: (s: Shown) => void };
    for (let i = 0; i < steps; i++) {
      draw(ACTS[act]!(i));
      await frame();
    }
  },
});
