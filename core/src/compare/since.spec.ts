import fc from 'fast-check';
import { sinceOf } from './since.js';

const mark = (before: number, words = `before ${before}`) => ({ before, words });

describe('what stands nearest to a step', () => {
  it('is told within two swings, and not beyond', () => {
    expect([4, 5, 6, 7, 8, 9, 10].map((before) => sinceOf([7], [mark(before, 'x')])[0])).toEqual([
      null,
      'x',
      'x',
      'x',
      'x',
      'x',
      null,
    ]);
  });
  it('is the nearest of several, and the first of those as near', () => {
    expect(sinceOf([7], [mark(5), mark(8), mark(6)])).toEqual(['before 8']);
    expect(sinceOf([7], [mark(9), mark(7)])).toEqual(['before 7']);
  });
  it('is told at one step only', () => {
    expect(sinceOf([4, 7], [mark(5)])).toEqual(['before 5', null]);
    expect(sinceOf([4, 7], [mark(5), mark(7)])).toEqual(['before 5', 'before 7']);
    expect(sinceOf([], [mark(5)])).toEqual([]);
  });
  it('never comes from afar, whatever stands there', () => {
    const numbers = fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { maxLength: 4 });
    fc.assert(
      fc.property(numbers, fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 8 }), (steps, at) => {
        const sorted = [...steps].sort((a, b) => a - b);
        const marks = at.map((n) => mark(n, String(n)));
        sinceOf(sorted, marks).forEach((words, i) => {
          const near = at.filter((n) => Math.abs(n - sorted[i]!) <= 2);
          if (words === null)
            expect(near.every((n) => sorted.some((s, k) => k !== i && Math.abs(n - s) <= 2))).toBeTrue();
          else expect(near).toContain(Number(words));
        });
      }),
    );
  });
});
