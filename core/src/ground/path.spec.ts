import { analyse } from '../analyse.js';
import { readBundle, writeBundle } from '../formats/bundle/bundle.js';
import { writeC3d } from '../formats/c3d/write-c3d.js';
import { writeNpz } from '../formats/npz/npz.js';
import { simulate } from '../golfer/index.js';
import type { Measures } from '../measures/measure.js';
import { MEASURE_IDS } from '../measures/registry.js';
import type { Recording } from '../recording/recording.js';
import type { MeasureId } from '../measures/registry.js';

const measures = (rec: Recording): Measures => analyse(rec, { stature: 1.75 }).swings[0]!.measures;
const number = (m: Measures, id: MeasureId): number => m[id].value as number;

describe('a whole-body path', () => {
  const path = simulate({ device: 'path', seed: 12 }).recording;
  const plate = simulate({ device: 'plate', seed: 12 }).recording;

  it('gives lengths, widths, speeds and times as one plate does', () => {
    const [a, b] = [measures(plate), measures(path)];
    for (const [id, within] of [
      ['path.length.down', 25],
      ['path.width', 4],
      ['cop.speed.shift', 0.12],
      ['force.up.peak.ms', 12],
      ['force.up.min.phase', 0.15],
      ['tempo.ratio', 0.3],
      ['share.lead.p4', 3],
      ['cross.p7.ms', 15],
    ] as const)
      expect(Math.abs(number(b, id) - number(a, id)))
        .withContext(`${id}: ${number(a, id)} and ${number(b, id)}`)
        .toBeLessThan(within);
    expect(b['share.lead.p7'].u).toBeGreaterThanOrEqual(5);
  });
  it('says no load, no force and nothing of one foot, each with a reason', () => {
    const m = measures(path);
    expect(Object.keys(m)).toEqual([...MEASURE_IDS]);
    for (const id of [
      'force.up.peak',
      'force.up.lead.peak.ms',
      'mass.back',
      'foot.lead.fwd.p7',
      'torque.turn.peak',
      'path.offset',
      'trail.contact.p7',
    ] as const) {
      expect(m[id].value).withContext(id).toBeNull();
      expect(m[id].reason!.length).withContext(id).toBeGreaterThan(10);
    }
  });
  it('without a load is read by the club, and does not say when the load was greatest', () => {
    const bare: Recording = { ...path, path: { ...path.path!, load: null } };
    const m = measures(bare);
    expect([m['force.up.peak.ms'].value, m['force.up.peak.ms'].reason]).toEqual([
      null,
      'the recording holds a path without a load',
    ]);
    expect(number(m, 'path.length.down')).toBeGreaterThan(50);
    expect(number(m, 'share.lead.p7')).toBeGreaterThan(55);
    const blind: Recording = { ...bare, channels: {} };
    expect(analyse(blind).swings.length).toBe(0);
    expect(analyse(blind).warnings.join(' ')).toContain('no swing can be found in a path alone');
  });
  it('of a left-hander is mirrored', () => {
    const [right, left] = [measures(path), measures(simulate({ device: 'path', seed: 12, handed: 'left' }).recording)];
    for (const id of ['share.lead.p7', 'path.length.down', 'cop.speed.shift', 'force.up.peak.ms'] as const)
      expect(Math.abs(number(left, id) - number(right, id)))
        .withContext(id)
        .toBeLessThan(0.15 * Math.abs(number(right, id)));
  });
  it('is kept by a bundle, and refused where it would be lost', () => {
    const back = readBundle(writeBundle(path), 'x');
    expect([back.device, Array.from(back.path!.x), Array.from(back.path!.load!)]).toEqual([
      'path',
      Array.from(path.path!.x),
      Array.from(path.path!.load!),
    ]);
    expect(readBundle(writeBundle({ ...path, path: { ...path.path!, load: null } }), 'x').path!.load).toBeNull();
    for (const write of [writeC3d, writeNpz])
      expect(() => write(path)).toThrowMatching((e: { code?: string }) => e.code === 'would-lose-data');
  });
});
