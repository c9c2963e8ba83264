import { analyse } from '../analyse.js';
import { FAULTS } from '../faults/catalogue.js';
import { numberOf } from '../measures/measure.js';
import { PATTERNS } from '../patterns/library.js';
import { random } from './random.js';
import { simulate } from './simulate.js';
import {
  type FaultStrength,
  HEALTHY,
  healthyMean,
  healthySpread,
  SCHOOLS,
  SIMULATED_FAULTS,
  STRENGTHS,
} from './spread.js';
import { drawParameters } from './swing-plan.js';
import type { MeasureId } from '../measures/registry.js';

const strengths: readonly FaultStrength[] = ['weak', 'medium', 'strong'];

describe('what a simulated golfer may have', () => {
  it('is a fault of the catalogue, one property shifted by the stated SDs', () => {
    const ids = FAULTS.map((f) => f.id);
    for (const [fault, { parameter, direction, club, reverses }] of Object.entries(SIMULATED_FAULTS)) {
      expect(ids).toContain(fault);
      if (reverses) continue;
      const c = club ?? 'iron';
      // what follows from the shift moves too; the parameter itself moves as far as is told unless it becomes hard to
      // go on
      const drawn = strengths.map(
        (strength) => drawParameters(random(1), { club: c, faults: [{ fault, strength }], spread: 0 }).p[parameter],
      );
      const off = drawn.map((v) => direction * (v - drawParameters(random(1), { club: c, spread: 0 }).p[parameter]));
      expect(off[0]!).withContext(fault).toBeGreaterThan(0);
      expect(off)
        .withContext(fault)
        .toEqual([...off].sort((a, b) => a - b));
      expect(off[0]!)
        .withContext(fault)
        .toBeCloseTo(Math.abs(healthySpread(parameter, c, direction * STRENGTHS.weak)), 6);
    }
  });

  it('covers the catalogue but for a spread, which no single swing has', () => {
    expect(FAULTS.map((f) => f.id).filter((id) => !SIMULATED_FAULTS[id])).toEqual(['wide-spread']);
  });

  it('belongs to a school that there is', () => {
    const ids = PATTERNS.map((p) => p.id);
    for (const [school, parameters] of Object.entries(SCHOOLS)) {
      expect(ids).toContain(school);
      for (const name of Object.keys(parameters))
        expect(name in HEALTHY)
          .withContext(name)
          .toBeTrue();
    }
  });

  it('is spread to both sides as the field is', () => {
    expect(healthySpread('leadAddress', 'iron', -1)).toBeCloseTo(-2.8, 9);
    expect(healthySpread('leadAddress', 'iron', 1)).toBeCloseTo(4, 9);
    expect(healthySpread('massBack', 'driver', 1)).toBe(31);
    expect([healthyMean('forcePeak', 'iron'), healthyMean('forcePeak', 'driver')]).toEqual([16.5, 18]);
  });
});

describe('a simulated fault', () => {
  const value = (fault: string, strength: FaultStrength, id: MeasureId, club: 'iron' | 'driver' = 'iron') =>
    numberOf(
      analyse(simulate({ device: 'mat-plates', seed: 12, fault, strength, club, style: { spread: 0 } }).recording)
        .swings[0]!.measures[id],
    )!;
  const cases: readonly (readonly [fault: string, id: MeasureId, way: 1 | -1])[] = [
    ['lead-start', 'share.lead.address', 1],
    ['toes-start', 'foot.lead.fwd.address', 1],
    ['club-first', 'onset.lead.ms', -1],
    ['early-heels', 'foot.trail.fwd.p3', -1],
    ['trail-rollout', 'foot.trail.in.p3', -1],
    ['sway', 'mass.back', 1],
    ['mass-not-pressure', 'mass.split.max', -1],
    ['late-twist', 'torque.turn.back.phase', 1],
    ['weak-push', 'force.target.peak', -1],
    ['stands-up', 'foreaft.ratio', -1],
    ['toes-late', 'foot.lead.fwd.p7', 1],
    ['no-push-back', 'force.up.peak', -1],
    ['rushed', 'tempo.ratio', -1],
    ['dragged', 'tempo.ratio', 1],
    ['scattered-path', 'path.straightness.back', -1],
    ['unsteady-finish', 'balance.settle', 1],
  ];
  for (const [fault, id, way] of cases)
    it(`shows more, the stronger it is: ${fault} in ${id}`, () => {
      const [medium, strong] = [value(fault, 'medium', id), value(fault, 'strong', id)];
      expect(way * (strong - medium)).toBeGreaterThan(0);
    });

  it('may come with another', () => {
    const { swings } = analyse(
      simulate({ device: 'plates', seed: 3, fault: 'lead-start', also: [{ fault: 'hangs-back', strength: 'strong' }] })
        .recording,
    );
    expect(numberOf(swings[0]!.measures['share.lead.address'])!).toBeGreaterThan(62);
    expect(numberOf(swings[0]!.measures['share.lead.p7'])!).toBeLessThan(58);
  });
});
