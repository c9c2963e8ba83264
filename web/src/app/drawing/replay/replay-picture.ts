import type { Trace, SwingTraces } from '@vilko/core/traces/swing-traces';
import { traceAt } from '../trace';

/** A swing of the replay, and what it is called. */
export interface ReplaySwing {
  readonly view: SwingTraces;
  readonly words: string;
}

/** A film beside the routes, standing at the moment shown. */
export interface ReplayFilm {
  readonly picture: CanvasImageSource;
  /** Width over height. */
  readonly aspect: number;
  readonly words: string;
}

/** What one frame of the replay shows. */
export interface ReplayScene {
  readonly before: ReplaySwing | null;
  readonly now: ReplaySwing;
  readonly films: readonly ReplayFilm[];
  /** What was said or done before the one and after the other; empty: nothing. */
  readonly since: string;
  /** From impact, s. */
  readonly t: number;
}

export const REPLAY_SIZE = { w: 1280, h: 720 } as const;

/** Chart paper by day, whatever the screen shows: the film is for somebody else's screen. */
const PAPER = '#F6F3EC';
const SHEET = '#FFFDF8';
const INK = '#1D2733';
const INK2 = '#55606C';
const RULES = '#D9D3C6';
const LEAD = '#17695F';
const TRAIL = '#B4532A';

const HEAD = 52;
const STRIP = { top: 548, h: 150, left: 70, right: 24 } as const;
const PLAN_HEIGHT = STRIP.top - HEAD - 16;
const FILMS_WIDTH = 500;
const STEP = 0.004;
const LONGEST_CUE = 72;

const impactOf = (v: SwingTraces): number => v.events.p7?.t ?? v.end;

/** From impact, s: where the replay begins and ends, over both swings. */
export function replaySpan({ before, now }: Pick<ReplayScene, 'before' | 'now'>): readonly [number, number] {
  const ends = [before, now].flatMap((s) =>
    s
      ? [
          [(s.view.events.p1?.t ?? s.view.start) - 0.15, (s.view.events.p10?.t ?? s.view.end) + 0.1].map(
            (t) => t - impactOf(s.view),
          ),
        ]
      : [],
  );
  return [Math.min(...ends.map((e) => e[0]!)), Math.max(...ends.map((e) => e[1]!))];
}

/**
 * Draws one frame, 1280 × 720: both routes with their cross-hairs, the films in step, the share over time with the
 * cursor.
 */
export function drawReplay(c: CanvasRenderingContext2D, scene: ReplayScene): void {
  c.save();
  c.fillStyle = PAPER;
  c.fillRect(0, 0, REPLAY_SIZE.w, REPLAY_SIZE.h);
  head(c, scene);
  const plan = { x: 16, y: HEAD, w: REPLAY_SIZE.w - 32 - (scene.films.length ? FILMS_WIDTH + 16 : 0), h: PLAN_HEIGHT };
  routes(c, scene, plan);
  if (scene.since) text(c, cut(scene.since), [plan.x + 12, plan.y + plan.h - 14], { colour: INK2 });
  films(c, scene.films, { x: plan.x + plan.w + 16, y: HEAD, w: FILMS_WIDTH, h: PLAN_HEIGHT });
  strip(c, scene);
  c.restore();
}

/** A cue may be longer than the picture is wide. */
const cut = (words: string): string => (words.length > LONGEST_CUE ? `${words.slice(0, LONGEST_CUE)} …` : words);

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

function text(
  c: CanvasRenderingContext2D,
  words: string,
  [x, y]: readonly [number, number],
  o: { size?: number; colour?: string; align?: CanvasTextAlign; bold?: boolean } = {},
): void {
  c.font = `${o.bold ? 600 : 400} ${o.size ?? 18}px "Hanken Grotesk Variable", sans-serif`;
  c.fillStyle = o.colour ?? INK;
  c.textAlign = o.align ?? 'left';
  c.fillText(words, x, y);
}

function head(c: CanvasRenderingContext2D, { before, now, t }: ReplayScene): void {
  c.lineWidth = 4;
  c.strokeStyle = INK;
  line(c, [16, 28, 48, 28]);
  text(c, now.words, [58, 34], { bold: true });
  if (before) {
    const x = 58 + c.measureText(now.words).width + 40;
    c.lineWidth = 2;
    c.strokeStyle = INK2;
    line(c, [x, 28, x + 32, 28]);
    text(c, before.words, [x + 42, 34], { colour: INK2 });
  }
  const ms = Math.round(1000 * t);
  const when = ms === 0 ? 'impact' : `${Math.abs(ms)} ms ${ms < 0 ? 'before' : 'after'} impact`;
  text(c, when, [REPLAY_SIZE.w - 16, 34], { align: 'right', bold: true });
}

function line(c: CanvasRenderingContext2D, [x1, y1, x2, y2]: readonly [number, number, number, number]): void {
  c.beginPath();
  c.moveTo(x1, y1);
  c.lineTo(x2, y2);
  c.stroke();
}

function routes(c: CanvasRenderingContext2D, { before, now, t }: ReplayScene, box: Box): void {
  c.fillStyle = SHEET;
  c.fillRect(box.x, box.y, box.w, box.h);
  const shown = [before, now].flatMap((s) => (s?.view.path ? [{ ...s, path: s.view.path }] : []));
  if (!shown.length) {
    text(c, 'The feet are not told apart on this recording: no route.', [box.x + box.w / 2, box.y + box.h / 2], {
      align: 'center',
      colour: INK2,
    });
    return;
  }
  const model = shown.at(-1)!;
  const points = model.path.soles.flat();
  const reach = (i: 0 | 1): number => Math.max(...points.map((p) => Math.abs(p[i])), 100);
  const scale = Math.min((box.w / 2 - 24) / reach(0), (box.h / 2 - 30) / reach(1));
  const left = now.view.handed === 'right';
  const at = (along: number, across: number): [number, number] => [
    box.x + box.w / 2 + (left ? -1 : 1) * scale * along,
    box.y + box.h / 2 - scale * across,
  ];
  const path = (ps: readonly (readonly [number, number])[], close = false): void => {
    c.beginPath();
    for (const [i, [x, y]] of ps.entries()) {
      if (i) c.lineTo(x, y);
      else c.moveTo(x, y);
    }
    if (close) c.closePath();
    c.stroke();
  };
  text(c, left ? '◀ target' : 'target ▶', [left ? box.x + 12 : box.x + box.w - 12, box.y + 26], {
    align: left ? 'left' : 'right',
    colour: INK2,
  });
  text(c, 'toes', [box.x + box.w / 2 + 8, box.y + 26], { colour: INK2 });
  c.strokeStyle = RULES;
  c.lineWidth = 1;
  line(c, [box.x, box.y + box.h / 2, box.x + box.w, box.y + box.h / 2]);
  line(c, [box.x + box.w / 2, box.y, box.x + box.w / 2, box.y + box.h]);
  for (const [i, sole] of model.path.soles.entries()) {
    c.strokeStyle = i ? TRAIL : LEAD;
    c.lineWidth = 2;
    c.setLineDash(i ? [9, 6] : []);
    path(
      sole.map((p) => at(p[0], p[1])),
      true,
    );
  }
  for (const s of shown) {
    const { along, across } = s.path;
    const impact = impactOf(s.view);
    const from = s.view.events.p1?.t ?? s.view.start;
    const top = s.view.events.p4?.t ?? impact;
    const until = Math.min(impact + t, s.view.end);
    const main = s.words === now.words;
    c.strokeStyle = main ? INK : INK2;
    const part = (a: number, b: number): (readonly [number, number])[] => {
      const ps: [number, number][] = [];
      for (let u = a; u <= b; u += STEP) {
        const [x, y] = [traceAt(along, u), traceAt(across, u)];
        if (Number.isFinite(x) && Number.isFinite(y)) ps.push(at(x, y));
      }
      return ps;
    };
    c.setLineDash([8, 6]);
    c.lineWidth = main ? 2.5 : 1.5;
    path(part(from, Math.min(top, until)));
    c.setLineDash([]);
    c.lineWidth = main ? 5 : 2;
    path(part(top, until));
    const [x, y] = [traceAt(along, until), traceAt(across, until)];
    if (Number.isFinite(x) && Number.isFinite(y)) ring(c, at(x, y), main);
  }
  c.setLineDash([]);
}

/** The present moment: a fine cross-hair ring. */
function ring(c: CanvasRenderingContext2D, [x, y]: [number, number], main: boolean): void {
  const r = main ? 13 : 9;
  c.lineWidth = main ? 2.5 : 1.5;
  c.beginPath();
  c.arc(x, y, r, 0, 2 * Math.PI);
  c.stroke();
  for (const [dx, dy] of [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
  ] as const)
    line(c, [x + dx * (r - 5), y + dy * (r - 5), x + dx * (r + 7), y + dy * (r + 7)]);
}

function films(c: CanvasRenderingContext2D, shown: readonly ReplayFilm[], box: Box): void {
  if (!shown.length) return;
  // upright pictures stand beside each other
  const upright = shown.every((f) => f.aspect < 1);
  const columns = shown.length > 2 || (upright && shown.length > 1) ? 2 : 1;
  const rows = Math.ceil(shown.length / columns);
  const cell = { w: (box.w - 8 * (columns - 1)) / columns, h: (box.h - 8 * (rows - 1)) / rows };
  for (const [i, f] of shown.entries()) {
    const x = box.x + (i % columns) * (cell.w + 8);
    const y = box.y + Math.floor(i / columns) * (cell.h + 8);
    c.fillStyle = SHEET;
    c.fillRect(x, y, cell.w, cell.h);
    const w = Math.min(cell.w, (cell.h - 26) * f.aspect);
    const h = w / f.aspect;
    c.drawImage(f.picture, x + (cell.w - w) / 2, y + 26 + (cell.h - 26 - h) / 2, w, h);
    text(c, f.words, [x + 8, y + 19], { size: 15, colour: INK2 });
  }
}

function strip(c: CanvasRenderingContext2D, { before, now, t }: ReplayScene): void {
  const { top, h, left, right } = STRIP;
  const w = REPLAY_SIZE.w - left - right;
  const [from, to] = replaySpan({ before, now });
  const x = (u: number): number => left + (w * (u - from)) / (to - from);
  const y = (share: number): number => top + h - (h * share) / 100;
  text(c, 'lead', [16, top + 20], { size: 15, colour: INK2 });
  text(c, 'share', [16, top + 38], { size: 15, colour: INK2 });
  c.strokeStyle = RULES;
  c.lineWidth = 1;
  for (const share of [0, 50, 100]) {
    line(c, [left, y(share), left + w, y(share)]);
    text(c, `${share}%`, [left - 8, y(share) + 5], { size: 15, colour: INK2, align: 'right' });
  }
  for (const [i, p] of ([1, 4, 7, 10] as const).entries()) {
    const e = now.view.events[`p${p}`]?.t;
    if (e === undefined) continue;
    const u = x(e - impactOf(now.view));
    line(c, [u, top, u, top + h]);
    text(c, ['address', 'top', 'impact', 'finish'][i]!, [u + 4, top + 14], { size: 15, colour: INK2 });
  }
  for (const s of [before, now]) {
    const trace: Trace | undefined = s?.view.staves.share;
    if (!s || !trace) continue;
    c.strokeStyle = s === now ? LEAD : INK2;
    c.lineWidth = s === now ? 3.5 : 1.5;
    c.beginPath();
    let pen = false;
    for (let u = from; u <= to; u += STEP) {
      const v = traceAt(trace, impactOf(s.view) + u);
      if (!Number.isFinite(v)) pen = false;
      else if (pen) c.lineTo(x(u), y(v));
      else {
        c.moveTo(x(u), y(v));
        pen = true;
      }
    }
    c.stroke();
  }
  c.strokeStyle = INK;
  c.lineWidth = 2;
  line(c, [x(t), top - 6, x(t), top + h + 6]);
  const share = now.view.staves.share && traceAt(now.view.staves.share, impactOf(now.view) + t);
  if (share !== undefined && Number.isFinite(share)) {
    const words = `${Math.round(share)}%`;
    const flip = x(t) > REPLAY_SIZE.w - 130;
    text(c, words, [x(t) + (flip ? -10 : 10), top + h - 10], { size: 32, bold: true, align: flip ? 'right' : 'left' });
  }
}
