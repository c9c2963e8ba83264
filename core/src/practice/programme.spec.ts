import { SHIPPED_SHELF } from '../drills/shelf.js';
import { isQuantityId } from '../measures/quantity.js';
import { Programme } from './programme.js';
import { PROGRAMMES } from './programmes.js';

describe('a programme', () => {
  it('that comes with the application names drills that are there, and measures that can be agreed', () => {
    expect(PROGRAMMES.length).toBeGreaterThan(0);
    for (const { steps } of PROGRAMMES)
      for (const s of steps) {
        expect(isQuantityId(s.measure)).withContext(s.measure).toBeTrue();
        expect(s.drills.length).withContext(s.name).toBeGreaterThan(0);
        for (const id of s.drills) expect(SHIPPED_SHELF.one(id)?.id).withContext(id).toBe(id);
      }
  });
  it('has steps, each with a test within a quarter of a year', () => {
    const [first] = PROGRAMMES;
    const [step] = first!.steps;
    expect(Programme.safeParse({ ...first, steps: [] }).success).toBeFalse();
    expect(Programme.safeParse({ ...first, steps: [{ ...step, weeks: 13 }] }).success).toBeFalse();
    expect(Programme.safeParse({ ...first, steps: [{ ...step, weeks: 12 }] }).success).toBeTrue();
  });
});
