import { analyse, analyseInDepth } from '../analyse.js';
import { simulate, type SimulateOptions } from '../golfer/simulate.js';
import { readGround } from '../ground/ground.js';
import { type Measures, numberOf } from '../measures/measure.js';
import type { Recording } from '../recording/recording.js';
import { alterSwing } from './alter.js';
import { alterable, AS_IT_IS, between, isAltered, NOTHING_ALTERED, type WhatIf } from './what-if.js';
import type { MeasureId } from '../measures/registry.js';

const setting = (o: Partial<SimulateOptions> = {}) => {
  const { recording } = simulate({ device: 'plates', seed: 21, ...o });
  const handed = recording.stated.handed ?? 'right';
  const deep = analyseInDepth(recording);
  const swing = deep.swings[0]!;
  const ground = readGround(recording, handed);
  const marks = [Object.fromEntries(Object.entries(swing.events).flatMap(([n, e]) => (e ? [[n, e.t]] : [])))];
  const alter = (change: Partial<WhatIf>) => alterSwing(recording, ground, swing, { ...NOTHING_ALTERED, ...change });
  // one reading answers for every measure that is asked
  const read = new Map<string, Measures>();
  const number = (key: string, of: () => Recording, id: MeasureId): number => {
    const measures = read.get(key) ?? analyse(of(), { marks }).swings[0]!.measures;
    read.set(key, measures);
    return numberOf(measures[id])!;
  };
  return {
    recording,
    swing,
    alter,
    was: (id: MeasureId) => number('as it is', () => recording, id),
    becomes: (change: Partial<WhatIf>, id: MeasureId) => {
      const altered = (): Recording => {
        const a = alter(change);
        if ('stopped' in a) throw new Error(a.stopped);
        return a.recording;
      };
      return number(JSON.stringify(change), altered, id);
    },
  };
};

describe('what if', () => {
  it('changes nothing when nothing is asked, on every device, for both hands', () => {
    for (const device of ['plates', 'mat-plates', 'mat', 'boards'] as const)
      for (const handed of ['right', 'left'] as const) {
        const s = setting({ device, handed });
        for (const id of [
          'share.lead.p4',
          'share.lead.p7',
          'load.trail.max',
          'force.up.lead.peak',
          'path.length.back',
        ] as const)
          expect(s.becomes({}, id)).withContext(`${device} ${handed} ${id}`).toBeCloseTo(s.was(id), 0);
      }
  });

  it('scales and moves one thing and keeps the others', () => {
    const s = setting();
    const push = { push: { size: 1.2, ms: 0 } };
    expect(s.becomes(push, 'force.target.peak') / s.was('force.target.peak')).toBeCloseTo(1.2, 1);
    expect(s.becomes(push, 'share.lead.p7')).toBeCloseTo(s.was('share.lead.p7'), 1);
    const earlier = { shift: { size: 1, ms: -40 } };
    expect(s.becomes(earlier, 'cross.p7.ms') - s.was('cross.p7.ms')).toBeLessThan(-30);
    expect(s.becomes(earlier, 'force.up.peak')).toBeCloseTo(s.was('force.up.peak'), 0);
    const turned = { turn: { size: 1.3, ms: 0 } };
    expect(s.becomes(turned, 'torque.turn.peak')).toBeGreaterThan(1.1 * s.was('torque.turn.peak'));
    const lifted = { lift: { size: 1.15, ms: 0 } };
    expect(s.becomes(lifted, 'force.up.peak')).toBeGreaterThan(s.was('force.up.peak') + 5);
  });

  it('keeps the mean vertical force and the sideways impulse', () => {
    const s = setting();
    for (const change of [{ lift: { size: 1.2, ms: 20 } }, { push: { size: 0.8, ms: -30 } }]) {
      const a = s.alter(change);
      if ('stopped' in a) throw new Error(a.stopped);
      const impulse = (rec: Recording, c: 'fy' | 'fz') =>
        rec.platforms.reduce((sum, p) => sum + p[c].reduce((x, y) => x + y, 0), 0) / 1000;
      expect(impulse(a.recording, 'fz')).toBeCloseTo(impulse(s.recording, 'fz'), 1);
      expect(impulse(a.recording, 'fy')).toBeCloseTo(impulse(s.recording, 'fy'), 1);
    }
  });

  it('keeps every foot’s pressure where it was within the foot', () => {
    const s = setting();
    expect(s.becomes({ shift: { size: 0.85, ms: 0 } }, 'foot.lead.fwd.p7')).toBeCloseTo(s.was('foot.lead.fwd.p7'), 0);
  });

  it('stops where a foot would carry less than nothing, slip, or the body not come to rest, and says which', () => {
    const s = setting();
    const words = (change: Partial<WhatIf>) => {
      const a = s.alter(change);
      return 'stopped' in a ? a.stopped : 'went';
    };
    expect(words({ shift: { size: 1.8, ms: 0 } })).toMatch(
      /the trail foot would carry less than nothing|the lead foot would carry less than nothing/,
    );
    expect(words({ push: { size: 1.8, ms: 100 }, turn: { size: 1.8, ms: 0 } })).toMatch(/slip|at rest at the finish/);
    expect(words({ lift: { size: 1.8, ms: 100 } })).toMatch(/weight|pull the ground/);
  });

  it('lets mats and boards alter pressure shift and vertical push only', () => {
    expect(alterable('mat')).toEqual(['shift', 'lift']);
    expect(alterable('plates').length).toBe(4);
    expect(alterable('path')).toEqual([]);
    const s = setting({ device: 'mat' });
    expect(s.becomes({ shift: { size: 0.8, ms: 0 } }, 'share.lead.p7')).toBeLessThan(s.was('share.lead.p7') - 3);
  });

  it('goes part of the way between two changes', () => {
    const to: WhatIf = { ...NOTHING_ALTERED, push: { size: 1.4, ms: 40 } };
    expect(between(NOTHING_ALTERED, to, 0.5).push).toEqual({ size: 1.2, ms: 20 });
    expect(isAltered(NOTHING_ALTERED)).toBeFalse();
    expect(isAltered({ ...NOTHING_ALTERED, lift: { ...AS_IT_IS, ms: 5 } })).toBeTrue();
  });
});
