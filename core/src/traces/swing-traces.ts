import type { DeepAnalysis } from '../analyse.js';
import { VilkoError } from '../error.js';
import { EVENT_NAMES, type EventName, type Events } from '../events/event.js';
import type { Cop } from '../ground/foot-loads.js';
import { FEET, type FeetPair, type FootName } from '../ground/foot-outline.js';
import type { SwingContext, SwingSignals } from '../measures/context.js';
import { massDisplacement } from '../measures/mass.js';
import type { Measures } from '../measures/measure.js';
import { type Quarter, quartersAt } from '../measures/quarters.js';
import { stanceCoordinates } from '../measures/path-legs.js';
import { matShift } from '../measures/swing-context.js';
import { soleEdge } from '../measures/swing-shape.js';
import { saidBy } from '../recording/device-kinds.js';
import type { DeviceKind, Handed } from '../recording/recording.js';
import { times } from '../signal/vector.js';
import { derivative, endOf, indexFrom, indexTo, mapSeries, type Series } from '../signal/series.js';

/** A signal inside the swing, thinned: evenly sampled from `t0` (s on the recording's clock). NaN is a break. */
export interface Trace {
  readonly t0: number;
  readonly rate: number;
  readonly v: Float32Array;
}

/** Loads of a mat's cells inside the swing, and where the cells lie in the stance frame. */
export interface MatFrames {
  readonly rows: number;
  readonly cols: number;
  readonly times: Float64Array;
  /** [times × rows × cols]; whole counts where the device gives no more. */
  readonly frames: Uint8Array | Float32Array;
  /** Greatest value of the swing. */
  readonly most: number;
  /** Stance position (along, across; mm) of cell (r, c): origin + r·rowStep + c·colStep. */
  readonly origin: readonly [number, number];
  readonly rowStep: readonly [number, number];
  readonly colStep: readonly [number, number];
  /** 0 lead, 1 trail, per cell. */
  readonly owner: Uint8Array;
}

/** Traces that have a lead and a trail part. */
type SplitId = 'target' | 'turning' | 'tilting' | 'pitching' | 'up' | 'fore';
/** What lies within a foot, where a mat sees it: part of its load on the toes, pressure from outer to inner edge. */
type InFootId = 'toes' | 'inside';
/** Every line a stave may hold: of both feet, of the lead and of the trail foot. */
export type StaveId =
  'share' | 'trailShare' | 'mass' | 'speed' | SplitId | `${SplitId | InFootId}Lead` | `${SplitId | InFootId}Trail`;

/** A ground reaction: where it acts, mm in the stance frame (x to the ball, y to the target), and its parts, %BW. */
export interface ForceTraces {
  readonly x: Trace;
  readonly y: Trace;
  readonly fx: Trace;
  readonly fy: Trace;
  readonly fz: Trace;
}

/** Forces in space. The feet are null where the device does not tell them apart. */
export interface SwingForces {
  readonly feet: FeetPair<ForceTraces> | null;
  readonly whole: ForceTraces;
  /** Centre of mass, mm. */
  readonly mass: Readonly<Record<'x' | 'y' | 'h', Trace>>;
}

/** The path of pressure in the stance frame, mm; with per-foot pressure. */
export interface PathTraces {
  readonly along: Trace;
  readonly across: Trace;
  readonly feet: FeetPair<{ readonly along: Trace; readonly across: Trace }>;
  readonly soles: readonly (readonly [number, number])[][];
  /** Between the foot centres, mm. */
  readonly apart: number;
  readonly assumed: boolean;
}

/** One swing as it is drawn: what was measured in it, and its signals thinned to what a screen can show. */
export interface SwingTraces {
  readonly device: DeviceKind;
  /** Of the recording, Hz. */
  readonly rate: number;
  readonly warnings: readonly string[];
  /** s on the recording's clock */
  readonly start: number;
  readonly end: number;
  readonly events: Events;
  readonly measures: Measures;
  readonly handed: Handed;
  /** Null where the feet are not told apart. */
  readonly path: PathTraces | null;
  readonly staves: Readonly<Partial<Record<StaveId, Trace>>>;
  /** Null on devices without horizontal forces. */
  readonly forces: SwingForces | null;
  /** Part of the load of both feet in each quarter at each event, %; null where the device cannot say it. */
  readonly quarters: Partial<Record<EventName, Readonly<Record<Quarter, number>>>> | null;
  /** Null without a mat. */
  readonly mat: MatFrames | null;
}

/** Hz: above what a screen can show of a swing. */
const THINNED = 500;

/**
 * What is drawn of one swing of an analysed recording.
 * @throws VilkoError `unreadable` when there is no such swing in it (any more)
 */
export function swingTraces(deep: DeepAnalysis, part: number): SwingTraces {
  const swing = deep.swings[part];
  const c = deep.contexts[part];
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
    handed: c.ground.handed,
    path: pathOf(c, cut),
    staves: stavesOf(c, cut),
    forces: forcesOf(c, cut),
    quarters: quartersOf(c),
    mat: matFramesOf(c, swing.start, swing.end),
  };
}

/** The traces that the device can fill; parts of a foot only where the feet are measured, not assumed. */
function stavesOf(c: SwingContext, cut: (s: Series) => Trace): SwingTraces['staves'] {
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
  const feet = inFeet(c);
  if (feet)
    Object.assign(out, {
      toesLead: cut(feet.lead.toes),
      toesTrail: cut(feet.trail.toes),
      insideLead: cut(feet.lead.inside),
      insideTrail: cut(feet.trail.inside),
    });
  return out;
}

/** The quarters at every event that was found; an event with too little load under the feet is left out. */
function quartersOf(c: SwingContext): SwingTraces['quarters'] {
  if (!c.foot || saidBy(c.ground.device, 'quarters').basis === 'absent') return null;
  return Object.fromEntries(
    EVENT_NAMES.flatMap((name) => {
      const event = c.events[name];
      const shares = event && quartersAt(c, event.t);
      return shares ? [[name, shares]] : [];
    }),
  );
}

/** A foot that carries less of the load says nothing of where in it that lies, %. */
const LEAST_ON_FOOT = 5;

/** Within each foot, where a mat sees it. */
function inFeet(c: SwingContext): FeetPair<{ toes: Series; inside: Series }> | null {
  const { foot, signals } = c;
  if (!foot?.lead.toe || !foot.trail.toe) return null;
  const of = (f: FootName, share: Series) => {
    const { toe, inside } = foot[f];
    const stands = (k: number): boolean => share.v[k]! >= LEAST_ON_FOOT;
    return {
      toes: mapSeries(toe!.forward, (v, k) => (stands(k) ? (100 * v) / toe!.load.v[k]! : NaN)),
      inside: mapSeries(inside, (v, k) => (stands(k) ? v : NaN)),
    };
  };
  return { lead: of('lead', signals.share), trail: of('trail', signals.trailShare) };
}

function forcesOf(c: SwingContext, cut: (s: Series) => Trace): SwingForces | null {
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

/** The part of a series inside the swing, thinned. */
function cutTrace(s: Series, start: number, end: number): Trace {
  const step = Math.max(1, Math.floor(s.rate / THINNED));
  const from = indexFrom(s, start);
  const to = indexTo(s, Math.min(end, endOf(s)));
  const v = new Float32Array(Math.floor((to - from) / step) + 1);
  for (let k = 0; k < v.length; k++) v[k] = s.v[from + k * step]!;
  return { t0: s.t0 + from / s.rate, rate: s.rate / step, v };
}

function pathOf(c: SwingContext, cut: (s: Series) => Trace): PathTraces | null {
  if (!c.line || !c.outlines) return null;
  const { line, ground, outlines } = c;
  const mm = (s: Series): Series => ({ ...s, v: times(s.v, 1000) });
  const whole = stanceCoordinates(ground.path, line);
  const foot = (f: FootName) => {
    const p = stanceCoordinates(ground.footCop[f], line);
    return { along: cut(mm(p.along)), across: cut(mm(p.across)) };
  };
  return {
    along: cut(mm(whole.along)),
    across: cut(mm(whole.across)),
    feet: { lead: foot('lead'), trail: foot('trail') },
    soles: FEET.map((f) => soleEdge(outlines[f]).map(([x, y]) => toStance(c, x, y))),
    apart: 1000 * line.width,
    // a foot that was checked by rocking is known where it stands
    assumed: !ground.mat && c.footCheck === null,
  };
}

function toStance({ line }: SwingContext, x: number, y: number): [number, number] {
  const { origin, along, across } = line!;
  const [dx, dy] = [1000 * (x - origin[0]), 1000 * (y - origin[1])];
  return [dx * along[0] + dy * along[1], dx * across[0] + dy * across[1]];
}

function matFramesOf(c: SwingContext, start: number, end: number): MatFrames | null {
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
  const frames = new (m.cells.frames instanceof Uint8Array ? Uint8Array : Float32Array)(kept.length * cells);
  let most = 0;
  kept.forEach((k, i) => {
    const frame = m.cells.frames.subarray(k * cells, (k + 1) * cells);
    frames.set(frame, i * cells);
    for (let q = 0; q < cells; q++) if (frame[q]! > most) most = frame[q]!;
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
