import { readFileSync } from 'node:fs';
import { type GoldenAnswers, goldenAnswers, SIMULATED } from './testing/golden-answers.js';

const told = JSON.parse(readFileSync(new URL('../test-data/golden.json', import.meta.url), 'utf8')) as GoldenAnswers;

/** Names under which two sets of digests differ. */
const differing = (a: Readonly<Record<string, string>>, b: Readonly<Record<string, string>>): string[] =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((k) => a[k] !== b[k]);

describe('the answers of the command line', () => {
  it('are those of before, bit for bit, over the reference recordings and 200 simulated ones', () => {
    const now = goldenAnswers();
    expect(Object.keys(now.recordings).length).toBe(SIMULATED + 6);
    expect(differing(now.measures, told.measures)).withContext('measures that changed').toEqual([]);
    expect(differing(now.recordings, told.recordings))
      .withContext('recordings that are answered differently')
      .toEqual([]);
  }, 600_000);
});
