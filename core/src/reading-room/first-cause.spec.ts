import { random } from '../golfer/random.js';
import { wilson } from './calibration.js';
import { READ_DEVICES } from './difficulty.js';
import { firstCauseItem, type FirstCauseItem, vilkoReads } from './first-cause.js';
import { CANNOT_TELL, FIRST_CAUSE_OPTIONS, HEALTHY_SWING } from './options.js';
import { type Choice, logScore } from './score.js';

const ITEMS = 90;

describe('first cause', () => {
  let items: FirstCauseItem[];
  beforeAll(() => {
    items = Array.from({ length: ITEMS }, (_, i) => firstCauseItem({ seed: 30_000 + i, difficulty: 1400 }));
  });

  it('is the same item for the same seed, whose truth is offered once', () => {
    const again = firstCauseItem({ seed: 30_004, difficulty: 1400 });
    expect([again.truth, again.options, again.device]).toEqual([items[4]!.truth, items[4]!.options, items[4]!.device]);
    expect(again.recording.time).toEqual(items[4]!.recording.time);
    for (const { options, truth } of items) {
      expect(options.filter((o) => o === truth).length).toBe(1);
      expect(new Set(options).size).toBe(options.length);
      expect(options.length).toBeLessThanOrEqual(FIRST_CAUSE_OPTIONS);
    }
  });

  it('is shown on every device, for both hands, with several clubs; some healthy, some that cannot be told', () => {
    for (const device of READ_DEVICES)
      expect(items.some((i) => i.device === device))
        .withContext(device)
        .toBeTrue();
    for (const hand of ['left', 'right'] as const) expect(items.some((i) => i.handed === hand)).toBeTrue();
    expect(new Set(items.map((i) => i.club)).size).toBeGreaterThan(2);
    const part = (truth: string) => items.filter((i) => i.truth === truth).length / ITEMS;
    expect(part(HEALTHY_SWING)).toBeGreaterThan(0.1);
    expect(part(HEALTHY_SWING)).toBeLessThan(0.35);
    expect(part(CANNOT_TELL)).toBeGreaterThan(0.02);
  });

  it('offers what the device can judge, and where nothing can be told only what it cannot', () => {
    for (const { judgement, options, truth } of items) {
      const dark = new Set(judgement.cannotJudge.map((c) => c.fault));
      for (const o of options.filter((x) => x !== HEALTHY_SWING && x !== CANNOT_TELL))
        expect(dark.has(o))
          .withContext(o)
          .toBe(truth === CANNOT_TELL);
    }
  });

  it('lies near the difficulty that was wished, and a wished pair is offered with one of it shown', () => {
    const easy = Array.from({ length: 12 }, (_, i) => firstCauseItem({ seed: 500 + i, difficulty: 1250 }).difficulty);
    const hard = Array.from({ length: 12 }, (_, i) => firstCauseItem({ seed: 500 + i, difficulty: 1950 }).difficulty);
    const mean = (v: number[]) => v.reduce((a, b) => a + b) / v.length;
    expect(mean(hard)).toBeGreaterThan(mean(easy) + 250);
    const pair = ['hangs-back', 'late-shift'] as const;
    for (const seed of [1, 2, 3]) {
      const item = firstCauseItem({ seed, difficulty: 1300, pair });
      expect(pair).toContain(item.truth as 'hangs-back');
      for (const f of pair) expect(item.options).toContain(f);
    }
  });

  it('is read by the rules far better than chance, and by guessing as chance has it', () => {
    const rng = random(9);
    const hits = (read: (i: FirstCauseItem) => Choice) => items.filter((i) => read(i).said === i.truth).length;
    const score = (read: (i: FirstCauseItem) => Choice | null) =>
      items.reduce((s, i) => s + logScore(read(i), i.truth, i.options.length), 0) / ITEMS;
    const guess = ({ options }: FirstCauseItem): Choice => ({
      said: options[Math.floor(rng.uniform() * options.length)]!,
      sure: 0.5,
    });
    const byRules = wilson(hits(vilkoReads), ITEMS);
    const byGuess = wilson(hits(guess), ITEMS);
    const chance = items.reduce((s, i) => s + 1 / i.options.length, 0) / ITEMS;
    expect(byRules[0])
      .withContext(`rules ${byRules.join(' to ')}`)
      .toBeGreaterThan(0.6);
    expect(byGuess[0]).toBeLessThan(chance);
    expect(byGuess[1]).toBeGreaterThan(chance);
    expect(byRules[0]).toBeGreaterThan(byGuess[1]);
    expect(score(vilkoReads)).toBeGreaterThan(1);
    expect(score(() => null)).toBe(0);
    expect(score(guess)).toBeLessThan(0);
  });
});
