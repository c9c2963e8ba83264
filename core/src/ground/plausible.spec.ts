import { analyse } from '../analyse.js';
import { writeC3d } from '../formats/c3d/write-c3d.js';
import { readRecording } from '../formats/formats.js';
import { simulate } from '../golfer/index.js';
import type { DeviceKind, Platform, Recording } from '../recording/recording.js';
import { implausible } from './plausible.js';

const plates = (seed = 3): Recording => simulate({ device: 'plates', seed }).recording;

/** A recording with one of its plates changed. */
const changed = (rec: Recording, at: number, change: (p: Platform) => Partial<Platform>): Recording => ({
  ...rec,
  platforms: rec.platforms.map((p, i) => (i === at ? { ...p, ...change(p) } : p)),
});
const scaled = (p: Platform, by: number): Partial<Platform> =>
  Object.fromEntries((['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const).map((c) => [c, p[c].map((v) => by * v)]));

describe('what no golfer does', () => {
  it('is not said of golfers, on any device', () => {
    for (const device of ['plates', 'plate', 'boards', 'mat-plates', 'mat'] as readonly DeviceKind[])
      for (const seed of [1, 2, 3, 4])
        expect(implausible(simulate({ device, seed }).recording))
          .withContext(`${device} ${seed}`)
          .toEqual([]);
    const said = analyse(plates()).warnings.join(' ');
    expect(said).not.toMatch(/stood on the device|apart|jumps|stands still|very same/);
  });

  it('is a load that jumps, said with its plate, how far, how often and where', () => {
    const rec = changed(plates(), 1, (p) => ({
      fz: p.fz.map((v, k) => (k === 2000 || k === 3000 ? v + 1500 : v)),
    }));
    const [said, ...more] = implausible(rec);
    expect(more).toEqual([]);
    expect(said).toMatch(/^plate 2: the load jumps by 1(4|5)\d\d N .* 4 times, first at 2\.000 s: no body does that/);
    expect(analyse(rec).warnings).toContain(said!);
  });

  it('is a load that stands still while the other foot’s moves', () => {
    const rec = plates();
    const { fz } = rec.platforms[0]!;
    const from = fz.indexOf(fz.reduce((m, v) => Math.max(m, v), 0)) - 350;
    const still = changed(rec, 0, () => ({ fz: fz.map((v, k) => (k > from && k <= from + 400 ? fz[from]! : v)) }));
    expect(implausible(still).join()).toMatch(/plate 1: the load stands still at \d+ N for 0\.40 s .* repeats itself/);
  });

  it('is two channels that hold the same numbers', () => {
    const rec = plates();
    const twice = changed(rec, 1, () => ({ mx: rec.platforms[0]!.mx.slice() }));
    expect(implausible(twice)).toEqual([
      'plate 1, Mx and plate 2, Mx hold the very same numbers: one of them is not what it is called',
    ]);
  });

  it('is a weight that no golfer has, and a stance wider than one can stand', () => {
    const rec = plates();
    const heavy = { ...rec, platforms: rec.platforms.map((p) => ({ ...p, ...scaled(p, 4) })) };
    expect(analyse(heavy).warnings.join()).toMatch(/\d{3}\.\d kg stood on the device: look whether .* newtons/);
    const light = { ...rec, platforms: rec.platforms.map((p) => ({ ...p, ...scaled(p, 0.25) })) };
    expect(analyse(light).warnings.join()).toMatch(/1\d\.\d kg stood on the device/);
    const wide = changed(rec, 0, ({ centre: [x, y] }) => ({ centre: [x, y + Math.sign(y) * 1] }));
    expect(analyse(wide).warnings.join()).toMatch(/the feet stand 1\.\d\d m apart: look whether the plates lie where/);
  });

  it('is a pressure beside its plate, in a C3D file that says where its plate ends', () => {
    const rec = plates();
    const read = (r: Recording) => readRecording(writeC3d(r), 'a.c3d').warnings.join();
    expect(read(rec)).not.toContain('beside its plate');
    const off = changed(rec, 0, (p) => ({ my: p.my.map((m, k) => m + 0.6 * p.fz[k]!) }));
    expect(read(off)).toMatch(/platform 1: the pressure lies up to \d\d cm beside its plate/);
  });
});
