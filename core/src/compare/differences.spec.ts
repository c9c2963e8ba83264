import fc from 'fast-check';
import type { SomeMeasures } from '../measures/measure.js';
import { differencesOf as differencesIn, representative, valuesOf } from './differences.js';
import type { MeasureId } from '../measures/registry.js';

const swing = (values: Partial<Record<MeasureId, number>>): SomeMeasures =>
  Object.fromEntries(
    Object.entries(values).map(([id, value]) => [id, { value, u: 0.3, unit: '', basis: 'measured' as const }]),
  );
const differencesOf = (
  before: readonly SomeMeasures[],
  after: readonly SomeMeasures[],
  ids: readonly MeasureId[],
  { usual = [], agreed = null }: { usual?: readonly SomeMeasures[]; agreed?: MeasureId | null } = {},
) =>
  differencesIn(
    before.map((m) => valuesOf(m)),
    after.map((m) => valuesOf(m)),
    ids,
    { usual: usual.map((m) => valuesOf(m)), agreed },
  );
const around = (id: MeasureId, mean: number, spread: number, n: number): SomeMeasures[] =>
  Array.from({ length: n }, (_, i) => swing({ [id]: mean + spread * Math.sin(5 * i + 1) }));
const both = (a: SomeMeasures[], b: SomeMeasures[]): SomeMeasures[] => a.map((m, i) => ({ ...m, ...b[i] }));

describe('differences', () => {
  const before = both(around('share.lead.p7', 58, 2, 8), around('load.trail.max', 75, 1, 8));
  const after = both(around('share.lead.p7', 70, 2, 8), around('load.trail.max', 75.2, 1, 8));

  it('lists a real change first, with its interval, and says what does not matter', () => {
    const [first, second] = differencesOf(before, after, ['load.trail.max', 'share.lead.p7']);
    expect([first!.measure, first!.change!.word]).toEqual(['share.lead.p7', 'real change']);
    expect(first!.difference).toBeCloseTo(12, 6);
    expect(first!.change!.interval[0]).toBeGreaterThan(3);
    expect([second!.measure, second!.change!.word]).toEqual(['load.trail.max', 'no change that matters']);
    expect(first!.together).toBe(2);
  });

  it('turns the sign when the sets are swapped, and nothing else', () => {
    const there = differencesOf(before, after, ['share.lead.p7'])[0]!;
    const back = differencesOf(after, before, ['share.lead.p7'])[0]!;
    expect(back.difference).toBeCloseTo(-there.difference, 9);
    expect(back.change!.word).toBe(there.change!.word);
    expect(back.change!.p).toBeCloseTo(there.change!.p, 12);
  });

  it('judges single swings by the pupil’s usual spread, once five tell it', () => {
    const usual = around('share.lead.p7', 60, 2, 6);
    const one = (to: number, n: number) =>
      differencesOf([swing({ 'share.lead.p7': 60 })], [swing({ 'share.lead.p7': to })], ['share.lead.p7'], {
        usual: usual.slice(0, n),
      })[0]!;
    expect(one(75, 6).usual!.word).toBe('beyond their usual spread');
    expect(one(61, 6).usual!.word).toBe('within their usual spread');
    expect(one(75, 4).usual).toBeNull();
    expect(one(75, 6).change).toBeNull();
  });

  it('holds what was agreed first and judges it by itself: other measures beside it do not make it less sure', () => {
    const others: MeasureId[] = ['load.trail.max', 'share.lead.address', 'share.lead.p4', 'share.lead.p10'];
    const steady = (m: readonly SomeMeasures[]) =>
      others.slice(1).reduce((set, id) => both([...set], around(id, 50, 1, 8)), [...m]);
    const by = (agreed: MeasureId | null) =>
      differencesOf(steady(before), steady(after), [...others, 'share.lead.p7'], { agreed });
    const [first] = by('load.trail.max');
    expect([first!.measure, first!.change!.word, first!.together]).toEqual([
      'load.trail.max',
      'no change that matters',
      1,
    ]);
    const alone = differencesOf(before, after, ['share.lead.p7'])[0]!;
    expect(by('share.lead.p7')[0]!.change!.p).toBeCloseTo(alone.change!.p, 12);
    expect(by(null)[0]!.change!.p).toBeGreaterThan(alone.change!.p);
    expect(by(null).map((d) => d.measure)).toEqual(by('share.lead.p7').map((d) => d.measure));
  });

  it('leaves out what one side cannot give, and names without a worth', () => {
    expect(
      differencesOf(before, around('load.trail.max', 70, 1, 4), ['share.lead.p7', 'path.shape', 'load.trail.max']).map(
        (d) => d.measure,
      ),
    ).toEqual(['load.trail.max']);
    expect(differencesOf([], after, ['share.lead.p7'])).toEqual([]);
  });

  it('offers the swing nearest the centre as the representative', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 40, max: 90, noNaN: true }), { minLength: 3, maxLength: 9 }), (v) => {
        const set = v.map((x) => swing({ 'share.lead.p7': x }));
        const mean = v.reduce((a, b) => a + b, 0) / v.length;
        const i = representative(set, ['share.lead.p7']);
        for (const x of v) expect(Math.abs(v[i]! - mean)).toBeLessThanOrEqual(Math.abs(x - mean) + 1e-9);
      }),
    );
  });
});
