import { random } from '../golfer/random.js';
import { believing, likelyRight, noBelief, type Rated, ratingIn, ratingOf, tellingDifficulty } from './rating.js';

/** A reader of so many points answers what is chosen for them. */
function reader(points: number, chance: number, n: number, seed: number): Rated[] {
  const rng = random(seed);
  const answers: Rated[] = [];
  let belief = noBelief();
  for (let i = 0; i < n; i++) {
    const difficulty = tellingDifficulty(ratingIn(belief).points, chance);
    const answer = { difficulty, chance, right: rng.uniform() < likelyRight(points, { difficulty, chance }) };
    answers.push(answer);
    belief = believing(belief, answer);
  }
  return answers;
}
/** Mean distance from the truth over readers between 1,200 and 1,800 points, and its 95% interval. */
function missed(chance: number, n: number): { mean: number; upTo: number } {
  const rng = random(11);
  const off = Array.from({ length: 120 }, (_, i) => {
    const truth = 1200 + 600 * rng.uniform();
    return Math.abs(ratingOf(reader(truth, chance, n, 100 + i)).points - truth);
  });
  const mean = off.reduce((s, x) => s + x, 0) / off.length;
  const sd = Math.sqrt(off.reduce((s, x) => s + (x - mean) ** 2, 0) / (off.length - 1));
  return { mean, upTo: mean + (1.96 * sd) / Math.sqrt(off.length) };
}

describe('a reader’s rating', () => {
  it('begins in the middle, not known well, and moves with each answer the right way', () => {
    const none = ratingOf([]);
    expect(none.points).toBeCloseTo(1500, 6);
    expect(none.sd).toBeGreaterThan(230);
    const item = { difficulty: 1500, chance: 0.1 };
    expect(ratingOf([{ ...item, right: true }]).points).toBeGreaterThan(1500);
    expect(ratingOf([{ ...item, right: false }]).points).toBeLessThan(1500);
  });
  it('is half-way between chance and always where reader and item are alike', () => {
    expect(likelyRight(1500, { difficulty: 1500, chance: 0.2 })).toBeCloseTo(0.6, 12);
    expect(likelyRight(1900, { difficulty: 1500, chance: 0 })).toBeCloseTo(10 / 11, 12);
  });
  it('is found within 60 points after 40 items among eight options', () => {
    const { mean, upTo } = missed(1 / 8, 40);
    expect(upTo)
      .withContext(`mean ${mean.toFixed(0)}`)
      .toBeLessThan(60);
  });
  it('is found more slowly where every second guess is right, and within 60 points after 100', () => {
    expect(missed(0.5, 40).mean).toBeGreaterThan(missed(1 / 8, 40).mean);
    expect(missed(0.5, 100).mean).toBeLessThan(60);
  });
  it('knows how well it is known: its SD covers the truth as often as it says', () => {
    const rng = random(3);
    let within = 0;
    for (let i = 0; i < 120; i++) {
      const truth = 1500 + 250 * rng.normal();
      const { points, sd } = ratingOf(reader(truth, 1 / 8, 40, 500 + i));
      if (Math.abs(points - truth) < 1.96 * sd) within++;
    }
    expect(within / 120).toBeGreaterThan(0.88);
  });
  it('follows a reader who has learned', () => {
    const before = reader(1300, 1 / 8, 40, 1);
    const after = reader(1700, 1 / 8, 60, 2);
    expect(ratingOf([...before, ...after]).points).toBeGreaterThan(ratingOf(before).points + 150);
  });
});
