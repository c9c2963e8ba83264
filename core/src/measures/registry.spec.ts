import { analyseInDepth } from '../analyse.js';
import type { EventName } from '../events/event.js';
import { simulate, SIMULATED_DEVICES } from '../golfer/index.js';
import { type Capability, DEVICE_KINDS, type DeviceKind } from '../recording/device-kinds.js';
import { mapSeries, type Series, timeOf } from '../signal/series.js';
import type { SwingContext } from './context.js';
import { capability, isMeasureId, type ListedMeasure, MEASURE_IDS, measureRow, MEASURES } from './registry.js';
import type { EventNeed, Signal } from './row.js';

const basis = (device: DeviceKind, id: string): Capability['basis'] => {
  if (!isMeasureId(id)) throw new Error(`there is no measure ${id}`);
  return capability(device, id).basis;
};

describe('the registry of measures', () => {
  it('has every id once, with words, a unit and a definition that is a sentence', () => {
    expect(new Set(MEASURE_IDS).size).toBe(MEASURES.length);
    for (const m of MEASURES) {
      expect(m.words.length).withContext(m.id).toBeGreaterThan(3);
      expect(m.unit).withContext(m.id).not.toBe('');
      expect(m.definition)
        .withContext(m.id)
        .toMatch(/^[A-Z].*\.$/);
      expect(m.id).toMatch(/^[a-z0-9.]+$/);
    }
    expect(measureRow('of.tomorrow')).toBeUndefined();
    expect([isMeasureId('of.tomorrow'), isMeasureId('share.lead.p7')]).toEqual([false, true]);
  });
  it('names the foot that a measure of one foot speaks of', () => {
    for (const m of MEASURES)
      for (const [foot, other] of [
        ['lead', 'trail'],
        ['trail', 'lead'],
      ] as const)
        if (m.id.startsWith(`foot.${foot}.`)) {
          expect(m.words.toLowerCase()).withContext(m.id).toContain(foot);
          expect(m.words.toLowerCase()).withContext(m.id).not.toContain(other);
        }
  });

  it('has a file for each family', () => {
    expect(measureRow('share.lead.p7').family).toBe('share');
    expect(measureRow('foot.trail.in.p4').foot).toBe('trail');
    expect(measureRow('path.offset').foot).toBeUndefined();
  });
  it('names no two measures alike in the same part of the swing', () => {
    const seen = new Map<string, string>();
    for (const m of MEASURES) {
      const key = `${m.part} ${m.words}`;
      expect(seen.get(key))
        .withContext(`${m.id} is called as ${seen.get(key)}`)
        .toBeUndefined();
      seen.set(key, m.id);
    }
  });
  it('calls a time what is in ms or a phase to an event, and a phase what rests on the phase axis', () => {
    for (const m of MEASURES) {
      expect(m.unit === 'P')
        .withContext(m.id)
        .toBe(m.events.includes('phase'));
      if (m.unit === 'P') expect(m.time).withContext(m.id).toBe('more is later');
      if (m.time) expect(['ms', 'P']).withContext(m.id).toContain(m.unit);
    }
  });
});

/** What a property of the context stands for. */
const READS: Readonly<Record<string, { signals?: readonly Signal[]; events?: readonly EventNeed[] }>> = {
  'signals.share': { signals: ['loads'] },
  'signals.trailShare': { signals: ['loads'] },
  'signals.up': { signals: ['loads'] },
  'signals.target': { signals: ['horizontal'] },
  'signals.fore': { signals: ['horizontal'] },
  'signals.turning': { signals: ['torque'] },
  'signals.tilting': { signals: ['torque'] },
  'signals.pitching': { signals: ['torque'] },
  'ground.path': { signals: ['pressure'] },
  'ground.cop': { signals: ['pressure'] },
  'swing.address': { events: ['address'] },
  'swing.onset': { signals: ['loads'], events: ['onset'] },
  line: { signals: ['stance'] },
  foot: { signals: ['feet'] },
  mass: { signals: ['mass'] },
  shaft: { signals: ['club'] },
  trailMax: { signals: ['loads'], events: ['p1', 'p7'] },
};

/** A context that writes down what is read of it. */
function watched(c: SwingContext): { context: SwingContext; signals: Set<Signal>; events: Set<EventNeed> } {
  const signals = new Set<Signal>();
  const events = new Set<EventNeed>();
  const note = (path: string) => {
    READS[path]?.signals?.forEach((s) => signals.add(s));
    READS[path]?.events?.forEach((e) => events.add(e));
  };
  const watch = <T extends object>(of: T, path: string, deep: boolean): T =>
    new Proxy(of, {
      get(target, key) {
        const name = `${path}${String(key)}`;
        note(name);
        const value = Reflect.get(target, key) as unknown;
        if (path === '' && key === 'events')
          return new Proxy(c.events, {
            get: (all, p) => {
              events.add(p as EventName);
              return Reflect.get(all, p) as unknown;
            },
          });
        if (path === '' && key === 'phase')
          return { ...c.phase, of: (t: number) => (events.add('phase'), c.phase.of(t)) };
        if (path === '' && key === 'foot' && value)
          return Object.fromEntries(Object.entries(value).map(([f, track]) => [f, cellsOf(track as object)]));
        return deep && ['signals', 'ground', 'swing'].includes(name)
          ? watch(value as object, `${name}.`, false)
          : value;
      },
    });
  /** A foot's track: its toes are cells, the rest is the foot. */
  const cellsOf = (track: object): object =>
    new Proxy(track, {
      get: (all, key) => {
        if (key === 'toe') signals.add('cells');
        return Reflect.get(all, key) as unknown;
      },
    });
  return { context: watch(c, '', true), signals, events };
}

describe('what a measure says it needs', () => {
  const contexts = SIMULATED_DEVICES.flatMap((device) =>
    [3, 4].flatMap((seed) => {
      const { contexts: swings } = analyseInDepth(simulate({ device, seed, swings: 1 }).recording);
      return swings.flatMap((c) => [c, stepped(c)].map((each) => ({ device, c: each })));
    }),
  );
  /** The same swing as an exercise: both feet step, the pressure neither stirs before the club nor lands. */
  function stepped(c: SwingContext): SwingContext {
    const lifted = (s: Series): Series =>
      mapSeries(s, (v, k) => (Math.abs(timeOf(s, k) - c.events.p4!.t + 0.2) < 0.1 ? 0 : v));
    const up = { ...c.signals.up, lead: lifted(c.signals.up.lead), trail: lifted(c.signals.up.trail) };
    const share = mapSeries(c.signals.share, (v) => Math.min(v, 60));
    return { ...c, signals: { ...c.signals, up, share }, swing: { ...c.swing, onset: { ...c.swing.onset, t: null } } };
  }
  /** Everything it read on the devices that can say it. */
  function readBy(m: ListedMeasure): { signals: Set<Signal>; events: Set<EventNeed> } {
    const all = { signals: new Set<Signal>(), events: new Set<EventNeed>() };
    for (const { device, c } of contexts) {
      if (capability(device, m.id).basis === 'absent') continue;
      const w = watched(c);
      m.of(w.context);
      w.signals.forEach((s) => all.signals.add(s));
      w.events.forEach((e) => all.events.add(e));
    }
    return all;
  }
  /** What only makes the uncertainty: the quiet address, what noise adds on a mat, where its outlines lie. */
  const beside: readonly (Signal | EventNeed)[] = ['address', 'cells', 'feet', 'loads', 'pressure'];
  /** A length is the same in any directions. */
  const turned = (m: ListedMeasure, n: Signal | EventNeed) => m.id.startsWith('path.length') && n === 'stance';

  it('is what it reads', () => {
    for (const m of MEASURES) {
      const read = readBy(m);
      for (const s of m.signals) expect(read.signals.has(s)).withContext(`${m.id} says it needs ${s}`).toBeTrue();
      for (const e of m.events) expect(read.events.has(e)).withContext(`${m.id} says it needs ${e}`).toBeTrue();
      const unsaid = [...read.signals, ...(m.unit === 'P' ? [] : read.events)].filter(
        (n) =>
          !beside.includes(n) &&
          !turned(m, n) &&
          !m.signals.includes(n as Signal) &&
          !m.events.includes(n as EventNeed),
      );
      expect(unsaid).withContext(`${m.id} reads more than it says`).toEqual([]);
    }
  });
});

describe('what a device can honestly say', () => {
  it('is the table of measuring.md §2', () => {
    for (const id of MEASURE_IDS) {
      const horizontal = /^(force\.(target|away|trail)|torque|foreaft|sequence|drive)\b/.test(id);
      for (const device of ['mat', 'boards'] as const)
        expect(basis(device, id) === 'absent')
          .withContext(`${device} ${id}`)
          .toBe(horizontal || id.startsWith('mass.speed') || (device === 'boards' && /(^toe\.|\.toe\.)/.test(id)));
      if (/^(share|load|cross|tempo|balance)\b/.test(id))
        for (const device of ['mat', 'plates', 'boards', 'mat-plates'] as const)
          expect(basis(device, id)).withContext(`${device} ${id}`).toBe('measured');
    }
    // a path says times, lengths and balance, derives what rests on shares, and nothing of loads, forces, feet or mass
    for (const [id, says] of Object.entries({
      'path.length.back': 'measured',
      'path.width': 'measured',
      'cop.speed.shift': 'measured',
      'balance.finish': 'measured',
      'tempo.ratio': 'measured',
      'force.up.peak.ms': 'measured',
      'force.up.min.phase': 'measured',
      'force.up.peak': 'absent',
      'force.up.min': 'absent',
      'force.up.rate': 'absent',
      'force.up.lead.peak.ms': 'absent',
      'share.lead.p7': 'derived',
      'cross.ms': 'derived',
      'path.shape': 'derived',
      'path.offset': 'absent',
      'foot.lead.fwd.p7': 'absent',
      'trail.off.ms': 'absent',
      'mass.back': 'absent',
      'torque.turn.peak': 'absent',
    } as const))
      expect(basis('path', id)).withContext(`path ${id}`).toBe(says);
    expect(basis('plates', 'foot.lead.fwd.p7')).toBe('derived');
    expect(basis('plates', 'foot.lead.load.min')).toBe('measured');
    expect(basis('mat-plates', 'foot.lead.fwd.p7')).toBe('measured');
    expect(basis('mat', 'mass.back')).toBe('derived');
    expect(basis('plates', 'mass.back')).toBe('measured');
    expect(basis('mat-plates', 'drive.tilt')).toBe('derived');
  });
  it('has a reason wherever it is not a measurement', () => {
    for (const device of DEVICE_KINDS)
      for (const id of MEASURE_IDS) {
        const c = capability(device, id);
        if (c.basis !== 'measured')
          expect(c.reason)
            .withContext(`${device} ${id}`)
            .toMatch(/\w+ \w+/);
      }
  });
});
