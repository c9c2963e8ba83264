import fc from 'fast-check';
import { analyseInDepth } from '../analyse.js';
import { simulate } from '../golfer/index.js';
import { at } from '../signal/series.js';
import type { FootCheck } from '../recording/foot-check.js';
import { DEVICE_KINDS, type DeviceKind } from '../recording/recording.js';
import { readTraces, writeTraces } from './trace-bundle.js';
import { swingTraces, type SwingTraces, type Trace } from './swing-traces.js';

const deepOf = (device: DeviceKind, handed: 'right' | 'left' = 'right') =>
  analyseInDepth(simulate({ device, seed: 5, handed }).recording, { handed });

const valueAt = ({ t0, rate, v }: Trace, t: number): number => v[Math.round((t - t0) * rate)]!;
/** Every signal in what is drawn, wherever it stands. */
function signalsIn(what: unknown): Float32Array[] {
  if (what instanceof Float32Array) return [what];
  if (typeof what !== 'object' || what === null || ArrayBuffer.isView(what)) return [];
  return Object.values(what).flatMap(signalsIn);
}
const withoutSignals = (what: SwingTraces): unknown =>
  JSON.parse(JSON.stringify(what, (_, v: unknown) => (v instanceof Float32Array ? v.length : v)));

describe('a swing’s traces', () => {
  it('lie inside the swing and hold what was measured, thinned to at most 500 Hz', () => {
    const deep = deepOf('plates');
    const traces = swingTraces(deep, 0);
    const share = traces.staves.share!;
    const p7 = deep.swings[0]!.events.p7!.t;
    expect(share.t0).toBeGreaterThanOrEqual(traces.start);
    expect(share.t0 + (share.v.length - 1) / share.rate).toBeLessThanOrEqual(traces.end + 1e-6);
    expect(share.rate).toBeLessThanOrEqual(500);
    const t = share.t0 + Math.round((p7 - share.t0) * share.rate) / share.rate;
    expect(valueAt(share, p7)).toBeCloseTo(at(deep.contexts[0]!.signals.share, t), 3);
  });
  it('say that soles are assumed only where no mat shows them and no foot was checked', () => {
    const assumed = (device: DeviceKind, footCheck?: FootCheck) =>
      swingTraces(analyseInDepth(simulate({ device, seed: 5 }).recording, footCheck ? { footCheck } : {}), 0).path!
        .assumed;
    const foot = (y: number) => ({ heel: [-0.1, y], axis: [1, 0], length: 0.27, u: 3, words: 'good' }) as const;
    const check = { lead: foot(0.25), trail: foot(-0.25), left: [] } as unknown as FootCheck;
    expect([assumed('plates'), assumed('plates', check), assumed('mat'), assumed('plate')]).toEqual([
      true,
      false,
      false,
      true,
    ]);
  });
  it('hold of a mat where in each foot the load lies, as the measures say it; of no other device', () => {
    const deep = deepOf('mat');
    const { staves, measures, events } = swingTraces(deep, 0);
    const { t } = events.p4!;
    for (const [trace, id] of [
      [staves.toesLead, 'foot.lead.toe.p4'],
      [staves.toesTrail, 'foot.trail.toe.p4'],
      [staves.insideTrail, 'foot.trail.in.p4'],
    ] as const)
      expect(Math.abs(valueAt(trace!, t) - (measures[id].value as number)))
        .withContext(id)
        .toBeLessThan(1.5);
    expect('toesLead' in swingTraces(deepOf('plates'), 0).staves).toBeFalse();
  });
  it('hold the quarters of the feet at each event, the greatest as the measure names it', () => {
    for (const kind of ['mat', 'mat-plates', 'plates', 'boards'] as const) {
      const { quarters, measures, events } = swingTraces(deepOf(kind), 0);
      expect(Object.keys(quarters!).length).withContext(kind).toBeGreaterThan(7);
      expect(Object.keys(quarters!).every((e) => e in events)).toBeTrue();
      for (const shares of Object.values(quarters!))
        expect(Object.values(shares).reduce((a, b) => a + b)).toBeCloseTo(100, 9);
      const at = Object.entries(quarters!.p4!).sort((a, b) => b[1] - a[1])[0]![0];
      expect(at)
        .withContext(kind)
        .toBe(measures['quad.p4'].value as string);
    }
    for (const kind of ['plate', 'path'] as const) expect(swingTraces(deepOf(kind), 0).quarters).toBeNull();
  });
  it('hold what the kind of device can say, and nothing else', () => {
    const has = (kind: DeviceKind) => {
      const { path, forces, mat, staves } = swingTraces(deepOf(kind), 0);
      return {
        path: path !== null,
        forces: forces && (forces.feet ? 'feet' : 'whole'),
        mat: mat !== null,
        push: 'target' in staves,
        lead: 'upLead' in staves,
      };
    };
    expect(has('plates')).toEqual({ path: true, forces: 'feet', mat: false, push: true, lead: true });
    expect(has('plate')).toEqual({ path: true, forces: 'whole', mat: false, push: true, lead: false });
    expect(has('mat')).toEqual({ path: true, forces: null, mat: true, push: false, lead: true });
    expect(has('mat-plates')).toEqual({ path: true, forces: 'feet', mat: true, push: true, lead: true });
    expect(has('boards').forces).toBeNull();
    expect(has('path')).toEqual({ path: true, forces: null, mat: false, push: false, lead: false });
  });
  it('put the mat’s cells of a left-hander on the same side of the stance as a right-hander’s', () => {
    const leadIsAhead = (handed: 'right' | 'left'): boolean => {
      const { owner, frames, most, cols, origin, rowStep, colStep } = swingTraces(deepOf('mat', handed), 0).mat!;
      const loaded = new Set<number>();
      frames.forEach((v, k) => v > 0.2 * most && loaded.add(k % owner.length));
      const along = (of: number) =>
        [...loaded]
          .filter((q) => owner[q] === of)
          .map((q) => origin[0] + Math.floor(q / cols) * rowStep[0] + (q % cols) * colStep[0]);
      return Math.min(...along(0)) > Math.max(...along(1));
    };
    expect([leadIsAhead('right'), leadIsAhead('left')]).toEqual([true, true]);
  });
  it('are refused for a swing that is not there', () => {
    expect(() => swingTraces(deepOf('plates'), 1)).toThrowMatching((e: Error) => /no swing is found/.test(e.message));
  });
});

describe('packed traces', () => {
  it('come back from every kind of device: all but the signals to the last bit, these to a part of their range', () => {
    for (const kind of DEVICE_KINDS) {
      const traces = swingTraces(deepOf(kind), 0);
      const back = readTraces(writeTraces(traces, 1));
      expect(withoutSignals(back)).withContext(kind).toEqual(withoutSignals(traces));
      expect(back.mat?.times).toEqual(traces.mat?.times);
      expect(back.mat?.owner).toEqual(traces.mat?.owner);
      const [was, is] = [signalsIn(traces), signalsIn(back)];
      expect(was.length).toBeGreaterThan(6);
      was.forEach((v, i) => {
        const told = v.filter((x) => x === x);
        const range =
          told.reduce((a, b) => Math.max(a, b), -Infinity) - told.reduce((a, b) => Math.min(a, b), Infinity);
        const off = v.reduce((most, x, k) => Math.max(most, x === x ? Math.abs(x - is[i]![k]!) : 0), 0);
        expect(off)
          .withContext(`${kind} ${i}`)
          .toBeLessThanOrEqual(range / 65_000);
      });
    }
  });
  it('keep breaks where they were, flat lines flat, and nothing of nothing', () => {
    const plates = { ...swingTraces(deepOf('plates'), 0), path: null, forces: null };
    const back = (v: number[]): number[] => {
      const share: Trace = { t0: 0, rate: 1, v: Float32Array.from(v) };
      return Array.from(readTraces(writeTraces({ ...plates, staves: { share } }, 0)).staves.share!.v);
    };
    expect(back([])).toEqual([]);
    expect(back([3, 3, 3])).toEqual([3, 3, 3]);
    expect(back([NaN, NaN])).toEqual([NaN, NaN]);
    expect(back([NaN, 1, NaN, 2])).toEqual([NaN, 1, NaN, 2]);
    fc.assert(
      fc.property(fc.array(fc.oneof(fc.float({ min: -500, max: 500, noNaN: true }), fc.constant(NaN))), (v) => {
        const told = v.filter((x) => x === x);
        const step = (Math.max(...told) - Math.min(...told)) / 65_534;
        return back(v).every((x, k) => (v[k] === v[k] ? Math.abs(x - v[k]!) <= step : x !== x));
      }),
    );
  });
  it('are refused in a sentence when they are damaged', () => {
    const good = writeTraces(swingTraces(deepOf('boards'), 0), 1);
    expect(() => readTraces(good.slice(0, good.length / 2))).toThrowMatching((e: Error) => /damaged/.test(e.message));
    expect(() => readTraces(new Uint8Array(9))).toThrowMatching((e: Error) => /not a zip/.test(e.message));
  });
});
