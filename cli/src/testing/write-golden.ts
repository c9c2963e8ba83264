import { writeFileSync } from 'node:fs';
import { goldenAnswers } from './golden-answers.js';

/** Writes what the command line answers now as what it shall answer: only when a number is meant to change. */
writeFileSync(new URL('../../test-data/golden.json', import.meta.url), JSON.stringify(goldenAnswers(), null, 1) + '\n');
