import { analyse, type AnalyseOptions, type Analysis } from './analyse.js';
import { worthOf } from './measures/registry.js';
import type { VilkoError } from './error.js';
import { EVENT_NAMES, type EventName } from './events/event.js';
import { readRecording } from './formats/formats.js';
import { simulate } from './golfer/simulate.js';
import type { Measure } from './measures/measure.js';
import { MEASURE_IDS } from './measures/registry.js';
import type { Platform, Recording } from './recording/recording.js';
import { testBytes, testJson } from './testing/test-files.js';
import type { MeasureId } from './measures/registry.js';

interface Expected {
  args: string[];
  reference: {
    device: string;
    rate: number;
    warnings: string[];
    swings: {
      start: number;
      end: number;
      events: Record<EventName, { t: number; source: string } | null>;
      measures: Record<string, Measure>;
    }[];
  };
}

const SAMPLES = ['sample-plates.c3d', 'sample-plates-left.csv', 'sample-mat.npz'];

function optionsOf(args: readonly string[]): AnalyseOptions {
  const o: Record<string, unknown> = {};
  for (let i = 0; i < args.length; i += 2)
    o[args[i]!.slice(2)] = /^[\d.]+$/.test(args[i + 1]!) ? Number(args[i + 1]) : args[i + 1];
  return o;
}

const numbers = (a: Analysis, swing = 0): Record<string, number> =>
  Object.fromEntries(
    Object.entries(a.swings[swing]!.measures).flatMap(([id, m]) =>
      typeof m.value === 'number' ? [[id, m.value]] : [],
    ),
  );

/** Compares all numbers of two analyses within a part of each measure's worth. */
function expectSame(a: Analysis, b: Analysis, part: number, but: RegExp = /^$/): void {
  const x = numbers(a);
  const y = numbers(b);
  expect(Object.keys(x)).toEqual(Object.keys(y));
  for (const id of Object.keys(x))
    if (!but.test(id))
      expect(Math.abs(x[id]! - y[id]!))
        .withContext(`${id} ${x[id]} ${y[id]}`)
        .toBeLessThanOrEqual(part * worthOf(id)!);
}

describe('analyse', () => {
  for (const file of SAMPLES)
    it(`agrees with the reference on ${file}`, async () => {
      const { args, reference } = await testJson<Expected>(file.replace(/\.\w+$/, '.expected.json'));
      const a = analyse(readRecording(await testBytes(file), file), optionsOf(args));
      expect(a.device as string).toBe(reference.device);
      expect(a.rate).toBeCloseTo(reference.rate, 5);
      expect(a.swings.length).toBe(reference.swings.length);
      const [mine, theirs] = [a.swings[0]!, reference.swings[0]!];
      expect(mine.start).toBeCloseTo(theirs.start, 3);
      expect(mine.end).toBeCloseTo(theirs.end, 3);
      for (const p of EVENT_NAMES) {
        expect(mine.events[p]!.t).withContext(p).toBeCloseTo(theirs.events[p]!.t, 3);
        expect(mine.events[p]!.source as string).toBe(theirs.events[p]!.source);
      }
      for (const [id, m] of Object.entries(theirs.measures)) {
        const own = mine.measures[id as MeasureId];
        expect([own.unit, own.basis]).withContext(id).toEqual([m.unit, m.basis]);
        if (typeof m.value === 'number')
          expect(Math.abs((own.value as number) - m.value))
            .withContext(id)
            .toBeLessThanOrEqual(worthOf(id)! / 10);
        else expect(own.value).withContext(id).toEqual(m.value);
      }
    });

  it('gives every id of the registry for every device, with a reason wherever there is no value', () => {
    for (const device of ['plates', 'mat', 'mat-plates', 'boards'] as const) {
      const { swings } = analyse(simulate({ device, seed: 4 }).recording);
      expect(swings.length).withContext(device).toBe(1);
      expect(Object.keys(swings[0]!.measures)).toEqual([...MEASURE_IDS]);
      for (const [id, m] of Object.entries(swings[0]!.measures)) {
        expect(m.value === null)
          .withContext(`${device} ${id}`)
          .toBe(m.basis === 'absent');
        if (m.value === null) expect(m.reason?.length).withContext(`${device} ${id}`).toBeGreaterThan(5);
      }
      expect(swings[0]!.measures['force.target.peak'].basis).toBe(
        device === 'mat' || device === 'boards' ? 'absent' : 'measured',
      );
    }
  });

  it('reads a left-hander as the mirrored right-hander', () => {
    for (const device of ['plates', 'mat'] as const) {
      const right = simulate({ device, seed: 11 });
      const left = simulate({ device, seed: 11, handed: 'left' });
      // the noise falls on other samples where the plates change places
      expectSame(
        analyse(right.recording),
        analyse(left.recording),
        1,
        /\.(ms|phase)$|^balance|^cop\.speed|^force\.trail|^path\.length|^sequence\.gap/,
      );
    }
  });

  it('does not care where the plates stand or which comes first', () => {
    const { recording } = simulate({ device: 'plates', seed: 3 });
    const moved: Recording = {
      ...recording,
      platforms: recording.platforms.map((p): Platform => ({ ...p, centre: [p.centre[0] + 0.4, p.centre[1] - 1.3] })),
    };
    expectSame(analyse(recording), analyse(moved), 1e-6);
    expectSame(analyse(recording), analyse({ ...recording, platforms: [...recording.platforms].reverse() }), 1e-9);
  });

  it('gives the same %BW when all forces grow', () => {
    const { recording } = simulate({ device: 'plates', seed: 6 });
    const heavier = recording.platforms.map((p): Platform => ({
      centre: p.centre,
      ...(Object.fromEntries(
        (['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const).map((c) => [c, p[c].map((x) => 1.5 * x)]),
      ) as Omit<Platform, 'centre'>),
    }));
    expectSame(analyse(recording), analyse({ ...recording, platforms: heavier }), 0.02);
  });

  it('finds the same swing after more quiet standing', () => {
    const { recording } = simulate({ device: 'plates', seed: 8, clubChannels: false });
    const more = 700;
    const longer = (v: Float64Array): Float64Array =>
      Float64Array.from({ length: v.length + more }, (_, k) => v[Math.max(0, k - more)]!);
    const later: Recording = {
      ...recording,
      time: Float64Array.from({ length: recording.time.length + more }, (_, k) => k / 1000),
      platforms: recording.platforms.map((p): Platform => ({
        centre: p.centre,
        ...(Object.fromEntries((['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const).map((c) => [c, longer(p[c])])) as Omit<
          Platform,
          'centre'
        >),
      })),
    };
    const a = analyse(recording);
    const b = analyse(later);
    expect(b.swings.length).toBe(1);
    expect(b.swings[0]!.events.p7!.t - a.swings[0]!.events.p7!.t).toBeCloseTo(0.7, 2);
  });

  it('finds every swing of a longer recording, near its true impact', () => {
    for (const clubChannels of [true, false]) {
      const s = simulate({ device: 'plates', seed: 21, swings: 3, clubChannels });
      const { swings } = analyse(s.recording);
      expect(swings.length).toBe(3);
      swings.forEach((w, i) =>
        expect(Math.abs(w.events.p7!.t - s.motion.plans[i]!.times.p7))
          .withContext(`impact ${i}`)
          .toBeLessThan(clubChannels ? 0.003 : 0.07),
      );
    }
  });

  it('lets a person’s mark win, and gives no phases when marks are out of order', () => {
    const { recording } = simulate({ device: 'plates', seed: 2 });
    const top = analyse(recording).swings[0]!.events.p4!.t;
    const marked = analyse(recording, { marks: [{ p4: top + 0.02 }] }).swings[0]!;
    expect(marked.events.p4).toEqual({ t: top + 0.02, source: 'marked', u: 0.01 });
    expect(marked.measures['tempo.down'].value as number).toBeCloseTo(1000 * (marked.events.p7!.t - top - 0.02), 6);
    const jumbled = analyse(recording, { marks: [{ p4: top + 0.6 }] });
    expect(jumbled.warnings.join(' ')).toContain('out of order');
    expect(jumbled.swings[0]!.measures['force.target.peak.phase'].value).toBeNull();
  });

  it('refuses a recording with a hole inside a swing and says where; outside it is bridged', () => {
    const { recording } = simulate({ device: 'plates', seed: 2 });
    const cut = (from: number, to: number): Recording => {
      const keep = Array.from(recording.time.keys()).filter(
        (k) => recording.time[k]! < from || recording.time[k]! > to,
      );
      const less = (v: Float64Array) => Float64Array.from(keep, (k) => v[k]!);
      return {
        ...recording,
        time: less(recording.time),
        platforms: recording.platforms.map((p): Platform => ({
          centre: p.centre,
          fx: less(p.fx),
          fy: less(p.fy),
          fz: less(p.fz),
          mx: less(p.mx),
          my: less(p.my),
          mz: less(p.mz),
        })),
        channels: Object.fromEntries(Object.entries(recording.channels).map(([k, v]) => [k, less(v)])),
      };
    };
    const impact = analyse(recording).swings[0]!.events.p7!.t;
    expect(() => analyse(cut(impact - 0.2, impact - 0.1))).toThrowMatching(
      (e: VilkoError) =>
        e.code === 'hole' && Math.abs(Number(/at ([\d.]+) s/.exec(e.message)?.[1]) - (impact - 0.2)) < 0.01,
    );
    expect(analyse(cut(0.2, 0.3)).warnings.join(' ')).toContain('bridged');
  });

  it('says when the given mass is not what stood there', () => {
    const { recording, build } = simulate({ device: 'plates', seed: 5 });
    expect(analyse(recording, { mass: build.mass }).warnings).toEqual([]);
    expect(analyse(recording, { mass: build.mass + 8 }).warnings.join(' ')).toContain('stood on the device');
  });
});
