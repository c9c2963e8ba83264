import {
  analyseInDepth,
  type AnalyseOptions,
  type CannotJudge,
  type ClubClass,
  type Comparison,
  type DeviceKind,
  endOf,
  type Events,
  FEET,
  type Finding,
  indexFrom,
  indexTo,
  judgeSwing,
  massDisplacement,
  matShift,
  type Measures,
  type Pattern,
  patternOf,
  readBundle,
  type Series,
  soleEdge,
  stanceCoordinates,
  type SwingContext,
  VilkoError,
} from '@vilko/core';

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
  readonly handed: 'right' | 'left';
  /** Path in the stance frame, mm; with per-foot pressure. Null where the feet are not told apart. */
  readonly path: {
    readonly along: Trace;
    readonly across: Trace;
    readonly feet: Record<'lead' | 'trail', { along: Trace; across: Trace }>;
    readonly soles: [number, number][][];
    readonly assumed: boolean;
  } | null;
  readonly staves: Readonly<Partial<Record<StaveId, Trace>>>;
  readonly mat: MatView | null;
}

export const STAVE_TRACES = ['share', 'trailShare', 'target', 'turning', 'up', 'foreLead', 'foreTrail', 'mass'] as const;
export type StaveId = (typeof STAVE_TRACES)[number];

export interface ReadRequest {
  readonly bundle: Uint8Array;
  readonly part: number;
  readonly club: ClubClass;
  readonly pattern: string;
  readonly options: AnalyseOptions;
}

const DRAW_RATE = 500;

/** Analyses a stored recording and gathers what the views draw. */
export function readView(r: ReadRequest): ReadView {
  const rec = readBundle(r.bundle, 'recording');
  const deep = analyseInDepth(rec, r.options);
  const swing = deep.swings[r.part];
  const c = deep.contexts[r.part];
  if (!swing || !c) throw new VilkoError('unreadable', 'no swing is found in this recording any more');
  const pattern = patternOf(r.pattern);
  const judged =
    (r.options.kind ?? 'full') === 'full'
      ? judgeSwing(swing, { device: deep.device, club: r.club, pattern, statureGiven: r.options.stature !== undefined })
      : unjudged(pattern, r.club);
  const cut = (s: Series): Trace => cutTrace(s, swing.start, swing.end);
  const { signals } = c;
  const mass = massDisplacement(c);
  return {
    device: deep.device,
    rate: deep.rate,
    warnings: deep.warnings,
    start: swing.start,
    end: swing.end,
    events: swing.events,
    measures: swing.measures,
    ...judged,
    handed: c.ground.handed,
    path: pathView(c, cut),
    staves: {
      ...(c.ground.feetTold ? { share: cut(signals.share), trailShare: cut(signals.trailShare) } : {}),
      ...(signals.target ? { target: cut(signals.target.total) } : {}),
      ...(signals.turning ? { turning: cut(signals.turning.total) } : {}),
      up: cut(signals.up.total),
      // one plate does not know which foot pushes to the toes
      ...(signals.fore && !c.ground.assumed ? { foreLead: cut(signals.fore.lead), foreTrail: cut(signals.fore.trail) } : {}),
      ...(mass ? { mass: cut(mass) } : {}),
    },
    mat: matView(c, swing.start, swing.end),
  };
}

/** A rehearsal is measured, never judged. */
function unjudged(pattern: Pattern, club: ClubClass): Pick<ReadView, 'comparison' | 'findings' | 'cannotJudge'> {
  const comparison = { pattern: pattern.id, version: pattern.version, club, fit: null, judged: 0, of: 0, bands: [] };
  return { comparison, findings: [], cannotJudge: [] };
}

/** The part of a series inside the swing, thinned to what a screen can show. */
function cutTrace(s: Series, start: number, end: number): Trace {
  const step = Math.max(1, Math.floor(s.rate / DRAW_RATE));
  const from = indexFrom(s, start);
  const to = indexTo(s, Math.min(end, endOf(s)));
  const n = Math.floor((to - from) / step) + 1;
  return { t0: s.t0 + from / s.rate, rate: s.rate / step, v: Float64Array.from({ length: n }, (_, k) => s.v[from + k * step]!) };
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
  return { along: cut(mm(whole.along)), across: cut(mm(whole.across)), feet, soles, assumed: !ground.mat };
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
