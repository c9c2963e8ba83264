import fc from 'fast-check';
import { fromStored, isUnit, sameKind, toStored } from './units.js';

describe('units', () => {
  it('convert by their definitions', () => {
    expect(toStored(100, 'yd')).toBeCloseTo(91.44, 10);
    expect(toStored(60, 'mph')).toBeCloseTo(26.8224, 10);
    expect(fromStored(10, 'km/h')).toBeCloseTo(36, 10);
    expect(fromStored(70, 'lb')).toBeCloseTo(154.3236, 4);
    expect(toStored(1, 'in')).toBe(25.4);
  });
  it('come back as they went', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('yd', 'mph', 'km/h', 'in', 'lb', 'ft' as const),
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        (u, x) => {
          expect(fromStored(toStored(x, u), u)).toBeCloseTo(x, 8);
        },
      ),
    );
  });
  it('of different things are not mixed', () => {
    expect(sameKind('yd', 'm')).toBeTrue();
    expect(sameKind('yd', 'mm')).toBeFalse();
    expect(sameKind('°', 'rpm')).toBeFalse();
    expect(isUnit('furlong')).toBeFalse();
  });
});
