import fc from 'fast-check';
import { analyse, type Analysis } from './analyse.js';
import { readC3d } from './formats/c3d/read-c3d.js';
import { writeC3d } from './formats/c3d/write-c3d.js';
import { simulate, SIMULATED_DEVICES } from './golfer/index.js';
import { type Platform, type Recording, WRENCH_CHANNELS } from './recording/recording.js';
import type { MeasureId } from './measures/registry.js';

/** Every number of the first swing of both within `part` of its uncertainty; ids that match `but` aside. */
function sameWithin(a: Analysis, b: Analysis, part: number, but = /$^/): void {
  const [x, y] = [a.swings[0]!.measures, b.swings[0]!.measures];
  for (const [id, m] of Object.entries(x)) {
    if (but.test(id)) continue;
    const other = y[id as MeasureId];
    expect(other.basis).withContext(id).toBe(m.basis);
    if (typeof m.value === 'number')
      expect(Math.abs((other.value as number) - m.value))
        .withContext(`${id}: ${m.value} and ${other.value as number}, u ${m.u}`)
        .toBeLessThanOrEqual(part * m.u! + 1e-9);
  }
}

const platesOf = (rec: Recording, change: (p: Platform) => Platform): Recording => ({
  ...rec,
  platforms: rec.platforms.map(change),
});

describe('whatever does not change the swing does not change its numbers', () => {
  const { recording } = simulate({ device: 'plates', seed: 3 });
  const straight = analyse(recording);

  it('where the plates stand and which of them comes first', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -4, max: 4, noNaN: true }),
        fc.double({ min: -4, max: 4, noNaN: true }),
        fc.boolean(),
        (dx, dy, turned) => {
          const moved = platesOf(recording, (p) => ({ ...p, centre: [p.centre[0] + dx, p.centre[1] + dy] }));
          sameWithin(straight, analyse(turned ? { ...moved, platforms: [...moved.platforms].reverse() } : moved), 0.01);
        },
      ),
      { numRuns: 6 },
    );
  });
  it('how the laboratory lies around the golfer, once its axes are told', () => {
    // the lab turned by a quarter: its y points to the ball, its −x to the golfer's left
    const turned = platesOf(recording, (p) => ({
      centre: [-p.centre[1], p.centre[0]],
      fx: p.fy.map((v) => -v),
      fy: p.fx,
      fz: p.fz,
      mx: p.my.map((v) => -v),
      my: p.mx,
      mz: p.mz,
    }));
    const read = (rec: Recording, axes?: string) =>
      analyse({ ...readC3d(writeC3d(rec), 'x.c3d', axes), stated: recording.stated });
    sameWithin(read(recording), read(turned, 'ball=+y,left=-x'), 0.02);
  });
  it('how heavy the golfer is: %BW and N·m/kg stay', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.6, max: 1.8, noNaN: true }), (times) => {
        const other = platesOf(recording, (p) => ({
          ...p,
          ...(Object.fromEntries(WRENCH_CHANNELS.map((c) => [c, p[c].map((v) => times * v)])) as Record<
            'fz',
            Float64Array
          >),
        }));
        // under 20 N a foot has no pressure of its own, and that is another part of another weight
        sameWithin(straight, analyse(other), 0.3, /^foot\.trail\.(fwd|in)\.p(8|9|10)$/);
      }),
      { numRuns: 4 },
    );
  });
  it('how often it was sampled, within the uncertainty', () => {
    for (const device of SIMULATED_DEVICES) {
      if (device === 'mat-plates' || device === 'boards') continue;
      const whole = simulate({ device, seed: 14 }).recording;
      const every = (v: Float64Array) => v.filter((_, k) => k % 2 === 0);
      const { mat } = whole;
      const cells = mat ? mat.rows * mat.cols : 0;
      const half: Recording = {
        ...platesOf(whole, (p) => ({
          ...p,
          ...(Object.fromEntries(WRENCH_CHANNELS.map((c) => [c, every(p[c])])) as Record<'fz', Float64Array>),
        })),
        time: every(whole.time),
        ...(whole.path
          ? {
              path: { x: every(whole.path.x), y: every(whole.path.y), load: whole.path.load && every(whole.path.load) },
            }
          : {}),
        mat: mat && {
          ...mat,
          time: every(mat.time),
          frames: mat.frames.filter((_, i) => Math.floor(i / cells) % 2 === 0) as typeof mat.frames,
        },
        channels: Object.fromEntries(Object.entries(whole.channels).map(([c, v]) => [c, every(v)])),
      };
      const [a, b] = [analyse(whole), analyse(half)];
      const off = Object.entries(a.swings[0]!.measures).filter(
        ([id, m]) =>
          typeof m.value === 'number' &&
          Math.abs((b.swings[0]!.measures[id as MeasureId].value as number) - m.value) >
            2 * Math.hypot(m.u!, b.swings[0]!.measures[id as MeasureId].u!),
      );
      // a noise of its own falls on each sampling: one in twenty may lie beyond two standard uncertainties
      expect(off.length)
        .withContext(`${device}: ${off.map(([id]) => id).join(', ')}`)
        .toBeLessThan(6);
    }
  });
  it('when its clock began, on any device', () => {
    for (const device of SIMULATED_DEVICES) {
      const rec = simulate({ device, seed: 12 }).recording;
      const late = (v: Float64Array) => v.map((t) => t + 37.5);
      const later = { ...rec, time: late(rec.time), mat: rec.mat && { ...rec.mat, time: late(rec.mat.time) } };
      const [a, b] = [analyse(rec), analyse(later)];
      sameWithin(a, b, 0.01);
      for (const [id, m] of Object.entries(a.swings[0]!.measures))
        // at an event between two frames of a mat another one may be the nearest
        if (m.u !== null)
          expect(Math.abs(b.swings[0]!.measures[id as MeasureId].u! / m.u - 1))
            .withContext(`${device} ${id}`)
            .toBeLessThan(0.15);
      expect(b.swings[0]!.events.p7!.t - a.swings[0]!.events.p7!.t).toBeCloseTo(37.5, 4);
    }
  });
  it('how long the golfer stood there before', () => {
    const more = 900;
    const later = (v: Float64Array): Float64Array =>
      Float64Array.from({ length: v.length + more }, (_, k) => v[k < more ? k % 400 : k - more]!);
    const waited: Recording = {
      ...platesOf(recording, (p) => ({
        ...p,
        ...(Object.fromEntries(WRENCH_CHANNELS.map((c) => [c, later(p[c])])) as Record<'fz', Float64Array>),
      })),
      time: Float64Array.from({ length: recording.time.length + more }, (_, k) => k / 1000),
      channels: Object.fromEntries(Object.entries(recording.channels).map(([c, v]) => [c, later(v)])),
    };
    sameWithin(straight, analyse(waited), 0.35);
  });
});
