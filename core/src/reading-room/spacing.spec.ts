import { random } from '../golfer/random.js';
import { addDays } from '../practice/day.js';
import { confusedPairs, confusionTable, pairName } from './confusion.js';
import { BETWEEN, GAPS, nextPair, type Spaced, spacedAfter } from './spacing.js';

const MONDAY = '2026-12-07';

describe('what is mixed up', () => {
  const reads = [
    { truth: 'sway', said: 'slide' },
    { truth: 'slide', said: 'sway' },
    { truth: 'sway', said: 'sway' },
    { truth: 'hangs-back', said: 'late-shift' },
    { truth: 'hangs-back', said: 'hangs-back' },
    { truth: 'hangs-back', said: 'hangs-back' },
  ];
  it('is counted truth by truth, and pair by pair either way', () => {
    expect(confusionTable(reads).get('hangs-back')).toEqual(
      new Map([
        ['late-shift', 1],
        ['hangs-back', 2],
      ]),
    );
    expect(confusedPairs(reads)).toEqual([
      { a: 'slide', b: 'sway', mixed: 2, shown: 3 },
      { a: 'hangs-back', b: 'late-shift', mixed: 1, shown: 3 },
    ]);
    expect(pairName('b', 'a')).toBe(pairName('a', 'b'));
  });
});

describe('a pair that comes back', () => {
  it('is due at once when it was mixed up, and after ever more days when it was told apart', () => {
    let s = spacedAfter(null, 'a | b', false, MONDAY);
    expect(s).toEqual({ pair: 'a | b', due: MONDAY, held: 0 });
    let day: string = MONDAY;
    for (const gap of GAPS) {
      s = spacedAfter(s, 'a | b', true, day);
      expect(s.due).toBe(addDays(day, gap));
      // told apart too early: it comes no sooner and no later
      expect(spacedAfter(s, 'a | b', true, day)).toEqual(s);
      day = s.due;
    }
    expect(spacedAfter(s, 'a | b', true, day).due).toBe(addDays(day, GAPS.at(-1)!));
    expect(spacedAfter(s, 'a | b', false, day)).toEqual({ pair: 'a | b', due: day, held: 0 });
  });
  it('is not shown twice within a few items, nor before it is due', () => {
    const kept = [spacedAfter(null, 'a | b', false, MONDAY)];
    expect(nextPair(kept, [], MONDAY)).toBe('a | b');
    expect(nextPair(kept, ['a | b', ...Array<null>(BETWEEN - 1).fill(null)], MONDAY)).toBeNull();
    expect(nextPair(kept, ['a | b', ...Array<null>(BETWEEN).fill(null)], MONDAY)).toBe('a | b');
    const later: Spaced = { pair: 'a | b', due: addDays(MONDAY, 3), held: 1 };
    expect(nextPair([later], [], addDays(MONDAY, 2))).toBeNull();
    expect(nextPair([later], [], addDays(MONDAY, 5))).toBe('a | b');
  });
  it('is mixed up far less often after the same number of showings than in one heap', () => {
    // a reader who forgets: the memory of a pair halves with a time that each retrieval after a gap lengthens
    const recall = (spaced: boolean, seed: number): number => {
      const rng = random(seed);
      let half = 2;
      let last = 0;
      let s: Spaced = { pair: 'p', due: MONDAY, held: 0 };
      let day = 0;
      for (let shown = 0; shown < 6; shown++) {
        const gap = day - last;
        const right = rng.uniform() < 2 ** (-gap / half);
        half = right ? half * (1 + 2 * Math.min(1, gap / half)) : Math.max(2, 0.7 * half);
        last = day;
        s = spacedAfter(s, 'p', right, addDays(MONDAY, day));
        if (spaced) while (addDays(MONDAY, day) < s.due) day++;
      }
      return 2 ** (-30 / half);
    };
    const mean = (spaced: boolean) =>
      Array.from({ length: 200 }, (_, i) => recall(spaced, i)).reduce((a, b) => a + b) / 200;
    expect(mean(true))
      .withContext('a month later')
      .toBeGreaterThan(mean(false) + 0.15);
  });
});
