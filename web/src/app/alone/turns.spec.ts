import fc from 'fast-check';
import { EACH } from '../lesson/practise/in-turns';
import { ballBlocks, turnOf } from './turns';

const swing = (number: number, answer: 'in' | 'under' | null = 'in') => ({ number, answer });
const swings = (n: number) => Array.from({ length: n }, (_, i) => swing(i + 1));

describe('the turns of a practice alone', () => {
  it('are five and five: the numbers first, then the ball; without a ball the numbers alone', () => {
    expect([0, 4, 5, 9, 10].map((i) => turnOf(i, true))).toEqual(['measured', 'measured', 'ball', 'ball', 'measured']);
    expect([0, 5, 12].map((i) => turnOf(i, false))).toEqual(['measured', 'measured', 'measured']);
  });
  it('count only what was told: a number that there is, a ball that was answered for', () => {
    const told = [swing(1), swing(2, 'under'), swing(3, null), swing(4), swing(5), swing(6), swing(7), swing(9)];
    expect(ballBlocks(told, { 6: true, 7: false }, true)).toEqual([
      { by: 'measured', check: null, hits: 3, of: 4 },
      { by: 'ball', check: null, hits: 1, of: 2 },
    ]);
    expect(ballBlocks([], {}, true)).toEqual([]);
    expect(ballBlocks([swing(1, null)], {}, true)).toEqual([]);
  });
  it('hold every swing once, each with one judge, and never more hits than swings', () => {
    fc.assert(
      fc.property(fc.nat(60), fc.boolean(), fc.boolean(), (n, balls, wanted) => {
        const given = Object.fromEntries(swings(n).map((s) => [s.number, wanted]));
        const blocks = ballBlocks(swings(n), given, balls);
        expect(blocks.reduce((sum, b) => sum + b.of, 0)).toBe(n);
        for (const b of blocks) {
          expect(b.of).toBeLessThanOrEqual(EACH);
          expect(b.hits).toBe(b.by === 'ball' && !wanted ? 0 : b.of);
        }
        expect(blocks.some((b) => b.by === 'ball')).toBe(balls && n > EACH);
      }),
    );
  });
});
