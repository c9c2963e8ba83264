import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { howLies } from '../../sealed/house-key.js';
import { startHouse } from '../built-house.js';
import { type Confirmed, lost } from './confirmed.js';

const SEAL = fileURLToPath(new URL('../../../dist/seal.mjs', import.meta.url));
/** What a house is sealed with. */
export const PASSPHRASE = 'seven kills before breakfast';
/** It is killed so often on the way, and so long after it began at the latest, ms. */
const KILLS = 3;
const LATEST = 2_500;

/** The house that is turned, and what it must still have. */
interface Turned {
  readonly folder: string;
  readonly lesson: string;
  readonly confirmed: Confirmed;
}

/** Seals a house, or opens it, from the command line. */
function turn(folder: string, off: boolean): ChildProcess {
  return spawn('node', [SEAL, '--data', folder, ...(off ? ['--off'] : [])], {
    env: { ...process.env, VILKO_PASSPHRASE: PASSPHRASE },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
}

/** Turns it while it is killed, then to its end, and says what of all that was confirmed is not there. */
async function turnUnderKills({ folder, lesson, confirmed }: Turned, uniform: () => number): Promise<string[]> {
  const off = howLies(folder) === 'sealed';
  const wanted = off ? 'open' : 'sealed';
  for (let k = 0; k < KILLS; k++) {
    const turning = turn(folder, off);
    const gone = once(turning, 'exit');
    await wait(uniform() * LATEST);
    turning.kill('SIGKILL');
    await gone;
    // it was through before
    if (howLies(folder) === wanted) break;
  }
  if (howLies(folder) !== wanted) await once(turn(folder, off), 'exit');
  const lies = howLies(folder);
  if (lies !== wanted) return [`the folder lies ${lies} after it was turned`];
  const house = startHouse(folder, { passphrase: off ? null : PASSPHRASE });
  try {
    return await lost(await house.address, lesson, confirmed);
  } catch (e) {
    return [(e as Error).message];
  } finally {
    await house.kill();
  }
}

/** Seals a copy of a house and opens it again, or the other way round, under kills. */
export async function killedWhileTurning(of: Turned, uniform: () => number): Promise<string[]> {
  const copy = mkdtempSync(join(tmpdir(), 'vilko-turned-'));
  try {
    cpSync(of.folder, copy, { recursive: true });
    const there = await turnUnderKills({ ...of, folder: copy }, uniform);
    return [...there, ...(await turnUnderKills({ ...of, folder: copy }, uniform))];
  } finally {
    rmSync(copy, { recursive: true, force: true });
  }
}
