import fc from 'fast-check';
import { layOut, makePlan, wishProblem } from '../practice/plan.js';
import type { PlanWish } from '../practice/plan-schema.js';
import { DRILLS, drillsFor } from './drills.js';
import { idFrom } from '../words/id.js';
import { drillShelf, SHIPPED_SHELF, shippedDrill } from './shelf.js';
import { copyOfDrill, readDrill } from './read-drill.js';
import type { OwnDrill } from './own-drill.js';

const [first] = DRILLS as [(typeof DRILLS)[number]];
const own = (change: Partial<OwnDrill['drill']> = {}, off = false): OwnDrill => ({
  drill: { ...copyOfDrill(first), id: 'ferry-step', ...change },
  media: null,
  off,
});
const WISH: PlanWish = {
  fault: 'hangs-back',
  drills: ['ferry-step'],
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

describe('a shelf of drills', () => {
  it('is what comes with the application where the house has none of its own', () => {
    expect(SHIPPED_SHELF.offered).toEqual(DRILLS);
    expect(SHIPPED_SHELF.one('nothing-like-it')).toBeUndefined();
    expect([null, undefined].map(SHIPPED_SHELF.one)).toEqual([undefined, undefined]);
  });

  it('holds a changed drill in its place, and the house’s own behind', () => {
    const changed = { ...own({ ...first, gist: 'Said our way.' }), media: null };
    const shelf = drillShelf([changed, own()]);
    expect(shelf.offered.map((d) => d.id)).toEqual([...DRILLS.map((d) => d.id), 'ferry-step']);
    expect(shelf.one(first.id)!.gist).toBe('Said our way.');
    expect(shippedDrill(first.id)!.gist).toBe(first.gist);
    expect(shippedDrill('ferry-step')).toBeUndefined();
  });

  it('offers an own drill for its finding, and plans it under the same rules', () => {
    const ask = { fault: 'hangs-back', club: 'iron' as const, found: [], school: 'common-ground' };
    const shelf = drillShelf([own({ tags: ['knee'] })]);
    const drills = shelf.offered;
    const ids = (injuries: string[]) => drillsFor({ ...ask, injuries, drills }).offered.map((d) => d.id);
    expect(ids([])).toContain('ferry-step');
    expect(ids(['knee'])).not.toContain('ferry-step');
    expect(wishProblem(WISH, shelf)).toBeNull();
    expect(wishProblem({ ...WISH, injuries: ['knee'] }, shelf)).toBe(
      'Arms-crossed thirds, own cannot be planned: not with: knee.',
    );
    expect(wishProblem(WISH, SHIPPED_SHELF)).toBe('There is no drill ferry-step.');
  });

  it('offers what was taken off no more; a plan that names it still knows it', () => {
    const shelf = drillShelf([own({ hops: true }, true)]);
    expect(shelf.offered).toEqual(DRILLS);
    const laid = layOut(
      makePlan(WISH, (i) => `b${i}`),
      shelf,
    );
    expect(laid[0]!.hops).toBeGreaterThan(0);
    expect(shelf.one('ferry-step')!.name).toBe('Arms-crossed thirds, own');
  });
});

describe('a drill that somebody writes or brings', () => {
  it('is read as it is', () => {
    for (const d of DRILLS) expect(readDrill(JSON.parse(JSON.stringify(d)))).toEqual({ drill: d });
  });

  const wrong: [string, unknown, string][] = [
    ['nothing', null, 'this is not a drill'],
    ['a list', [], 'this is not a drill'],
    ['no name', { ...first, name: ' ' }, 'its name is missing'],
    ['no name at all', { ...first, name: undefined }, 'its name: Invalid input: expected string, received undefined'],
    ['nothing but an id', { id: 'x' }, 'its name is missing, and 14 more'],
    ['no steps', { ...first, steps: [] }, 'the steps are missing'],
    ['too much', { ...first, feel: 'x'.repeat(401) }, 'the feel is too long'],
    ['no picture', { ...first, pictures: [] }, 'the pictures are missing'],
    ['a finding that is none', { ...first, for: ['hangs-up'] }, 'there is no finding "hangs-up"'],
    [
      'a range the wrong way round',
      { ...first, test: { ...first.test!, band: [92, 64] } },
      'the test: a range ends above where it begins',
    ],
    [
      'a test of more than are made',
      { ...first, test: { ...first.test!, k: 12 } },
      'the test: a test asks for more swings than are made',
    ],
    [
      'a range without an end',
      { ...first, test: { ...first.test!, band: [null, null] } },
      'the test: a test needs at least one end of its range',
    ],
    ['two things', { ...first, name: '', steps: [] }, 'its name is missing, and 1 more'],
  ];
  for (const [what, x, problem] of wrong)
    it(`is refused in one sentence: ${what}`, () => expect(readDrill(x)).toEqual({ problem }));

  it('never fails otherwise, whatever comes', () => {
    fc.assert(
      fc.property(fc.oneof(fc.anything(), fc.record({ name: fc.string(), steps: fc.anything() })), (x) => {
        const read = readDrill(x);
        return 'problem' in read && read.problem.length > 0;
      }),
    );
  });

  it('has an id made of its name', () => {
    expect(idFrom('Step off the ferry!', 'drill')).toBe('step-off-the-ferry');
    expect(idFrom('Über den Fluß', 'drill')).toBe('uber-den-flu');
    expect(idFrom('***', 'drill')).toBe('drill');
    fc.assert(
      fc.property(
        fc.string(),
        (name) =>
          readDrill({ ...first, id: idFrom(name, 'drill'), name: 'x' }) &&
          /^[a-z0-9-]{1,54}$/.test(idFrom(name, 'drill')),
      ),
    );
  });
});
