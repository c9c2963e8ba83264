import {
  analyseInDepth,
  type AnalyseOptions,
  type CannotJudge,
  type ClubClass,
  type Comparison,
  type Cop,
  derivative,
  type DeviceKind,
  endOf,
  type Events,
  FEET,
  type Finding,
  type FootName,
  indexFrom,
  indexTo,
  type JudgeContext,
  massDisplacement,
  matShift,
  type Measures,
  readBundle,
  type Recording,
  saidBy,
  type Series,
  soleEdge,
  stanceCoordinates,
  type SwingContext,
  type SwingSignals,
  VilkoError,
  type Weighing,
} from '@vilko/core';
import { judged } from './judged';

/** A trace to draw: evenly sampled from `t0` (s on the recording's clock). NaN is a break. */
export interface Trace {
  readonly t0: number;
  readonly rate: number;
  readonly v: Float64Array;
}

/** Mat bytes and how a cell lies in the stance frame. */
export interface MatView {
  readonly rows: number;
  readonly cols: number;
  readonly times: Float64Array;
  readonly frames: Float32Array;
  /** Greatest value of the swing. */
  readonly most: number;
  /** Stance position (along, across; mm) of cell (r, c): origin + r·rowStep + c·colStep. */
  readonly origin: readonly [number, number];
  readonly rowStep: readonly [number, number];
  readonly colStep: readonly [number, number];
  /** 0 lead, 1 trail, per cell. */
  readonly owner: Uint8Array;
}

/** Everything the reading of one swing shows, computed off the main thread. */
export interface ReadView {
  readonly device: DeviceKind;
  readonly rate: number;
  readonly warnings: readonly string[];
  readonly start: number;
  readonly end: number;
  readonly events: Events;
  readonly measures: Measures;
  readonly comparison: Comparison;
  readonly findings: readonly Finding[];
  readonly cannotJudge: readonly CannotJudge[];
  /** Every fault weighed, found or not. */
  readonly weighed: readonly (Weighing | CannotJudge)[];
  readonly handed: 'right' | 'left';
  /** Path in the stance frame, mm; with per-foot pressure. Null where the feet are not told apart. */
  readonly path: {
    readonly along: Trace;
    readonly across: Trace;
    readonly feet: Record<'lead' | 'trail', { along: Trace; across: Trace }>;
    readonly soles: [number, number][][];
    /** Between the foot centres, mm. */
    readonly apart: number;
    readonly assumed: boolean;
  } | null;
  readonly staves: Readonly<Partial<Record<StaveId, Trace>>>;
  /** Null on devices without horizontal forces. */
  readonly forces: ForcesView | null;
  readonly mat: MatView | null;
}

/** Traces that have a lead and a trail part. */
type SplitId = 'target' | 'turning' | 'tilting' | 'pitching' | 'up' | 'fore';
/** Every line a stave may draw: of both feet, of the lead and of the trail foot. */
export type StaveId = 'share' | 'trailShare' | 'mass' | 'speed' | SplitId | `${SplitId}Lead` | `${SplitId}Trail`;

/** A ground reaction: where it acts, mm in the stance frame (x to the ball, y to the target), and its parts, %BW. */
export interface ForceTraces {
  readonly x: Trace;
  readonly y: Trace;
  readonly fx: Trace;
  readonly fy: Trace;
  readonly fz: Trace;
}

/** What the force view draws. The feet are null where the device does not tell them apart. */
export interface ForcesView {
  readonly feet: Readonly<Record<FootName, ForceTraces>> | null;
  readonly whole: ForceTraces;
  /** Centre of mass, mm. */
  readonly mass: Readonly<Record<'x' | 'y' | 'h', Trace>>;
}

export interface ReadRequest {
  readonly bundle: Uint8Array;
  /** Names the recording, so that it need not be unpacked twice. */
  readonly key?: string;
  readonly part: number;
  readonly club: ClubClass;
  /** What it is judged by. */
  readonly by: Omit<JudgeContext, 'device' | 'club' | 'statureGiven'>;
  readonly options: AnalyseOptions;
}

const DRAW_RATE = 500;

/** Analyses a stored recording and gathers what the views draw. */
export const readView = (r: ReadRequest): ReadView => viewOf(readBundle(r.bundle, 'recording'), r);

/** What the views draw of a recording. */
export function viewOf(rec: Recording, r: ReadRequest): ReadView {
  const deep = analyseInDepth(rec, r.options);
  const swing = deep.swings[r.part];
  const c = deep.contexts[r.part];
  if (!swing || !c) throw new VilkoError('unreadable', 'no swing is found in this recording any more');
  const cut = (s: Series): Trace => cutTrace(s, swing.start, swing.end);
  return {
    device: deep.device,
    rate: deep.rate,
    warnings: deep.warnings,
    start: swing.start,
    end: swing.end,
    events: swing.events,
    measures: swing.measures,
    ...judged({ device: deep.device, events: swing.events, measures: swing.measures }, r),
    handed: c.ground.handed,
    path: pathView(c, cut),
    staves: stavesOf(c, cut),
    forces: forcesOf(c, cut),
    mat: matView(c, swing.start, swing.end),
  };
}

/** The traces that the device can fill; parts of a foot only where the feet are measured, not assumed. */
function stavesOf(c: SwingContext, cut: (s: Series) => Trace): ReadView['staves'] {
  const { signals, ground } = c;
  const told = ground.feetTold && !ground.assumed;
  const mass = massDisplacement(c);
  const out: Partial<Record<StaveId, Trace>> = {};
  const add = (id: SplitId, s: SwingSignals['up'] | null) => {
    if (!s) return;
    out[id] = cut(s.total);
    if (told) Object.assign(out, { [`${id}Lead`]: cut(s.lead), [`${id}Trail`]: cut(s.trail) });
  };
  if (ground.feetTold) Object.assign(out, { share: cut(signals.share), trailShare: cut(signals.trailShare) });
  add('target', signals.target);
  add('turning', signals.turning);
  add('tilting', signals.tilting);
  add('pitching', signals.pitching);
  if (ground.loadKnown) add('up', signals.up);
  add('fore', signals.fore);
  if (mass && saidBy(ground.device, 'mass').basis !== 'absent') out.mass = cut(mass);
  out.speed = cut(derivative(ground.path.y));
  return out;
}

function forcesOf(c: SwingContext, cut: (s: Series) => Trace): ForcesView | null {
  const { signals, ground, mass, line } = c;
  const { target, fore, up } = signals;
  if (!target || !fore || !mass || !line) return null;
  const [ox, oy] = line.origin;
  const from = (s: Series, origin: number): Trace => cut({ ...s, v: s.v.map((v) => 1000 * (v - origin)) });
  const of = (cop: Cop, part: FootName | 'total'): ForceTraces => ({
    x: from(cop.x, ox),
    y: from(cop.y, oy),
    fx: cut(fore[part]),
    fy: cut(target[part]),
    fz: cut(up[part]),
  });
  return {
    feet: ground.assumed ? null : { lead: of(ground.footCop.lead, 'lead'), trail: of(ground.footCop.trail, 'trail') },
    whole: of(ground.cop, 'total'),
    mass: { x: from(mass.x, ox), y: from(mass.y, oy), h: from(mass.h, 0) },
  };
}

/** The part of a series inside the swing, thinned to what a screen can show. */
function cutTrace(s: Series, start: number, end: number): Trace {
  const step = Math.max(1, Math.floor(s.rate / DRAW_RATE));
  const from = indexFrom(s, start);
  const to = indexTo(s, Math.min(end, endOf(s)));
  const n = Math.floor((to - from) / step) + 1;
  return {
    t0: s.t0 + from / s.rate,
    rate: s.rate / step,
    v: Float64Array.from({ length: n }, (_, k) => s.v[from + k * step]!),
  };
}

function pathView(c: SwingContext, cut: (s: Series) => Trace): ReadView['path'] {
  if (!c.line || !c.outlines) return null;
  const { line, ground } = c;
  const mm = (s: Series): Series => ({ ...s, v: s.v.map((x) => 1000 * x) });
  const whole = stanceCoordinates(ground.path, line);
  const feet = Object.fromEntries(
    FEET.map((f) => {
      const p = stanceCoordinates(ground.footCop[f], line);
      return [f, { along: cut(mm(p.along)), across: cut(mm(p.across)) }];
    }),
  ) as NonNullable<ReadView['path']>['feet'];
  const soles = FEET.map((f) => soleEdge(c.outlines![f]).map(([x, y]) => toStance(c, x, y)));
  return {
    along: cut(mm(whole.along)),
    across: cut(mm(whole.across)),
    feet,
    soles,
    apart: 1000 * line.width,
    assumed: !ground.mat,
  };
}

function toStance({ line }: SwingContext, x: number, y: number): [number, number] {
  const { origin, along, across } = line!;
  const [dx, dy] = [1000 * (x - origin[0]), 1000 * (y - origin[1])];
  return [dx * along[0] + dy * along[1], dx * across[0] + dy * across[1]];
}

function matView(c: SwingContext, start: number, end: number): MatView | null {
  const m = c.ground.mat;
  if (!m || !m.told || !c.line) return null;
  const { mat } = m;
  const sign = c.ground.handed === 'left' ? -1 : 1;
  const [sx, sy] = matShift(c.ground, c.swing);
  const place = (r: number, q: number) => toStance(c, r * mat.pitch + sx, sign * q * mat.pitch + sy);
  const origin = place(0, 0);
  const step = (p: [number, number]): [number, number] => [p[0] - origin[0], p[1] - origin[1]];
  const cells = mat.rows * mat.cols;
  const kept = Array.from(mat.time.keys()).filter((k) => mat.time[k]! >= start && mat.time[k]! <= end);
  const frames = new Float32Array(kept.length * cells);
  let most = 0;
  kept.forEach((k, i) => {
    for (let q = 0; q < cells; q++) {
      const v = m.cells.frames[k * cells + q]!;
      frames[i * cells + q] = v;
      if (v > most) most = v;
    }
  });
  return {
    rows: mat.rows,
    cols: mat.cols,
    times: Float64Array.from(kept, (k) => mat.time[k]!),
    frames,
    most,
    origin,
    rowStep: step(place(1, 0)),
    colStep: step(place(0, 1)),
    owner: m.told.owner,
  };
}
