import fc from 'fast-check';
import type { Measure, SomeMeasures } from '../measures/measure.js';
import { NEVER_SAID } from '../measures/never.js';
import { compare, membershipOf } from './fit.js';
import { patternOf } from './library.js';
import { toleratedRange } from './bands.js';
import { Pattern } from './pattern.js';

const pattern = (bands: object[], order?: string[]): Pattern =>
  Pattern.parse({
    id: 'x',
    name: 'X',
    version: 1,
    belief: '',
    clubs: ['iron'],
    bands: bands.map((b) => ({ weight: 1, why: '', source: 'a view', sure: 'agreed', ...b })),
    ...(order ? { order } : {}),
  });
const m = (value: Measure['value'], u: number | null = 0, more: Partial<Measure> = {}): Measure => ({
  value,
  u,
  unit: '',
  basis: value === null ? 'absent' : 'measured',
  ...more,
});
const one = (band: object, measures: SomeMeasures) => compare(measures, pattern([band]), 'iron');

describe('comparing with a pattern', () => {
  it('tolerates the larger of two worths and a quarter of the ideal width on each closed side', () => {
    expect(toleratedRange('share.lead.p7', [64, 92])).toEqual([57, 99]);
    expect(toleratedRange('share.lead.address', [47, 58])).toEqual([43, 62]);
    expect(toleratedRange('share.lead.p10', [82, null])).toEqual([76, null]);
  });

  it('falls from 1 inside ideal to 0 at the tolerated edge, never outside 0 to 1', () => {
    expect(membershipOf(60, [64, 92], [57, 99])).toBeCloseTo(3 / 7, 9);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 150, noNaN: true }), (v) => {
        const w = membershipOf(v, [64, 92], [57, 99]);
        expect(w).toBeGreaterThanOrEqual(0);
        expect(w).toBeLessThanOrEqual(1);
        expect(w === 1).toBe(v >= 64 && v <= 92);
      }),
    );
  });

  it('gives the probability of being tolerated, and says when it is too uncertain', () => {
    const at = (value: number, u: number) =>
      one({ measure: 'share.lead.p7', ideal: [64, 92] }, { 'share.lead.p7': m(value, u) }).bands[0]!;
    expect(at(57, 2).pTolerated).toBeCloseTo(0.5, 6);
    expect(at(78, 1).pTolerated).toBeCloseTo(1, 6);
    expect(at(55, 1).word).toBe('outside');
    expect(at(60, 1).word).toBe('tolerated');
    expect(at(78, 25).word).toBe('too uncertain to tell');
    const open = one({ measure: 'share.lead.p10', ideal: [82, null] }, { 'share.lead.p10': m(85, 9.5) }).bands[0]!;
    expect(open.word).toBe('too uncertain to tell');
  });

  it('leaves out what the device cannot give, and counts what it could judge', () => {
    const c = compare(
      { 'share.lead.p7': m(70), 'force.target.peak': m(null, null, { reason: 'no forces' }) },
      pattern([
        { measure: 'share.lead.p7', ideal: [64, 92] },
        { measure: 'force.target.peak', ideal: [11, null] },
      ]),
      'iron',
    );
    expect([c.fit, c.judged, c.of]).toEqual([1, 1, 2]);
    expect(c.bands[1]!.reason).toBe('no forces');
    expect(compare({}, patternOf('common-ground'), 'iron').fit).toBeNull();
  });

  it('puts an event that never came beyond every limit', () => {
    const crossing = (reason: string) =>
      one({ measure: 'cross.ms', ideal: [null, 150] }, { 'cross.ms': m(null, null, { reason }) }).bands[0]!;
    expect(crossing(NEVER_SAID.underAtImpact).word).toBe('outside');
    expect(crossing(NEVER_SAID.neverUnder).word).toBe('ideal');
    expect(crossing('something else').word).toBe('absent');
    const heel = one(
      { measure: 'foot.lead.heel.ms', ideal: [-60, null] },
      { 'foot.lead.heel.ms': m(null, null, { reason: NEVER_SAID.notInHeel }) },
    ).bands[0]!;
    expect(heel.word).toBe('ideal');
  });

  it('does not judge assumed feet, nor the timing of a mass that hardly goes back', () => {
    expect(
      one(
        { measure: 'foot.lead.fwd.address', ideal: [45, 66] },
        { 'foot.lead.fwd.address': m(45, 2, { basis: 'derived' }) },
      ).bands[0]!.word,
    ).toBe('absent');
    const timing = (back: number) =>
      one({ measure: 'mass.back.phase', ideal: [null, 3.5] }, { 'mass.back.phase': m(5, 0.1), 'mass.back': m(back) })
        .bands[0]!.word;
    expect([timing(10), timing(30)]).toEqual(['absent', 'outside']);
  });

  it('weighs the order of the peaks by how far a pair runs against it', () => {
    const ordered = (order: string[], g1: number, g2: number) =>
      compare(
        { 'sequence.order': m(order, null), 'sequence.gap.1': m(g1), 'sequence.gap.2': m(g2) },
        pattern([{ measure: 'share.lead.p7', ideal: [0, 100] }], ['lateral', 'turning', 'vertical']),
        'iron',
      ).bands.at(-1)!.membership;
    expect(ordered(['lateral', 'turning', 'vertical'], 80, 60)).toBe(1);
    expect(ordered(['turning', 'lateral', 'vertical'], 8, 60)).toBe(1);
    expect(ordered(['turning', 'lateral', 'vertical'], 25, 60)).toBe(0.5);
    expect(ordered(['vertical', 'turning', 'lateral'], 40, 40)).toBe(0);
  });

  it('has no bands for a club the pattern is not for', () => {
    const c = compare({}, pattern([{ measure: 'share.lead.p7', ideal: [64, 92] }]), 'driver');
    expect([c.of, c.fit]).toEqual([0, null]);
  });
});
