import fc from 'fast-check';
import { analyse } from '../analyse.js';
import { random, simulate, SIMULATED_DEVICES } from '../golfer/index.js';
import type { Platform } from '../recording/recording.js';
import { clipped } from './clipping.js';

const wave = (n: number, noise = 0) => {
  const rng = random(7);
  return Float64Array.from(
    { length: n },
    (_, k) => 700 + 500 * Math.exp(-(((k - n / 2) / 60) ** 2)) + noise * rng.normal(),
  );
};

describe('a channel at the end of its range', () => {
  it('is found whatever the limit, with noise or without, at the top and at the bottom', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 850, max: 1150, noNaN: true }),
        fc.constantFrom(0, 1.5),
        fc.boolean(),
        (limit, noise, upside) => {
          const v = wave(1000, noise).map((x) => (upside ? 1 : -1) * Math.min(x, limit));
          const c = clipped(v, 1000);
          expect(c?.value).toBe((upside ? 1 : -1) * limit);
          expect(c!.samples).toBeGreaterThan(20);
          expect(Math.abs(c!.first + c!.samples / 2 - 500)).toBeLessThan(40);
        },
      ),
    );
  });
  it('is not a peak that only turns round, not even one of whole counts', () => {
    expect(clipped(wave(1000), 1000)).toBeNull();
    expect(clipped(wave(1000, 1.5), 1000)).toBeNull();
    expect(clipped(wave(1000).map(Math.round), 1000)).toBeNull();
    expect(
      clipped(
        wave(1000).map((x) => 4 * Math.round(x / 4)),
        1000,
      ),
    ).toBeNull();
  });
  it('is not a device at rest, a foot that has left it, nor a constant', () => {
    expect(
      clipped(
        wave(1000).map((x, k) => (k > 600 && k < 900 ? 0 : x)),
        1000,
      ),
    ).toBeNull();
    expect(clipped(new Float64Array(500), 1000)).toBeNull();
    expect(
      clipped(
        Float64Array.from({ length: 900 }, (_, k) => (k > 300 ? Math.max(0, wave(900)[k]! - 700) : 0)),
        1000,
      ),
    ).toBeNull();
  });
  it('is said beside the trace: which plate, which channel, at what value and when', () => {
    const { recording } = simulate({ device: 'plates', seed: 3 });
    const cut = (p: Platform, limit: number): Platform => ({ ...p, fz: p.fz.map((x) => Math.min(x, limit)) });
    const { warnings, swings } = analyse({
      ...recording,
      platforms: [cut(recording.platforms[0]!, 0.8 * Math.max(...recording.platforms[0]!.fz)), recording.platforms[1]!],
    });
    expect(warnings.join('; ')).toMatch(
      /plate 1, Fz is saturated: it stays at \d+ N for \d+ ms, from \d\.\d{3} s: its peaks are greater than shown/,
    );
    expect(swings.length).toBe(1);
  });
  it('is not seen on any healthy device', () => {
    for (const device of SIMULATED_DEVICES)
      expect(analyse(simulate({ device, seed: 9 }).recording).warnings)
        .withContext(device)
        .toEqual([]);
  });
});
