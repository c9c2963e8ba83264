import { testJson } from '../testing/test-files.js';
import { pressurePoint } from './wrench.js';

interface WrenchVectors {
  rows: { F: number[]; M: number[]; copx: number | null; copy: number | null; tz: number | null }[];
}

describe('pressurePoint', () => {
  it('agrees with the reference, and is undefined under 20 N', async () => {
    const { rows } = await testJson<WrenchVectors>('wrench.json');
    expect(rows.length).toBe(24);
    for (const r of rows) {
      const p = pressurePoint(r.F, r.M);
      if (r.copx === null) expect(p).toBeNull();
      else {
        expect(p!.x).toBeCloseTo(r.copx, 9);
        expect(p!.y).toBeCloseTo(r.copy!, 9);
        expect(p!.tz).toBeCloseTo(r.tz!, 7);
      }
    }
  });
});
