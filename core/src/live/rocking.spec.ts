import { turnsOf } from './rocking.js';

describe('rocking on one foot', () => {
  it('counts turns of a rocking, not its tremble', () => {
    const rocking = (size: number, turns: number) =>
      Array.from({ length: 50 * turns + 26 }, (_, k) => size * Math.sin((Math.PI * k) / 50) + 0.002 * Math.sin(k));
    expect(turnsOf(rocking(0.1, 6))).toBeGreaterThanOrEqual(5);
    expect(turnsOf(rocking(0.01, 6))).toBe(0);
    expect(turnsOf([])).toBe(0);
  });
});
