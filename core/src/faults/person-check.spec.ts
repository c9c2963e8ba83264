import { analyse } from '../analyse.js';
import { simulate } from '../golfer/index.js';
import type { Measure, Measures } from '../measures/measure.js';
import { doubtWords, personDoubts } from './person-check.js';

const share = (value: number | null): Measure => ({ value, unit: '%', u: 1, basis: 'measured' });
const shares = (p5: number | null, p7: number | null, end: number | null, at: 'p9' | 'p10' = 'p10'): Measures => {
  const some: Partial<Measures> = {
    'share.lead.p5': share(p5),
    'share.lead.p7': share(p7),
    [`share.lead.${at}`]: share(end),
  };
  return some as Measures;
};
const turned = { stood: null, measures: shares(40, 30, 20) };
const right = { stood: null, measures: shares(60, 80, 90) };

describe('the person who swings', () => {
  it('is asked about when the weight is off the record by more than 4% and 3 kg, never by less than either', () => {
    const off = (stood: number | null, record: number | null) =>
      personDoubts([{ stood, measures: null }], record)[0] === 'weight';
    expect([off(78, 64), off(50, 64), off(67.1, 64), off(60.9, 64)]).toEqual([true, true, true, true]);
    expect([off(67, 64), off(61, 64), off(64, 64)]).toEqual([false, false, false]);
    // 4% of 100 kg is more than 3 kg
    expect([off(103.9, 100), off(104.1, 100), off(95.9, 100)]).toEqual([false, true, true]);
    expect([off(null, 64), off(78, null)]).toEqual([false, false]);
  });
  it('is asked about the hand when the load goes to the trail foot and stays there in over half of the swings', () => {
    expect(personDoubts([turned], null)).toEqual(['hand']);
    expect(personDoubts([turned, right], null)).toEqual([null, null]);
    expect(personDoubts([turned, right, turned], null)).toEqual(['hand', null, 'hand']);
    const nothing = { stood: null, measures: null };
    expect(personDoubts([turned, nothing, nothing], null))
      .withContext('what says nothing does not vote')
      .toEqual(['hand', null, null]);
  });
  it('reads the end at P10, at P9 where there is none, and asks nothing of a load that rises or ends over 35%', () => {
    const asks = (measures: Measures) => personDoubts([{ stood: null, measures }], null)[0] !== null;
    expect(asks(shares(40, 30, 34.9, 'p9'))).toBeTrue();
    expect(asks(shares(40, 30, 35))).toBeFalse();
    expect(asks(shares(30, 40, 20))).toBeFalse();
    expect(asks(shares(null, 30, 20))).toBeFalse();
    expect(asks(shares(40, 30, null))).toBeFalse();
    expect(asks({ ...shares(40, 30, 20, 'p9'), ...shares(40, 30, 60) }))
      .withContext('P10 says more')
      .toBeFalse();
  });
  it('is not asked about again once somebody has said who it was', () => {
    expect(personDoubts([{ ...turned, stood: 90, sure: true }], 64)).toEqual([null]);
    const said = personDoubts([{ ...turned, sure: true }, { ...turned, sure: true }, turned], null);
    expect(said).withContext('two of three are the pupil’s').toEqual([null, null, null]);
    expect(personDoubts([{ ...turned, stood: 90 }], 64))
      .withContext('the weight first')
      .toEqual(['weight']);
  });
  it('of a simulated left-hander read as right-handed is asked about; of healthy and faulty right-handers never', () => {
    const seen = (o: Parameters<typeof simulate>[0], handed: 'right' | 'left' = 'right') => {
      const { recording } = simulate(o);
      const { swings } = analyse({ ...recording, stated: {} }, { handed });
      return swings.map((s) => ({ stood: null, measures: s.measures }));
    };
    const left = [1, 2, 3].flatMap((seed) => seen({ device: 'plates', seed, handed: 'left' }));
    expect(personDoubts(left, null).filter((d) => d === 'hand').length).toBe(left.length);
    const mat = seen({ device: 'mat', seed: 4, handed: 'left', club: 'driver' });
    expect(personDoubts(mat, null)).toEqual(mat.map(() => 'hand'));
    // those that keep the load on the trail foot longest
    for (const fault of [undefined, 'hangs-back', 'reversed-load', 'late-shift', 'unsteady-finish']) {
      const own = seen({ device: 'plates', seed: 7, ...(fault ? { fault } : {}) });
      expect(personDoubts(own, null))
        .withContext(fault ?? 'healthy')
        .toEqual(own.map(() => null));
    }
  });
  it('is asked about in a sentence with the numbers', () => {
    const who = { stood: 78.2, record: 64, handed: 'right' } as const;
    expect(doubtWords('weight', who)).toBe('78 kg stood here, the record says 64: another person?');
    expect(doubtWords('hand', who)).toMatch(/^Left-handed\? .*trail foot/);
    expect(doubtWords('hand', { ...who, handed: 'left' })).toMatch(/^Right-handed\?/);
  });
});
