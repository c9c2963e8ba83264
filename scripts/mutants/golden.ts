// Compares the first golden answers with those that were kept; fails where one differs.
import { readFileSync } from 'node:fs';
import { goldenAnswers } from '../../cli/src/testing/golden-answers.js';

const kept = JSON.parse(readFileSync(new URL('../../cli/test-data/golden.json', import.meta.url), 'utf8')) as {
  recordings: Record<string, string>;
};
const now = goldenAnswers(Number(process.argv[2]));
process.exitCode = Object.entries(now.recordings).some(([name, digest]) => kept.recordings[name] !== digest) ? 1 : 0;
