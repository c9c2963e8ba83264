import type { FootName } from '@vilko/core/ground/foot-outline';
import { numberOf } from '@vilko/core/measures/measure';
import { type MeasureId, measureRow } from '@vilko/core/measures/registry';
import { saidBy } from '@vilko/core/recording/device-kinds';
import type { StaveId, Trace } from '@vilko/core/traces/swing-traces';
import type { ReadView } from '../../workers/read-view';
import { traceAt } from '../trace';

export const STAVE_NAMES = [
  'share',
  'sideways',
  'turning',
  'tilting',
  'pitching',
  'vertical',
  'foreaft',
  'mass',
  'speed',
  'toes',
  'inside',
] as const;
export type StaveName = (typeof STAVE_NAMES)[number];

interface Line {
  readonly trace: StaveId;
  readonly colour: 'ink' | 'lead' | 'trail';
  readonly dashed: boolean;
}

/** What the reader wants to see: which staves, and which of them by foot. */
export interface StaveChoice {
  readonly staves: readonly StaveName[];
  readonly byFoot: readonly StaveName[];
}
export const FIRST_CHOICE: StaveChoice = {
  staves: ['share', 'sideways', 'turning', 'vertical', 'foreaft', 'mass'],
  byFoot: ['share', 'foreaft'],
};

/** One stave: a name, a unit, its lines, a base line, and the least range it shows. */
export interface Stave {
  readonly id: StaveName;
  readonly name: string;
  readonly unit: string;
  /** Both feet together; none for a share, which is always of a foot. */
  readonly whole: StaveId | null;
  /** Lead and trail part; null where there are none. */
  readonly feet: readonly [StaveId, StaveId] | null;
  readonly base: number;
  readonly range: readonly [number, number];
}

export const STAVES: readonly Stave[] = [
  {
    id: 'share',
    name: 'Share',
    unit: '% of load',
    base: 50,
    range: [0, 100],
    whole: null,
    feet: ['share', 'trailShare'],
  },
  {
    id: 'sideways',
    name: 'Sideways',
    unit: '%BW to target',
    base: 0,
    range: [-12, 22],
    whole: 'target',
    feet: ['targetLead', 'targetTrail'],
  },
  {
    id: 'turning',
    name: 'Turning',
    unit: 'N·m/kg',
    base: 0,
    range: [-0.4, 0.8],
    whole: 'turning',
    feet: ['turningLead', 'turningTrail'],
  },
  {
    id: 'tilting',
    name: 'Tilting',
    unit: 'N·m/kg',
    base: 0,
    range: [-0.6, 0.6],
    whole: 'tilting',
    feet: ['tiltingLead', 'tiltingTrail'],
  },
  {
    id: 'pitching',
    name: 'Pitching',
    unit: 'N·m/kg',
    base: 0,
    range: [-0.6, 0.6],
    whole: 'pitching',
    feet: ['pitchingLead', 'pitchingTrail'],
  },
  {
    id: 'vertical',
    name: 'Vertical',
    unit: '%BW',
    base: 100,
    range: [60, 170],
    whole: 'up',
    feet: ['upLead', 'upTrail'],
  },
  {
    id: 'foreaft',
    name: 'Fore–aft',
    unit: '%BW, toes up',
    base: 0,
    range: [-14, 14],
    whole: 'fore',
    feet: ['foreLead', 'foreTrail'],
  },
  { id: 'mass', name: 'Mass', unit: 'mm to target', base: 0, range: [-60, 120], whole: 'mass', feet: null },
  { id: 'speed', name: 'Speed', unit: 'm/s to target', base: 0, range: [-1, 2.5], whole: 'speed', feet: null },
  {
    id: 'toes',
    name: 'Toes',
    unit: '% of that foot',
    base: 50,
    range: [0, 100],
    whole: null,
    feet: ['toesLead', 'toesTrail'],
  },
  {
    id: 'inside',
    name: 'Inside',
    unit: '% inward',
    base: 0,
    range: [-100, 100],
    whole: null,
    feet: ['insideLead', 'insideTrail'],
  },
];

/** A stave as it is drawn. */
export interface DrawnStave extends Stave {
  readonly byFoot: boolean;
  readonly lines: readonly Line[];
}

function drawn(s: Stave, byFoot: boolean): DrawnStave {
  const feet: Line[] = s.feet
    ? [
        { trace: s.feet[0], colour: 'lead', dashed: false },
        { trace: s.feet[1], colour: 'trail', dashed: true },
      ]
    : [];
  const whole: Line[] = s.whole ? [{ trace: s.whole, colour: 'ink', dashed: false }] : [];
  const split = s.whole === null || (byFoot && feet.length > 0);
  return { ...s, byFoot: split, lines: split ? feet : whole };
}

/**
 * Of the staves the reader has chosen those that the device can fill, and a sentence about those it cannot. Where the
 * feet are not told apart both together are shown.
 */
export function stavesFor(
  view: ReadView,
  choice: StaveChoice = FIRST_CHOICE,
): { shown: readonly DrawnStave[]; missing: string | null } {
  const has = (s: DrawnStave) => s.lines.every((l) => view.staves[l.trace] !== undefined);
  // a path knows its load only as parts of the standing load
  const unitOf = (s: Stave) => (noForce(view) && s.id === 'vertical' ? '% of standing' : s.unit);
  const wanted = STAVES.filter((s) => choice.staves.includes(s.id)).map((s) => {
    const stave = { ...s, unit: unitOf(s) };
    const split = drawn(stave, choice.byFoot.includes(s.id));
    return has(split) ? split : drawn(stave, false);
  });
  const left = wanted.filter((s) => !has(s));
  return { shown: wanted.filter(has), missing: left.length ? missingWords(view, left) : null };
}

const noForce = (view: ReadView): boolean => saidBy(view.device, 'vertical').basis === 'absent';

function missingWords(view: ReadView, left: readonly DrawnStave[]): string {
  const whyNot = ({ id }: DrawnStave): string =>
    noForce(view)
      ? 'this device knows the whole-body pressure only'
      : id === 'share'
        ? 'the feet cannot be told apart'
        : id === 'toes' || id === 'inside'
          ? 'only a mat sees where in a foot the load lies'
          : 'this device has no horizontal forces';
  const listed = (names: readonly string[]): string =>
    names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]!;
  const reasons = [...new Set(left.map(whyNot))].map((why) => {
    const names = left.filter((s) => whyNot(s) === why).map((s) => s.name.toLowerCase());
    return `${listed(names)} – ${why}`;
  });
  return `Cannot say: ${reasons.join('; ')}.`;
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
  readonly stave: StaveName;
  readonly t: number;
  readonly v: number;
  readonly letter: '' | 'L ' | 'T ';
  readonly colour: 'ink' | 'lead' | 'trail';
  readonly unit: string;
}

const LETTERS = { lead: 'L ', trail: 'T ' } as const;

/** The main peaks of a swing, where the traces have them. */
export function flagsOf(view: ReadView, choice: StaveChoice = FIRST_CHOICE): Flag[] {
  const { events, measures, staves } = view;
  const p = (n: keyof typeof events) => events[n]?.t ?? NaN;
  const out: Flag[] = [];
  const { shown } = stavesFor(view, choice);
  const split = (id: StaveName) => shown.some((s) => s.id === id && s.byFoot);
  const extreme = (trace: Trace, a: number, b: number, sign: 1 | -1): { t: number; v: number } | null => {
    let best: { t: number; v: number } | null = null;
    for (let k = Math.ceil((a - trace.t0) * trace.rate); k <= (b - trace.t0) * trace.rate && k < trace.v.length; k++) {
      const v = trace.v[k]!;
      if (v === v && (!best || sign * v > sign * best.v)) best = { t: trace.t0 + k / trace.rate, v };
    }
    return best;
  };
  const add = (stave: Flag['stave'], at: { t: number; v: number } | null, unit: string, foot?: FootName) => {
    if (at) out.push({ stave, ...at, unit, letter: foot ? LETTERS[foot] : '', colour: foot ?? 'ink' });
  };
  const trail = numberOf(measures['load.p7.ms']);
  if (staves.trailShare && trail !== null) {
    const t = p('p7') + trail / 1000;
    add('share', { t, v: traceAt(staves.trailShare, t) }, '%', 'trail');
  }
  if (staves.target && !split('sideways')) add('sideways', extreme(staves.target, p('p2'), p('p7'), 1), '%BW');
  if (staves.turning && !split('turning')) add('turning', extreme(staves.turning, p('p3'), p('p8'), 1), 'N·m/kg');
  if (staves.upLead && split('vertical')) add('vertical', extreme(staves.upLead, p('p4'), p('p8'), 1), '%BW', 'lead');
  else if (staves.up && !noForce(view)) add('vertical', extreme(staves.up, p('p4'), p('p8'), 1), '%BW');
  if (split('foreaft') && staves.foreLead && staves.foreTrail) {
    add('foreaft', extreme(staves.foreLead, p('p4'), p('p7'), -1), '%BW', 'lead');
    add('foreaft', extreme(staves.foreTrail, p('p4'), p('p7'), 1), '%BW', 'trail');
  }
  if (staves.mass) add('mass', extreme(staves.mass, view.start, p('p7'), -1), 'mm');
  if (staves.speed) add('speed', extreme(staves.speed, p('p3'), p('p7'), 1), 'm/s');
  return out.filter((f) => shown.some((s) => s.id === f.stave));
}

/** A target window on a stave: around a time, between two values (null = open). */
export interface Window {
  readonly stave: StaveName;
  readonly measure: MeasureId;
  readonly t: number;
  readonly lo: number | null;
  readonly hi: number | null;
  /** The stave shows the measure with the other sign. */
  readonly mirrored?: true;
}

/** Windows of the pattern that have a place on a stave that is shown. */
export function windowsOf(view: ReadView, flags: readonly Flag[], choice: StaveChoice = FIRST_CHOICE): Window[] {
  const { shown } = stavesFor(view, choice);
  const at = (stave: Flag['stave'], letter: Flag['letter'] = '') =>
    flags.find((f) => f.stave === stave && f.letter === letter)?.t;
  return view.comparison.bands.flatMap((b): Window[] => {
    if (!b.ideal) return [];
    const [lo, hi] = b.ideal;
    const { share, at: moment } = measureRow(b.measure);
    const place = (stave: Window['stave'], t: number | undefined, a: number | null, z: number | null): Window[] =>
      t === undefined || Number.isNaN(t) || !shown.some((x) => x.id === stave)
        ? []
        : [{ stave, measure: b.measure, t, lo: a, hi: z }];
    if (share === 'level' && moment)
      return place('share', moment === 'address' ? view.start + 0.15 : view.events[moment]?.t, lo, hi);
    if (b.measure === 'load.trail.max') return place('share', at('share', 'T '), lo, hi);
    if (b.measure === 'force.target.peak') return place('sideways', at('sideways'), lo, hi);
    if (b.measure === 'mass.back')
      return place('mass', at('mass'), hi === null ? null : -hi, lo === null ? null : -lo).map((w) => ({
        ...w,
        mirrored: true as const,
      }));
    if (b.measure === 'mass.p4') return place('mass', view.events.p4?.t, lo, hi);
    if (b.measure === 'force.up.lead.peak') return place('vertical', at('vertical', 'L '), lo, hi);
    return [];
  });
}
