import type { ReadView, StaveId, Trace } from '../../workers/read-view';
import { traceAt } from '../trace';

/** One stave: a name, a unit, its lines, a base line, and the least range it shows. */
export interface Stave {
  readonly id: 'share' | 'sideways' | 'turning' | 'vertical' | 'foreaft' | 'mass';
  readonly name: string;
  readonly unit: string;
  readonly lines: readonly { readonly trace: StaveId; readonly colour: 'ink' | 'lead' | 'trail'; readonly dashed: boolean }[];
  readonly base: number;
  readonly range: readonly [number, number];
}

const ink = (trace: StaveId) => [{ trace, colour: 'ink' as const, dashed: false }];

export const STAVES: readonly Stave[] = [
  {
    id: 'share',
    name: 'Share',
    unit: '% of load',
    base: 50,
    range: [0, 100],
    lines: [
      { trace: 'share', colour: 'lead', dashed: false },
      { trace: 'trailShare', colour: 'trail', dashed: true },
    ],
  },
  { id: 'sideways', name: 'Sideways', unit: '%BW to target', base: 0, range: [-12, 22], lines: ink('target') },
  { id: 'turning', name: 'Turning', unit: 'N·m/kg', base: 0, range: [-0.4, 0.8], lines: ink('turning') },
  { id: 'vertical', name: 'Vertical', unit: '%BW', base: 100, range: [60, 170], lines: ink('up') },
  {
    id: 'foreaft',
    name: 'Fore–aft',
    unit: '%BW, toes up',
    base: 0,
    range: [-14, 14],
    lines: [
      { trace: 'foreLead', colour: 'lead', dashed: false },
      { trace: 'foreTrail', colour: 'trail', dashed: true },
    ],
  },
  { id: 'mass', name: 'Mass', unit: 'mm to target', base: 0, range: [-60, 120], lines: ink('mass') },
];

/** Staves a device can fill, and a sentence about those it cannot. */
export function stavesFor(view: ReadView): { shown: readonly Stave[]; missing: string | null } {
  const has = (s: Stave) => s.lines.every((l) => view.staves[l.trace] !== undefined);
  const shown = STAVES.filter(has);
  const left = STAVES.filter((s) => !has(s));
  if (!left.length) return { shown, missing: null };
  const names = left.map((s) => s.name.toLowerCase());
  const list = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]!;
  const why = view.device === 'plate' || left.every((s) => s.id === 'share') ? 'the feet cannot be told apart' : 'this device has no horizontal forces';
  return { shown, missing: `Cannot say: ${list} – ${why}.` };
}

/** Range a stave shows: its own, widened to what happens in it. */
export function rangeOf(stave: Stave, traces: readonly Trace[]): [number, number] {
  let [lo, hi] = stave.range as [number, number];
  for (const s of traces) for (const v of s.v) if (v === v) [lo, hi] = [Math.min(lo, v), Math.max(hi, v)];
  const room = 0.06 * (hi - lo);
  return stave.id === 'share' ? [-4, 104] : [lo - room, hi + room];
}

/** A peak to flag: its place and its words. */
export interface Flag {
  readonly stave: Stave['id'];
  readonly t: number;
  readonly v: number;
  readonly letter: '' | 'L ' | 'T ';
  readonly colour: 'ink' | 'lead' | 'trail';
  readonly unit: string;
}

/** The main peaks of a swing, where the traces have them. */
export function flagsOf(view: ReadView): Flag[] {
  const { events, measures, staves } = view;
  const p = (n: keyof typeof events) => events[n]?.t ?? NaN;
  const out: Flag[] = [];
  const value = (id: string) => (typeof measures[id]?.value === 'number' ? measures[id].value : null);
  const extreme = (trace: Trace, a: number, b: number, sign: 1 | -1): { t: number; v: number } | null => {
    let best: { t: number; v: number } | null = null;
    for (let k = Math.ceil((a - trace.t0) * trace.rate); k <= (b - trace.t0) * trace.rate && k < trace.v.length; k++) {
      const v = trace.v[k]!;
      if (v === v && (!best || sign * v > sign * best.v)) best = { t: trace.t0 + k / trace.rate, v };
    }
    return best;
  };
  const add = (stave: Flag['stave'], at: { t: number; v: number } | null, unit: string, letter: Flag['letter'] = '', colour: Flag['colour'] = 'ink') => {
    if (at) out.push({ stave, ...at, letter, colour, unit });
  };
  const trail = value('load.p7.ms');
  if (staves.trailShare && trail !== null) {
    const t = p('p7') + trail / 1000;
    add('share', { t, v: traceAt(staves.trailShare, t) }, '%', 'T ', 'trail');
  }
  if (staves.target) add('sideways', extreme(staves.target, p('p2'), p('p7'), 1), '%BW');
  if (staves.turning) add('turning', extreme(staves.turning, p('p3'), p('p8'), 1), 'N·m/kg');
  if (staves.up) add('vertical', extreme(staves.up, p('p4'), p('p8'), 1), '%BW');
  if (staves.foreLead) add('foreaft', extreme(staves.foreLead, p('p4'), p('p7'), -1), '%BW', 'L ', 'lead');
  if (staves.foreTrail) add('foreaft', extreme(staves.foreTrail, p('p4'), p('p7'), 1), '%BW', 'T ', 'trail');
  if (staves.mass) add('mass', extreme(staves.mass, view.start, p('p7'), -1), 'mm');
  return out;
}

/** A target window on a stave: around a time, between two values (null = open). */
export interface Window {
  readonly stave: Stave['id'];
  readonly measure: string;
  readonly t: number;
  readonly lo: number | null;
  readonly hi: number | null;
}

/** Windows of the pattern that have a place on a stave. */
export function windowsOf(view: ReadView, flags: readonly Flag[]): Window[] {
  const at = (stave: Flag['stave'], letter: Flag['letter'] = '') => flags.find((f) => f.stave === stave && f.letter === letter)?.t;
  return view.comparison.bands.flatMap((b): Window[] => {
    if (!b.ideal) return [];
    const [lo, hi] = b.ideal;
    const share = /^share\.lead\.(p\d+|address)$/.exec(b.measure)?.[1];
    const place = (stave: Window['stave'], t: number | undefined, a: number | null, z: number | null): Window[] =>
      t === undefined || Number.isNaN(t) ? [] : [{ stave, measure: b.measure, t, lo: a, hi: z }];
    if (share === 'address') return place('share', view.start + 0.15, lo, hi);
    if (share) return place('share', view.events[share as 'p1']?.t, lo, hi);
    if (b.measure === 'load.trail.max') return place('share', at('share', 'T '), lo, hi);
    if (b.measure === 'force.target.peak') return place('sideways', at('sideways'), lo, hi);
    if (b.measure === 'mass.back') return place('mass', at('mass'), hi === null ? null : -hi, lo === null ? null : -lo);
    return [];
  });
}
