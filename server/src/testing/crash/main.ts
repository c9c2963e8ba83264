// npm run crash -- [--seed=1] [--kills=100]: kills a house again and again while it starts, records, imports, backs up
// and is put back, and says what it had confirmed and has no more.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { Backup, Film, Imported } from '@vilko/contract';
import { type Recording, writeRecording } from '@vilko/core';
import { random, simulate } from '@vilko/core/golfer';
import { type Confirmed, lost, nothingYet, sumOf } from './confirmed.js';
import { startHouse } from '../built-house.js';
import { firstLessons } from '../first-lessons.js';

/** Of so many kills one falls while the house starts. */
const STARTING = 4;
/** It is killed at the latest so long after it began to answer, ms. */
const LATEST = 2_500;

const ABOUT_FILM = 'angle=face%20on&duration=3&aspect=0.8&frameRate=60&from=file';
const OCTETS = { 'content-type': 'application/octet-stream' };

/** What is asked of a house until it is killed; only what it has confirmed is kept in mind. */
interface Asking {
  readonly house: string;
  readonly lesson: string;
  readonly confirmed: Confirmed;
  readonly uniform: () => number;
}

const recordings: readonly Recording[] = [1, 2, 3].map((seed) => simulate({ device: 'boards', seed }).recording);

async function importSwing({ house, lesson, confirmed, uniform }: Asking): Promise<void> {
  const bytes = writeRecording(recordings[Math.floor(uniform() * recordings.length)]!, 'a.vilko');
  const answer = await fetch(`${house}/api/lessons/${lesson}/recordings?name=a.vilko`, {
    method: 'POST',
    headers: OCTETS,
    body: bytes as BodyInit,
  });
  if (!answer.ok) return;
  for (const swing of Imported.parse(await answer.json()).swings) {
    const stored = await fetch(`${house}/api/swings/${swing.id}/recording`);
    if (stored.ok) confirmed.swings.set(swing.id, sumOf(new Uint8Array(await stored.arrayBuffer())));
  }
}

async function addFilm({ house, confirmed, uniform }: Asking): Promise<void> {
  const [swing] = [...confirmed.swings.keys()].slice(-1);
  if (!swing) return;
  const film = Uint8Array.from([0x1a, 0x45, 0xdf, 0xa3, ...Array.from({ length: 50_000 }, () => uniform() * 256)]);
  const answer = await fetch(`${house}/api/swings/${swing}/films?${ABOUT_FILM}`, {
    method: 'POST',
    headers: OCTETS,
    body: film as BodyInit,
  });
  if (answer.ok) confirmed.films.set(Film.parse(await answer.json()).id, sumOf(film));
}

async function changeAim({ house, lesson, confirmed, uniform }: Asking): Promise<void> {
  const aim = `Aim ${Math.floor(uniform() * 1e9)}`;
  confirmed.maybe.add(aim);
  const answer = await fetch(`${house}/api/lessons/${lesson}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ aim }),
  });
  if (!answer.ok) return;
  confirmed.aim = aim;
  confirmed.maybe.clear();
}

async function backUp({ house, confirmed, uniform }: Asking): Promise<void> {
  const made = await fetch(`${house}/api/backups`, { method: 'POST' });
  if (!made.ok) return;
  const { name } = Backup.parse(await made.json());
  confirmed.backups.add(name);
  // what is there stays as it is: a restore that is cut short may not change it
  if (uniform() < 0.5) await fetch(`${house}/api/backups/${name}/restore`, { method: 'POST' });
}

/** One after the other until the house is gone. */
async function askOn(asking: Asking, gone: () => boolean): Promise<void> {
  while (!gone())
    try {
      const x = asking.uniform();
      await (x < 0.45 ? importSwing : x < 0.65 ? addFilm : x < 0.95 ? changeAim : backUp)(asking);
    } catch {
      // it was killed in the middle of it
      return;
    }
}

async function main(): Promise<number> {
  const { values } = parseArgs({
    options: { seed: { type: 'string', default: '1' }, kills: { type: 'string', default: '100' } },
  });
  const { uniform } = random(Number(values.seed));
  const kills = Number(values.kills);
  const folder = mkdtempSync(join(tmpdir(), 'vilko-crash-'));
  const confirmed = nothingYet();
  let wrong = 0;
  let lesson: string | null = null;
  for (let kill = 0; kill <= kills; kill++) {
    const running = startHouse(folder);
    if (kill % STARTING === STARTING - 1) {
      await wait(uniform() * 1500);
      await running.kill();
      continue;
    }
    let house: string;
    try {
      house = await running.address;
      lesson ??= (await firstLessons(house, 1))[0]!;
      for (const words of await lost(house, lesson, confirmed)) {
        wrong++;
        console.log(`after ${kill} kills: ${words}`);
      }
    } catch (e) {
      console.log(`after ${kill} kills: ${(e as Error).message}`);
      await running.kill();
      return wrong + 1;
    }
    let over = false;
    const asking = { house, lesson, confirmed, uniform };
    const lanes = [0, 1].map(() => askOn(asking, () => over));
    await wait(uniform() * LATEST);
    over = true;
    await running.kill();
    await Promise.all(lanes);
  }
  const { swings, films, backups } = confirmed;
  console.log(
    `${kills} kills (seed ${values.seed}): ${swings.size} swings, ${films.size} films, ${backups.size} backups confirmed; ${wrong} lost`,
  );
  rmSync(folder, { recursive: true });
  return wrong;
}

process.exit((await main()) ? 1 : 0);
