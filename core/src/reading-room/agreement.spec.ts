import { beside, cohensKappa, kappaPerFinding } from './agreement.js';

const pairs = (counts: readonly (readonly [string, string, number])[]) =>
  counts.flatMap(([a, b, n]) => Array.from({ length: n }, () => [a, b] as const));

describe('agreement of two readers', () => {
  it('is Cohen’s κ with its interval', () => {
    const k = cohensKappa(
      pairs([
        ['yes', 'yes', 20],
        ['yes', 'no', 5],
        ['no', 'yes', 10],
        ['no', 'no', 15],
      ]),
    )!;
    expect(k.kappa).toBeCloseTo(0.4, 12);
    expect(k.interval[0]).toBeCloseTo(0.4 - 1.959964 * 0.129615, 5);
    expect(k.n).toBe(50);
  });
  it('is one where they always agree, nothing where they agree as by chance, less where they do not', () => {
    const of = (...c: (readonly [string, string, number])[]) => cohensKappa(pairs(c))!.kappa;
    expect(of(['a', 'a', 5], ['b', 'b', 5])).toBe(1);
    expect(of(['a', 'a', 4], ['a', 'b', 4], ['b', 'a', 4], ['b', 'b', 4])).toBeCloseTo(0, 12);
    expect(of(['a', 'b', 5], ['b', 'a', 5])).toBe(-1);
  });
  it('cannot be said of nothing, or where one thing alone was ever said', () => {
    expect(cohensKappa([])).toBeNull();
    expect(cohensKappa(pairs([['a', 'a', 9]]))).toBeNull();
  });
  it('is told finding by finding', () => {
    const swings = [
      { mine: ['sway'], theirs: ['sway'] },
      { mine: [], theirs: ['slide'] },
      { mine: ['sway', 'slide'], theirs: ['sway', 'slide'] },
      { mine: [], theirs: [] },
    ];
    const told = kappaPerFinding(swings);
    expect(told.map((t) => t.finding)).toEqual(['slide', 'sway']);
    expect(told[1]!.agreement?.kappa).toBe(1);
    expect(told[0]!.agreement?.kappa).toBeCloseTo(0.5, 12);
  });
  it('lays two readers beside each other over the items that both reached', () => {
    const mine = ['sway', 'sway', null, 'slide', 'healthy', 'sway'];
    const theirs = ['sway', 'slide', null, 'slide', 'sway'];
    const { n, same, differ, overall, findings } = beside(mine, theirs);
    // who knows nothing agrees with who knows nothing
    expect([n, same, differ]).toEqual([5, 3, [1, 4]]);
    expect(overall).toEqual(
      cohensKappa([
        ['sway', 'sway'],
        ['sway', 'slide'],
        ['?', '?'],
        ['slide', 'slide'],
        ['healthy', 'sway'],
      ]),
    );
    expect(findings.map((f) => [f.finding, f.both, f.mine, f.theirs])).toEqual([
      ['healthy', 0, 1, 0],
      ['slide', 1, 0, 1],
      ['sway', 1, 1, 1],
    ]);
    expect(findings[1]!.agreement!.kappa).toBeCloseTo((0.8 - 0.56) / (1 - 0.56), 12);
    expect(beside([], theirs)).toEqual({ n: 0, same: 0, differ: [], overall: null, findings: [] });
  });
});
