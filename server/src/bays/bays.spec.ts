import {
  feedHeader,
  FEED_HEADER,
  type Hello,
  MAT_FRAME,
  packFeed,
  packLive,
  SAMPLES,
  unpackLive,
} from '@vilko/contract';
import { readBundle, WRENCH_CHANNELS, writeBundle } from '@vilko/core';
import { stretchToLook, swingIn } from '@vilko/core/live';
import { simulate } from '@vilko/core/golfer';
import fc from 'fast-check';
import { livePicture } from './live-picture.js';
import { ring } from './ring.js';

const DEVICE: Hello['device'] = {
  kind: 'mat-plates',
  name: 'Test',
  rate: 1000,
  plates: [{ centre: [0, 0.25] }, { centre: [0, -0.25] }],
  mat: { rows: 2, cols: 4, pitch: 0.1, rate: 100 },
  channels: ['shaft_deg'],
};

const ARRIVED = { sequence: 1, arrived: 0 };

/** Samples of two plates with these loads, and a shaft angle. */
function samples(count: number, left: number, right: number, shaft = 0): Uint8Array {
  const v = new Float32Array(count * 13);
  for (let i = 0; i < count; i++) {
    v[i * 13 + 2] = left;
    v[i * 13 + 8] = right;
    v[i * 13 + 12] = shaft;
  }
  return new Uint8Array(v.buffer);
}

describe('the feed’s messages', () => {
  it('come back as they were packed', () => {
    fc.assert(
      fc.property(
        fc.nat(255),
        fc.nat(2 ** 32 - 1),
        fc.double({ noNaN: true }),
        fc.nat(1e6),
        fc.uint8Array({ maxLength: 50 }),
        (kind, sequence, time, count, payload) => {
          const packed = packFeed({ kind, sequence, time, count }, payload);
          expect(feedHeader(packed)).toEqual({ kind, sequence, time, count });
          expect(packed.subarray(FEED_HEADER)).toEqual(payload);
        },
      ),
    );
    expect(feedHeader(new Uint8Array(10))).toBeNull();
  });

  it('carry a picture to the browser, breaks included', () => {
    const f = {
      sequence: 7,
      time: 1.5,
      arrived: 1e12,
      lead: 350,
      trail: 250,
      places: [0.5, NaN, -0.25, 0, NaN, 1],
      load: 600,
      mat: Uint8Array.of(1, 2, 3),
    };
    const back = unpackLive(packLive(f).buffer as ArrayBuffer);
    expect(back).toEqual(f);
  });
});

describe('the ring', () => {
  it('cuts what was sent, on a clock that starts at the cut', () => {
    const r = ring(DEVICE);
    for (let k = 0; k < 100; k++) {
      r.push(SAMPLES, k * 0.01, 10, samples(10, k, 2 * k, 3 * k));
      r.push(MAT_FRAME, k * 0.01, 1, Uint8Array.of(k, 0, 0, 0, 0, 0, 0, 1));
    }
    expect(r.newest()).toBeCloseTo(0.999, 9);
    const rec = r.cut(0.5, 0.7, true)!;
    expect(rec.device).toBe('mat-plates');
    expect(rec.time.length).toBe(201);
    expect(rec.time[0]).toBeCloseTo(0, 9);
    expect(rec.platforms[0]!.fz[0]).toBe(50);
    expect(rec.platforms[1]!.fz[200]).toBe(140);
    expect(rec.channels.shaft_deg![0]).toBe(150);
    expect([rec.mat!.frames[0], rec.mat!.time.length]).toEqual([50, 21]);
    expect(r.cut(0.5, 0.7, false)!.device).toBe('plates');
    expect(r.cut(5, 6, true)).toBeNull();
  });

  it('forgets what is older than it can hold', () => {
    const r = ring({ ...DEVICE, rate: 100, mat: null });
    for (let k = 0; k < 300; k++) r.push(SAMPLES, k * 0.1, 10, samples(10, k, k));
    expect(r.cut(0, 5, true)).toBeNull();
    expect(r.cut(25, 28, true)!.time.length).toBe(301);
  });

  it('keeps the channels of a mat on the mat’s clock, though their messages do not come in step', () => {
    const mat: Hello['device'] = { ...DEVICE, kind: 'mat', rate: 100, plates: [], channels: ['shaft_deg'] };
    const r = ring(mat);
    for (let k = 0; k < 300; k++) {
      // the frame of the last sample is still on its way
      if (k < 299) r.push(MAT_FRAME, k * 0.01, 1, Uint8Array.of(k % 251, 0, 0, 0, 0, 0, 0, 1));
      r.push(SAMPLES, k * 0.01, 1, new Uint8Array(Float32Array.of(k).buffer));
    }
    const rec = r.cut(1, 2.99, true)!;
    expect([rec.device, rec.time.length, rec.channels.shaft_deg!.length]).toEqual(['mat', 199, 199]);
    expect([rec.channels.shaft_deg![0], rec.channels.shaft_deg!.at(-1)]).toEqual([100, 298]);
    expect(readBundle(writeBundle(rec), 'x').channels.shaft_deg!.length).toBe(199);
  });
  it('knows the range of the load over the last seconds', () => {
    const r = ring({ ...DEVICE, mat: null });
    r.push(SAMPLES, 0, 1000, samples(1000, 300, 300));
    r.push(SAMPLES, 1, 1000, samples(1000, 500, 300));
    expect(r.loadRange(0.5)).toEqual({ least: 800, most: 800 });
    expect(r.loadRange(1.5)).toEqual({ least: 600, most: 800 });
  });
});

describe('the live picture', () => {
  it('names the lead foot by handedness, and leaves an empty plate without a place', () => {
    const r = ring(DEVICE);
    r.push(SAMPLES, 0, 1, samples(1, 400, 200));
    const right = livePicture(DEVICE, r, 'right', ARRIVED);
    const left = livePicture(DEVICE, r, 'left', ARRIVED);
    expect([right.lead, right.trail]).toEqual([400, 200]);
    expect([left.lead, left.trail]).toEqual([200, 400]);
    expect(right.places[1]).toBeCloseTo(0.25, 6);
    expect(left.places[1]).toBeCloseTo(0.25, 6);
    expect(right.places[5]).toBeCloseTo(0.25 / 3, 6);
    r.push(SAMPLES, 0.001, 1, samples(1, 400, 5));
    expect(livePicture(DEVICE, r, 'right', ARRIVED).places[3]).toBeNaN();
  });
  it('of one plate and of a path has the whole body’s place and load, and says nothing of a foot', () => {
    const plate: Hello['device'] = {
      ...DEVICE,
      kind: 'plate',
      plates: [{ centre: [0, 0.1] }],
      mat: null,
      channels: [],
    };
    const path: Hello['device'] = { ...DEVICE, kind: 'path', plates: [], mat: null, channels: [] };
    // 500 N at 20 mm toward the ball and 100 mm to the left of the middle
    const wrench = Float32Array.from([0, 0, 500, 0, -10, 0]);
    for (const [device, sample] of [
      [plate, wrench],
      [path, Float32Array.from([0.02, 0.1, 500])],
    ] as const) {
      const r = ring(device);
      r.push(SAMPLES, 0, 1, new Uint8Array(sample.slice().buffer));
      for (const [handed, side] of [
        ['right', 1],
        ['left', -1],
      ] as const) {
        const f = livePicture(device, r, handed, ARRIVED);
        expect([f.lead, f.trail, ...f.places.slice(0, 4)].every((v) => Number.isNaN(v))).toBeTrue();
        expect(f.load).toBe(500);
        expect(f.places[4]).withContext(device.kind).toBeCloseTo(0.02, 6);
        expect(f.places[5])
          .withContext(device.kind)
          .toBeCloseTo(0.1 * side, 6);
      }
      expect(r.loadRange(1)).toEqual({ least: 500, most: 500 });
    }
  });
});

/** A simulated golfer's stream, sent piece by piece into a ring; after its end the last sample stands on. */
function streamOf(kind: 'plates' | 'plate' | 'path' | 'mat', handed: 'right' | 'left') {
  const { recording, motion } = simulate({ device: kind, seed: 17, handed, before: 4 });
  const rate = Math.round(1 / (recording.time[1]! - recording.time[0]!));
  const { mat } = recording;
  const device: Hello['device'] = {
    ...DEVICE,
    kind,
    rate,
    mat: mat && { rows: mat.rows, cols: mat.cols, pitch: mat.pitch, rate },
    plates: recording.platforms.map((p) => ({ centre: [...p.centre] as [number, number] })),
  };
  const r = ring(device);
  const columns = [
    ...recording.platforms.flatMap((p) => WRENCH_CHANNELS.map((c) => p[c])),
    ...(recording.path ? [recording.path.x, recording.path.y, recording.path.load!] : []),
    recording.channels.shaft_deg!,
  ];
  const cells = mat ? mat.rows * mat.cols : 0;
  /** Sends what lies between two times, s. */
  const feed = (from: number, to: number): void => {
    for (let k = Math.round(from * rate); k < Math.round(to * rate); k += 10) {
      const v = new Float32Array(10 * columns.length);
      const at = (i: number) => Math.min(recording.time.length - 1, k + i);
      for (let i = 0; i < 10; i++) columns.forEach((c, j) => (v[i * columns.length + j] = c[at(i)]!));
      r.push(SAMPLES, k / rate, 10, new Uint8Array(v.buffer));
      for (let i = 0; mat && i < 10; i++)
        r.push(MAT_FRAME, (k + i) / rate, 1, (mat.frames as Uint8Array).subarray(at(i) * cells, (at(i) + 1) * cells));
    }
  };
  const look = (after = -Infinity, since = NaN) => {
    const awaited = { handed, kind: 'full', after, since } as const;
    const stretch = stretchToLook(r, awaited);
    return stretch && swingIn(stretch, awaited);
  };
  return { r, feed, look, impact: motion.plans[0]!.times.p7 };
}

describe('looking for a swing', () => {
  it('sees nothing while somebody waits, and a swing once, whoever swings', () => {
    for (const [kind, handed] of [
      ['plates', 'right'],
      ['plates', 'left'],
      ['plate', 'right'],
      ['path', 'left'],
      ['mat', 'right'],
    ] as const) {
      const { feed, look, impact } = streamOf(kind, handed);
      feed(0, 3.5);
      expect(look()).toBeNull();
      feed(3.5, Math.floor(impact * 10) / 10 + 0.6);
      const seen = look()!;
      expect(Math.abs(seen - impact))
        .withContext(`${kind} ${handed}`)
        .toBeLessThan(0.03);
      expect(look(seen)).toBeNull();
    }
  });
  it('that comes late, because the server was busy, looks as far back as the one before saw', () => {
    for (const kind of ['plates', 'mat'] as const) {
      const { feed, look, impact } = streamOf(kind, 'right');
      feed(0, impact + 9);
      expect(look(-Infinity, impact + 8.7))
        .withContext(kind)
        .toBeNull();
      // so does the first look of all
      for (const since of [3.5, NaN])
        expect(Math.abs(look(-Infinity, since)! - impact))
          .withContext(kind)
          .toBeLessThan(0.03);
      // a swing that is known is not found again, however late
      expect(look(impact, 3.5)).toBeNull();
    }
  });
  it('on a mat alone is cheap while somebody stands: the sums and the centre of its frames tell', () => {
    const { r, feed, impact } = streamOf('mat', 'left');
    expect(r.matRange(1)).toBeNull();
    feed(0, 3.5);
    const still = r.matRange(3)!;
    expect(still.most).toBeLessThan(1.15 * still.least);
    expect(still.travel).toBeLessThan(0.05);
    feed(3.5, impact + 0.6);
    expect(r.matRange(4.5)!.travel).toBeGreaterThan(0.05);
    expect(r.loadRange(3)).toBeNull();
  });
});
