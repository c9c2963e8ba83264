import { shippedDrill } from '../drills/shelf.js';
import { ballAnswer } from '../faults/ball.js';
import { causesOf } from '../faults/catalogue.js';
import { random } from '../golfer/random.js';
import { numberOf } from '../measures/measure.js';
import { BALL_AGREES, BALL_OTHERWISE } from './ball-agrees.js';
import { pathOf, PATHS } from './before-trace.js';
import { wilson } from './calibration.js';
import { reasonAgainst } from './drill-reasons.js';
import { type Asked, EXERCISES } from './exercise.js';
import { FILM_RATE } from './film-rate.js';
import { itemOf, type Items, MAKERS } from './items.js';
import { PANEL, panelSays } from './panel.js';
import { CHANGES } from './real-or-noise.js';
import { covers, intervalScore, logScore } from './score.js';
import { nearEnough, SAID_NUMBERS } from './say-number.js';

const N = 18;
const made = new Map<string, unknown>();
/** Items of an exercise near 1,400 points, made once. */
function itemsOf<E extends keyof Items>(exercise: E): Items[E][] {
  if (!made.has(exercise))
    made.set(
      exercise,
      Array.from({ length: N }, (_, i) => itemOf(exercise, { seed: 61_000 + i, difficulty: 1400 })),
    );
  return made.get(exercise) as Items[E][];
}

const CHOSEN = EXERCISES.filter((e) => e !== 'say-number' && e !== 'first-cause');
const READ_BY_RULES = CHOSEN.filter((e) => MAKERS[e].vilko !== null);

describe('an item of the reading room', () => {
  for (const exercise of CHOSEN)
    it(`offers the truth once, and more truths than one come up: ${exercise}`, () => {
      const items: readonly Asked[] = itemsOf(exercise);
      for (const { options, truth } of items) {
        expect(options.filter((o) => o === truth).length).toBe(1);
        expect(new Set(options).size).toBe(options.length);
      }
      expect(new Set(items.map((i) => i.truth)).size).toBeGreaterThan(1);
      const again: Asked = itemOf(exercise, { seed: 61_003, difficulty: 1400 });
      expect([again.truth, again.options, again.difficulty]).toEqual([
        items[3]!.truth,
        items[3]!.options,
        items[3]!.difficulty,
      ]);
    });

  for (const exercise of READ_BY_RULES)
    it(`is read by the rules better than by guessing, which scores as chance has it: ${exercise}`, () => {
      const items: readonly Asked[] = itemsOf(exercise);
      const rng = random(5);
      const vilko = MAKERS[exercise].vilko as (i: Asked) => { said: string; sure: number };
      const right = items.filter((i) => vilko(i).said === i.truth).length;
      // guesses are many, so that chance is seen
      const guesses = Array.from({ length: 40 }, () => items)
        .flat()
        .map((i) => ({ i, said: i.options[Math.floor(rng.uniform() * i.options.length)]! }));
      const [lo, hi] = wilson(guesses.filter(({ i, said }) => said === i.truth).length, guesses.length);
      const chance = 1 / items[0]!.options.length;
      expect(lo).toBeLessThan(chance);
      expect(hi).toBeGreaterThan(chance);
      expect(wilson(right, N)[0]).withContext(`${right} of ${N}`).toBeGreaterThan(hi);
      const bits = items.reduce((s, i) => s + logScore(vilko(i), i.truth, i.options.length), 0);
      expect(bits).toBeGreaterThan(0);
    });
});

describe('say the number', () => {
  it('hides a number that was measured and lies on its ruler; who says it is near, who says another one seldom', () => {
    const rng = random(3);
    let near = 0;
    let chance = 0;
    for (const i of itemsOf('say-number')) {
      expect(numberOf(i.deep.swings[0]!.measures[i.measure])).toBe(i.number);
      expect(i.number).toBeGreaterThanOrEqual(i.from);
      expect(i.number).toBeLessThanOrEqual(i.to);
      expect(nearEnough(i.number + 1.9 * i.worth, i)).toBeTrue();
      expect(nearEnough(i.number + 2.1 * i.worth, i)).toBeFalse();
      for (let k = 0; k < 60; k++) if (nearEnough(i.from + (i.to - i.from) * rng.uniform(), i)) near++;
      chance += i.chance;
      const said = { value: i.number + i.worth, half: 2 * i.worth };
      expect(covers(said, i.number)).toBeTrue();
      expect(intervalScore(said, i.number, i.worth)).toBeLessThan(
        intervalScore({ value: i.number + 6 * i.worth, half: 2 * i.worth }, i.number, i.worth),
      );
    }
    // a guess on the ruler's end reaches over it: at most what the item calls chance
    expect(near / (N * 60)).toBeLessThan(chance / N + 0.03);
    expect(near / (N * 60)).toBeGreaterThan(0.6 * (chance / N));
    expect(new Set(itemsOf('say-number').map((i) => i.measure)).size).toBeGreaterThan(SAID_NUMBERS.length / 2);
  });
});

describe('before the trace', () => {
  it('shows the golfer to the finish, and asks what the numbers say of the path', () => {
    for (const i of itemsOf('before-trace')) {
      expect(pathOf(i)).toBe(i.truth);
      expect(i.film.length).toBeGreaterThan(FILM_RATE);
      const [first, impact] = [i.film[0]!, i.film[i.impact]!];
      // the club comes back to where it started, near the ground
      expect(Math.abs(impact.clubHead[2] - first.clubHead[2])).toBeLessThan(0.35);
      for (const f of i.film) for (const v of f.head) expect(Number.isFinite(v)).toBeTrue();
    }
    expect(new Set(itemsOf('before-trace').map((i) => i.truth)).size).toBe(PATHS.length);
  });
});

describe('what is true in an item', () => {
  it('of two faults is the one that leads to the other', () => {
    for (const { options, truth } of itemsOf('which-first')) {
      const second = options.find((o) => o !== truth)!;
      expect(causesOf(second).map((f) => f.id)).toContain(truth);
    }
  });
  it('of two sets lies as far apart as it is said to, up to the spread of so many swings', () => {
    for (const { truth, before, after, worth } of itemsOf('real-or-noise')) {
      const mean = (v: readonly number[]) => v.reduce((s, x) => s + x, 0) / v.length;
      expect(CHANGES.map(String)).toContain(truth);
      expect(Math.abs(Math.abs(mean(after) - mean(before)) - Number(truth) * worth)).toBeLessThan(2 * worth);
    }
  });
  it('of a ball is what the ball’s signs say of the finding that is named', () => {
    for (const i of itemsOf('ball-agrees')) {
      expect(i.judgement.findings.find((f) => f.main)?.fault).toBe(i.fault);
      const told = ballAnswer(i.fault, i.ball, i.club);
      expect(told).toBe(i.truth === BALL_AGREES ? 'the ball agrees' : 'the ball says otherwise');
      expect([BALL_AGREES, BALL_OTHERWISE]).toContain(i.truth);
    }
  });
  it('of drills is the only one that no rule of the library speaks against', () => {
    for (const { options, truth, pupil } of itemsOf('choose-drill')) {
      const fit = options.filter((id) => reasonAgainst(shippedDrill(id)!, pupil) === null);
      expect(fit).toEqual([truth]);
      // somebody hurt is among them, or somebody without an aid, or one of another school
      const near = options.filter((id) => id !== truth && shippedDrill(id)!.for.includes(pupil.fault));
      expect(near.length).toBeGreaterThan(0);
    }
  });
});

describe('the panel', () => {
  it('says the same of the same item, and is right as often as its points say', () => {
    const item = { seed: 4, difficulty: 1500, options: ['a', 'b', 'c', 'd'], truth: 'b' };
    expect(panelSays(item)).toEqual(panelSays(item));
    const all = Array.from({ length: 1500 }, (_, seed) => panelSays({ ...item, seed }));
    const part = PANEL.map((_, k) => all.filter((p) => p[k]!.said === 'b').length / all.length);
    expect(part[1]).toBeCloseTo(0.625, 1);
    expect(part[0]!).toBeLessThan(part[1]! - 0.1);
    expect(part[2]!).toBeGreaterThan(part[1]! + 0.1);
    for (const p of all) for (const { said } of p) expect(item.options).toContain(said);
  });
});
