// npm run fuzz -- [--seed=1] [--minutes=5]: wounds files, requests and words on sockets until the time is over, and
// says what should not have happened, each with the seed that makes it happen again.
import { parseArgs } from 'node:util';
import { fuzzRound } from './round.js';

const MINUTE = 60_000;
const ROUND = 200;

const { values } = parseArgs({
  options: { seed: { type: 'string', default: '1' }, minutes: { type: 'string', default: '5' } },
});
const ends = Date.now() + Number(values.minutes) * MINUTE;
let cases = 0;
let wrong = 0;
for (let seed = Number(values.seed); Date.now() < ends; seed += ROUND) {
  const { found, tried } = await fuzzRound(seed, {
    readers: ROUND,
    requests: ROUND,
    sockets: ROUND / 10,
    slow: ROUND / 10,
  });
  cases += tried;
  wrong += found.length;
  for (const f of found) console.log(`seed ${f.seed} in the round of ${seed} · ${f.where}\n  ${f.what}`);
}
console.log(`${cases} cases, ${wrong} of them wrong`);
process.exit(wrong ? 1 : 0);
