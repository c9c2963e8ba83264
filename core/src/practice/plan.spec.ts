import fc from 'fast-check';
import { SHIPPED_SHELF } from '../drills/shelf.js';
import { daysBetween, weekday } from './day.js';
import { layOut, LIMITS, logBlock, makePlan, moveBlock, wishProblem } from './plan.js';
import type { BlockResult, Plan, PlanWish } from './plan-schema.js';

const WISH: PlanWish = {
  fault: 'hangs-back',
  drills: ['arms-crossed-thirds'],
  rungs: [0],
  club: 'iron',
  from: '2026-11-23',
  until: '2026-12-11',
  days: [0, 2, 4],
  minutes: 30,
  injuries: [],
  lacks: [],
  minor: false,
};
const plan = (w: Partial<PlanWish> = {}): Plan => makePlan({ ...WISH, ...w }, (i) => `b${i}`);
const laidOut = (p: Plan) => layOut(p, SHIPPED_SHELF);
const done = (r: Partial<BlockResult> = {}): BlockResult => ({
  did: 'done',
  test: 'failed',
  painBefore: null,
  painAfter: null,
  note: '',
  ...r,
});
const hops = { drills: ['skater-hops'], fault: 'weak-push', days: [0, 1, 2, 3, 4, 5, 6] };

describe('a practice plan', () => {
  it('lies on the free days from the first to the last', () => {
    const p = plan();
    expect(p.blocks.map((b) => b.date)).toEqual([
      '2026-11-23', '2026-11-25', '2026-11-27', '2026-11-30', '2026-12-02', '2026-12-04', '2026-12-07', '2026-12-09', '2026-12-11',
    ]); // prettier-ignore
    expect(laidOut(p)[0]).toEqual(
      jasmine.objectContaining({
        rung: 0,
        balls: 0,
        effort: 'low',
        minutes: { warmUp: 6, drill: 19, shots: 0, test: 5 },
      }),
    );
  });
  it('repeats a rung until its test is passed, then goes on', () => {
    let p = logBlock(plan(), 'b0', done());
    p = logBlock(p, 'b1', done({ test: 'passed' }));
    expect(laidOut(p).map((b) => b.rung)).toEqual([0, 0, 1, 1, 1, 1, 1, 1, 1]);
    expect(laidOut(logBlock(p, 'b1', null)).map((b) => b.rung)).toEqual([0, 0, 0, 0, 0, 0, 0, 0, 0]);
    // a missed day changes nothing
    expect(laidOut(logBlock(p, 'b2', done({ did: 'missed', test: null })))[3]!.rung).toBe(1);
  });
  it('goes no further than what is on record allows, until it is cleared, and says why', () => {
    const passed = (w: Partial<PlanWish>) => {
      let p = plan({ ...w, rungs: [2] });
      for (const b of ['b0', 'b1', 'b2']) p = logBlock(p, b, done({ test: 'passed' }));
      return laidOut(p);
    };
    expect(passed({}).map((b) => b.rung)).toEqual([2, 3, 4, 4, 4, 4, 4, 4, 4]);
    const back = passed({ injuries: ['back'] });
    expect(back.map((b) => b.rung)).toEqual([2, 2, 2, 2, 2, 2, 2, 2, 2]);
    expect(back[3]!.changed).toBe('not beyond half shots: back on record, not cleared');
    expect(passed({ injuries: ['back'], cleared: ['back'] }).map((b) => b.rung)[2]).toBe(4);
    expect(passed({ injuries: ['knee'] }).map((b) => b.rung)[4]).toBe(3);
    const drivers = (injuries: PlanWish['injuries']) =>
      laidOut(plan({ club: 'driver', rungs: [3], minutes: 120, injuries, cleared: injuries }))[0]!.drivers;
    expect([drivers([]), drivers(['knee']), drivers(['back', 'knee']), drivers(['heart'])]).toEqual([40, 20, 10, 0]);
  });
  it('withdraws a drill once pain has risen by two or stopped it, and keeps the other', () => {
    const two = plan({ drills: ['arms-crossed-thirds', 'tap-after'], rungs: [0, 0] });
    const p = laidOut(logBlock(two, 'b0', done({ painBefore: 2, painAfter: 4 })));
    expect(p.map((b) => b.withdrawn)).toEqual([false, false, true, false, true, false, true, false, true]);
    expect(p[2]!.changed).toContain('stopped by pain on 2026-11-23');
    expect(laidOut(logBlock(two, 'b0', done({ painBefore: 2, painAfter: 3 }))).some((b) => b.withdrawn)).toBeFalse();
    expect(laidOut(logBlock(two, 'b0', done({ did: 'stopped' }))).some((b) => b.withdrawn)).toBeTrue();
  });
  it('never lays two hard days in a row, and keeps hops and full drivers within a session’s limits', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
        fc.integer({ min: 10, max: 120 }),
        fc.boolean(),
        fc.integer({ min: 0, max: 4 }),
        fc.array(fc.boolean(), { maxLength: 12 }),
        (days, minutes, driver, rung, passes) => {
          let p = plan({
            ...hops,
            days,
            minutes,
            club: driver ? 'driver' : 'iron',
            rungs: [rung],
            until: '2026-12-20',
          });
          passes.forEach((ok, i) => (p = logBlock(p, `b${i}`, done({ test: ok ? 'passed' : 'failed' }))));
          const laid = laidOut(p);
          const hard = laid.filter((b) => b.effort === 'high' && !b.result).map((b) => b.date);
          return (
            laid.every((b) => b.hops <= LIMITS.hops && b.drivers <= LIMITS.drivers && days.includes(weekday(b.date))) &&
            hard.every((d, i) => i === 0 || daysBetween(hard[i - 1]!, d) > 1)
          );
        },
      ),
    );
    const all = laidOut(plan(hops));
    expect(all.slice(0, 4).map((b) => [b.effort, b.changed])).toEqual([
      ['high', null], ['low', 'light: the day before was hard'], ['high', null], ['low', 'light: the day before was hard'],
    ]); // prettier-ignore
  });
  it('asks no full effort of children', () => {
    expect(
      laidOut(plan({ club: 'driver', rungs: [4], minor: true })).every((b) => b.drivers === 0 && b.effort === 'low'),
    ).toBeTrue();
    expect(wishProblem({ ...WISH, ...hops, minor: true }, SHIPPED_SHELF)).toBe(
      'Skater hops cannot be planned: no maximal efforts for children.',
    );
  });
});

describe('a wish that cannot be planned', () => {
  for (const [words, wish] of [
    ['Trail toe prop cannot be planned: not with: ankle.', { drills: ['trail-toe-prop'], injuries: ['ankle'] }],
    [
      'Mirror line cannot be planned: needs a mirror (or a dark window, or a phone’s front camera).',
      { drills: ['mirror-line'], lacks: ['a mirror'] },
    ],
    [
      'Stop and hold and Lead foot float teach opposite things: choose one.',
      { drills: ['stop-and-hold', 'lead-foot-float'], rungs: [0, 0] },
    ],
    [
      'Little press and Bump and back belong to two schools: choose one.',
      { drills: ['little-press', 'bump-and-back'], rungs: [0, 0] },
    ],
    ['There is no drill handstand.', { drills: ['handstand'] }],
    ['The plan would end before it begins.', { until: '2026-11-20' }],
    ['A plan of more than twelve weeks is a wish: end it earlier.', { until: '2027-06-01' }],
    ['No free day lies in this time.', { until: '2026-11-24', days: [5] }],
    ['Every drill needs a rung to begin with.', { rungs: [] }],
  ] as const)
    it(`says: ${words}`, () =>
      expect(wishProblem({ ...WISH, ...(wish as unknown as Partial<PlanWish>) }, SHIPPED_SHELF)).toBe(words));
  it('is not this one', () => expect(wishProblem(WISH, SHIPPED_SHELF)).toBeNull());
});

describe('moving a block', () => {
  const today = '2026-11-24';
  it('keeps the limits and says which one stands in the way', () => {
    const p = logBlock(plan(), 'b0', done());
    const moved = moveBlock(p, 'b1', { to: '2026-11-26', today }, SHIPPED_SHELF) as Plan;
    expect(laidOut(moved).map((b) => b.date).slice(0, 3)).toEqual(['2026-11-23', '2026-11-26', '2026-11-27']); // prettier-ignore
    expect(moveBlock(p, 'b0', { to: '2026-11-26', today }, SHIPPED_SHELF)).toBe('What was done stays on its day.');
    expect(moveBlock(p, 'b1', { to: '2026-11-23', today }, SHIPPED_SHELF)).toBe(
      'A block cannot be moved into the past.',
    );
    expect(moveBlock(p, 'b1', { to: '2026-11-27', today }, SHIPPED_SHELF)).toContain('two sessions a day');
    expect(moveBlock(p, 'b1', { to: '2026-12-20', today }, SHIPPED_SHELF)).toContain('ends on 2026-12-11');
    expect(moveBlock(p, 'b99', { to: '2026-12-01', today }, SHIPPED_SHELF)).toContain('not in the plan');
  });
  it('refuses two hard days in a row', () => {
    const p = plan({ ...hops, days: [0, 2, 4] });
    expect(moveBlock(p, 'b1', { to: '2026-11-24', today }, SHIPPED_SHELF)).toBe(
      'That would be two hard days in a row; leave a day between.',
    );
    expect(typeof moveBlock(p, 'b1', { to: '2026-11-26', today }, SHIPPED_SHELF)).toBe('string');
    expect(typeof moveBlock(plan({ ...hops, days: [0, 4] }), 'b1', { to: '2026-11-25', today }, SHIPPED_SHELF)).toBe(
      'object',
    );
  });
});
