import { setTimeout as wait } from 'node:timers/promises';
import { Backup, Film, Imported } from '@vilko/contract';
import { type Recording, writeRecording } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { type Confirmed, confirmSwing, sumOf } from './confirmed.js';

const ABOUT_FILM = 'angle=face%20on&duration=3&aspect=0.8&frameRate=60&from=file';
const OCTETS = { 'content-type': 'application/octet-stream' };

/** What is asked of a house until it is killed; only what it has confirmed is kept in mind. */
export interface Asking {
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
  for (const swing of Imported.parse(await answer.json()).swings) await confirmSwing(house, swing.id, confirmed);
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

/** One at a time: of two that are asked for at once nobody knows which came last. */
async function changeAim({ house, lesson, confirmed, uniform }: Asking): Promise<void> {
  if (confirmed.maybe !== null) return;
  const aim = `Aim ${Math.floor(uniform() * 1e9)}`;
  confirmed.maybe = aim;
  const answer = await fetch(`${house}/api/lessons/${lesson}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ aim }),
  });
  if (answer.ok) confirmed.aim = aim;
  confirmed.maybe = null;
}

async function backUp({ house, confirmed, uniform }: Asking): Promise<void> {
  const made = await fetch(`${house}/api/backups`, { method: 'POST' });
  if (!made.ok) return;
  const { name } = Backup.parse(await made.json());
  confirmed.backups.add(name);
  // what is there stays as it is: a restore that is cut short may not change it
  if (uniform() < 0.5) await fetch(`${house}/api/backups/${name}/restore`, { method: 'POST' });
}

/** A film on its way from a browser that is gone before all of it was sent: none of it may be kept. */
async function cutShort({ house, confirmed, uniform }: Asking): Promise<void> {
  const [swing] = [...confirmed.swings.keys()].slice(-1);
  if (!swing) return;
  const gone = new AbortController();
  const film = new Uint8Array(4_000_000).fill(0xa3);
  film.set([0x1a, 0x45, 0xdf, 0xa3]);
  const url = `${house}/api/swings/${swing}/films?${ABOUT_FILM}`;
  const sent = fetch(url, { method: 'POST', headers: OCTETS, body: film as BodyInit, signal: gone.signal });
  // the house may be gone before the browser is
  sent.catch(() => undefined);
  await wait(uniform() * 30);
  gone.abort();
  await sent.catch(() => undefined);
}

/** One after the other until the house is gone. */
export async function askOn(asking: Asking, gone: () => boolean): Promise<void> {
  while (!gone())
    try {
      const x = asking.uniform();
      await (x < 0.4 ? importSwing : x < 0.6 ? addFilm : x < 0.7 ? cutShort : x < 0.95 ? changeAim : backUp)(asking);
    } catch {
      // it was killed in the middle of it
      return;
    }
}
