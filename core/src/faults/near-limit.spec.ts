import type { SomeMeasures } from '../measures/measure.js';
import { nearLimit } from './near-limit.js';
import type { Piece } from './strength.js';
import type { JudgedSwing } from './witness.js';

const swingsOf = (values: readonly number[]): JudgedSwing[] =>
  values.map((value) => ({
    measures: { 'share.lead.p7': { value, u: 1, unit: '%', basis: 'measured' } } satisfies SomeMeasures,
    events: {},
  })) as unknown as JudgedSwing[];
const piece = (value: number, limit: number, more: Partial<Piece> = {}): Piece => ({
  measures: ['share.lead.p7'],
  value,
  u: 1,
  limit,
  direction: 'under',
  z: (limit - value) / 3,
  provisional: false,
  ...more,
});

describe('a set too small to tell', () => {
  it('says how many more swings would, with the spread seen', () => {
    const near = nearLimit('hangs-back', [piece(60, 59)], swingsOf([57, 63, 57, 63]))!;
    expect([near.measure, near.value, near.limit, near.direction]).toEqual(['share.lead.p7', 60, 59, 'under']);
    // SD 3.46: 1.96 SD is 6.79, its square over the 1 point between mean and limit
    expect(near.more).toBeNull();
    expect(nearLimit('hangs-back', [piece(60, 58)], swingsOf([57, 63, 57, 63]))!.more).toBe(8);
  });
  it('is silent where the set tells, where the measure says no, and of fewer than three swings', () => {
    expect(nearLimit('hangs-back', [piece(60, 50)], swingsOf([57, 63, 57, 63]))).toBeNull();
    expect(nearLimit('hangs-back', [piece(60, 62)], swingsOf([57, 63, 57, 63])))
      .withContext('beyond the limit: found')
      .toBeNull();
    expect(nearLimit('hangs-back', [piece(60, 59)], swingsOf([57, 63]))).toBeNull();
    expect(nearLimit('wide-spread', [piece(60, 59, { spread: true })], swingsOf([57, 63, 57]))).toBeNull();
    expect(nearLimit('none', [], swingsOf([57, 63, 57]))).toBeNull();
  });
  it('is kept from the finding by what speaks most against it', () => {
    const far = piece(60, 30, { z: -8 });
    expect(nearLimit('hangs-back', [piece(60, 59), far], swingsOf([57, 63, 57, 63]))).toBeNull();
  });
});
