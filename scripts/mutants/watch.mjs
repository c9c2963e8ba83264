// Loaded before the specs: wakes one mutant, or notes which points the specs come by.
import { appendFileSync } from 'node:fs';

const awake = Number(process.env.MUTANT ?? -1);
const seen = new Set();
const noting = process.env.MUTANTS_SEEN;
globalThis.$m = noting
  ? (i) => {
      seen.add(i);
      return false;
    }
  : (i) => i === awake;
if (noting) process.on('exit', () => appendFileSync(noting, JSON.stringify([...seen])));
