import fc from 'fast-check';
import { worthOf } from '../measures/registry.js';
import { CLUB_CLASSES } from '../recording/recording.js';
import { bandsFor, sized } from './bands.js';
import { membershipOf } from './fit.js';
import { PATTERNS } from './library.js';
import { OVERLAY_IDS } from './overlays.js';
import type { Range } from './pattern.js';

const tunings = fc.record({
  overlays: fc.subarray([...OVERLAY_IDS]),
  size: fc.double({ min: 0.5, max: 1, noNaN: true }),
  strictness: fc.double({ min: 0.5, max: 2, noNaN: true }),
});
const anywhere = fc.tuple(fc.constantFrom(...PATTERNS), fc.constantFrom(...CLUB_CLASSES), tunings);
const width = ([lo, hi]: Range): number => (lo === null || hi === null ? NaN : hi - lo);

describe('bands in force', () => {
  it('are tolerated wherever they are ideal, however the pattern is set', () => {
    fc.assert(
      fc.property(anywhere, ([p, club, tuning]) => {
        for (const { ideal, tolerated } of bandsFor(p, club, tuning)) {
          expect([tolerated[0] === null, tolerated[1] === null]).toEqual([ideal[0] === null, ideal[1] === null]);
          if (ideal[0] !== null) expect(tolerated[0]!).toBeLessThanOrEqual(ideal[0]);
          if (ideal[1] !== null) expect(tolerated[1]!).toBeGreaterThanOrEqual(ideal[1]);
        }
      }),
    );
  });

  it('are one for each measure, for every club a pattern speaks of', () => {
    fc.assert(
      fc.property(anywhere, ([p, club, tuning]) => {
        const ids = bandsFor(p, club, tuning).map((b) => b.measure);
        expect(new Set(ids).size).toBe(ids.length);
        if (!p.clubs.includes(club)) expect(ids).toEqual([]);
      }),
    );
  });

  it('tolerate in step with strictness, and never change what is ideal by it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PATTERNS),
        fc.constantFrom(...CLUB_CLASSES),
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        (p, club, strictness) => {
          const [usual, set] = [bandsFor(p, club), bandsFor(p, club, { strictness })];
          usual.forEach((b, i) => {
            expect(set[i]!.ideal).toEqual(b.ideal);
            if (b.ideal[1] !== null)
              expect(set[i]!.tolerated[1]! - b.ideal[1]).toBeCloseTo(strictness * (b.tolerated[1]! - b.ideal[1]), 9);
          });
        },
      ),
    );
  });

  it('never get harder to meet in size when less size is asked', () => {
    fc.assert(
      fc.property(fc.constantFrom(...PATTERNS), fc.double({ min: 0.5, max: 1, noNaN: true }), (p, size) => {
        for (const club of CLUB_CLASSES) {
          const usual = new Map(bandsFor(p, club).map((b) => [b.measure, b.ideal]));
          for (const { measure, ideal } of bandsFor(p, club, { size })) {
            const was = usual.get(measure)!;
            if (/\.(ms|phase)$/.test(measure) || measure.startsWith('share.'))
              expect(ideal).withContext(measure).toEqual(was);
            else if (ideal[0] !== null && was[0]! > 0) expect(ideal[0]).toBeLessThanOrEqual(was[0]! + 1e-9);
          }
        }
      }),
    );
  });

  it('move a wedge’s shares toward even as a whole, never past it', () => {
    for (const p of PATTERNS) {
      const wedge = new Map(bandsFor(p, 'wedge').map((b) => [b.measure, b.ideal]));
      for (const { measure, ideal } of bandsFor(p, 'iron')) {
        const moved = wedge.get(measure)!;
        if (!/^(share\.|load\.trail\.max$)/.test(measure)) {
          expect(moved).withContext(measure).toEqual(ideal);
          continue;
        }
        const middle = ([lo, hi]: Range) => (lo !== null && hi !== null ? (lo + hi) / 2 : (lo ?? hi)!);
        expect(Math.abs(middle(moved) - 50)).toBeLessThanOrEqual(Math.abs(middle(ideal) - 50));
        expect(Math.sign(middle(moved) - 50) * Math.sign(middle(ideal) - 50)).toBeGreaterThanOrEqual(0);
        if (Number.isFinite(width(ideal))) expect(width(moved)).toBeCloseTo(width(ideal), 9);
      }
    }
  });

  it('give membership that never rises away from the ideal', () => {
    fc.assert(
      fc.property(
        anywhere,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        ([p, club, tuning], a, b) => {
          for (const { ideal, tolerated, measure } of bandsFor(p, club, tuning)) {
            if (ideal[1] === null) continue;
            const reach = 3 * (worthOf(measure) ?? 1);
            const [near, far] = [Math.min(a, b), Math.max(a, b)].map((x) => ideal[1]! + x * reach) as [number, number];
            expect(membershipOf(far, ideal, tolerated)).toBeLessThanOrEqual(
              membershipOf(near, ideal, tolerated) + 1e-12,
            );
          }
        },
      ),
    );
  });

  it('scale vertical force only above the weight', () => {
    expect([
      sized('force.up.lead.peak', 140, 0.5),
      sized('force.up.lead.peak', 92, 0.5),
      sized('force.up.peak.phase', 6.5, 0.5),
    ]).toEqual([120, 92, 6.5]);
    expect([sized('mass.back', 60, 0.5), sized('mass.back.phase', 3, 0.5), sized('mass.p4', 20, 0.5)]).toEqual([
      30, 3, 20,
    ]);
  });
});
