// npm run crash -- [--seed=1] [--kills=100 | --minutes=60] [--sealed]: kills a house again and again while it starts,
// records, imports, backs up and is put back, with its device, its browsers and its clock going astray; then opens
// houses that an older version has left, that are torn, shut or taken, seals and opens one while it is killed, and says
// what had been confirmed and is there no more.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { random } from '@vilko/core/golfer';
import { startHouse } from '../built-house.js';
import { firstLessons } from '../first-lessons.js';
import { askOn } from './asking.js';
import { swingIn } from './bay.js';
import { type Confirmed, lost, nothingYet } from './confirmed.js';
import { jumpingClock } from './jumping-clock.js';
import { killedWhileMigrating } from './older-house.js';
import { shutHouses } from './shut-house.js';
import { tornHouses } from './torn.js';
import { killedWhileTurning, PASSPHRASE } from './turning.js';

/** Of so many kills one falls while the house starts; of so many houses one has its clock set. */
const STARTING = 4;
const CLOCK = 3;
/** It is killed at the latest so long after it began to answer, ms; in its bay a swing takes longer. */
const LATEST = 2_500;
const LATEST_SWING = 12_000;
/** A swing that is waited for is waited for no longer than this, ms. */
const SWING_COMES = 30_000;
/** Of so many houses one has somebody swing in its bay. */
const SWUNG = 5;
/** How many of the kills there are torn houses and older ones, each of these killed so often. */
const TORN = 0.2;
const OLDER = 0.05;
const TURNED = 0.02;
const TWICE = 3;
/** Of so many kills it is said how it stands. */
const SAID_EVERY = 10;

interface Run {
  readonly folder: string;
  readonly confirmed: Confirmed;
  readonly uniform: () => number;
}

/** One house from its start to its kill, asked for all that the ones before it had confirmed. */
async function oneLife(kill: number, lesson: string | null, { folder, confirmed, uniform }: Run) {
  const options = kill % CLOCK === CLOCK - 1 ? jumpingClock(uniform) : [];
  const running = startHouse(folder, { options });
  try {
    if (kill % STARTING === STARTING - 1) {
      await wait(uniform() * 1500);
      return { wrong: [], lesson };
    }
    const house = await running.address;
    const mine = lesson ?? (await firstLessons(house, 1))[0]!;
    const wrong = await lost(house, mine, confirmed);
    const swung = kill % SWUNG === 1 ? await swingIn(house, mine, confirmed) : null;
    let over = false;
    const asking = { house, lesson: mine, confirmed, uniform };
    const lanes = [0, 1].map(() => askOn(asking, () => over));
    // of half it is known that a swing was stored, and the next one is on its way
    if (swung && uniform() < 0.5) await Promise.race([swung.stored, wait(SWING_COMES)]);
    const life = uniform() * (swung ? LATEST_SWING : LATEST);
    // the device may go first, in the middle of a swing
    await wait(life * 0.8);
    if (uniform() < 0.5) await swung?.killDevice();
    await wait(life * 0.2);
    over = true;
    await running.kill();
    await Promise.all(lanes);
    await swung?.killDevice();
    swung?.leave();
    return { wrong, lesson: mine };
  } catch (e) {
    return { wrong: [(e as Error).message], lesson };
  } finally {
    await running.kill();
  }
}

async function main(): Promise<number> {
  const { values } = parseArgs({
    options: {
      seed: { type: 'string', default: '1' },
      kills: { type: 'string', default: '100' },
      minutes: { type: 'string' },
      sealed: { type: 'boolean', default: false },
    },
  });
  if (values.sealed) process.env['VILKO_PASSPHRASE'] = PASSPHRASE;
  const { uniform } = random(Number(values.seed));
  const until = values.minutes === undefined ? null : Date.now() + Number(values.minutes) * 60_000;
  /** Whether so many kills are not enough yet. */
  const more = (kill: number): boolean => (until === null ? kill < Number(values.kills) : Date.now() < until);
  const folder = mkdtempSync(join(tmpdir(), 'vilko-crash-'));
  const run = { folder, confirmed: nothingYet(), uniform };
  let wrong = 0;
  const say = (when: string, what: readonly string[]): void => {
    wrong += what.length;
    for (const words of what) console.log(`${when}: ${words}`);
  };
  let lesson: string | null = null;
  let kills = 0;
  const lived = async (): Promise<void> => {
    const life = await oneLife(kills, lesson, run);
    ({ lesson } = life);
    say(`after ${kills} kills`, life.wrong);
  };
  for (; more(kills); kills++) {
    await lived();
    if (kills % SAID_EVERY === 0) console.error(`  ${kills} kills, ${wrong} wrong`);
  }
  // the last house is asked, and killed once more
  await lived();
  const torn = Math.ceil(TORN * kills);
  say('torn', await tornHouses(folder, torn, uniform));
  const older = Math.ceil(OLDER * kills);
  for (let k = 0; k < older; k++) say('brought up to date', await killedWhileMigrating(TWICE, uniform));
  say('shut', await shutHouses(folder));
  const turned = Math.ceil(TURNED * kills);
  for (let k = 0; k < turned; k++)
    say('sealed and opened', await killedWhileTurning({ folder, lesson: lesson!, confirmed: run.confirmed }, uniform));
  const { swings, live, films, backups } = run.confirmed;
  console.log(
    `${kills} kills (seed ${values.seed}): ${swings.size} swings (${live.size} of a bay), ${films.size} films, ${backups.size} backups confirmed; ${torn} torn houses, ${older} older ones killed ${TWICE} times each, one shut, one taken, ${turned} sealed and opened under kills${values.sealed ? '; all of it sealed' : ''}; ${wrong} wrong`,
  );
  rmSync(folder, { recursive: true });
  return wrong;
}

process.exit((await main()) ? 1 : 0);
