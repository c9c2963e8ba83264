// npm run soak -- [--minutes=10] [--bays=8] [--viewers=50]: golfers swing in every bay of a house that runs by itself
// while people watch, come and go, and says whether a swing was lost and whether the house has grown.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { Lesson } from '@vilko/contract';
import { WebSocket } from 'ws';
import { startHouse } from '../built-house.js';
import { crowd } from '../crowd.js';
import { firstLessons, sendTo } from '../first-lessons.js';
import { type Held, heldBy } from './process.js';

/** The house may grow so much after the first tenth. */
const GROWTH = 1.1;
/** A viewer leaves and comes back so often, ms; a sample of the house is taken so often, ms. */
const COME_AND_GO = 5_000;
const SAMPLE = 2_000;
/** What is still on its way when the last swing was made, ms. */
const LATE = 30_000;

const mean = (v: readonly number[]): number => v.reduce((s, x) => s + x, 0) / v.length;
const middle = (v: readonly number[], q = 0.5): number =>
  [...v].sort((a, b) => a - b)[Math.min(v.length - 1, Math.floor(q * v.length))]!;

/** People who watch bays; each leaves now and then, and another comes. @returns sends all of them home */
function viewers(house: string, bays: readonly string[], n: number): () => void {
  const url = (i: number): string => `${house.replace('http', 'ws')}/api/bays/${bays[i % bays.length]!}/live`;
  const come = (i: number): WebSocket => {
    const socket = new WebSocket(url(i));
    socket.on('error', () => undefined);
    return socket;
  };
  const there = Array.from({ length: n }, (_, i) => come(i));
  let next = 0;
  const going = setInterval(() => {
    if (!there.length) return;
    const i = next++ % there.length;
    there[i]!.close();
    there[i] = come(i);
  }, COME_AND_GO);
  return () => {
    clearInterval(going);
    for (const socket of there) socket.close();
  };
}

interface Bay {
  readonly id: string;
  readonly lesson: string;
}

/** Bays that are armed, each for a lesson of its own. */
async function openBays(house: string, n: number): Promise<Bay[]> {
  const bays = (await (await fetch(`${house}/api/bays`)).json()) as readonly { readonly id: string }[];
  const lessons = await firstLessons(house, n);
  const open = bays.slice(0, n).map(({ id }, i) => ({ id, lesson: lessons[i]! }));
  for (const { id, lesson } of open)
    await sendTo(`${house}/api/bays/${id}`, 'PUT', {
      lessonId: lesson,
      armed: true,
      club: 'iron',
      clubName: '7-iron',
    });
  return open;
}

/** Numbers of the swings that a house has stored in a lesson. */
const storedIn = async (house: string, lesson: string): Promise<number[]> =>
  Lesson.parse(await (await fetch(`${house}/api/lessons/${lesson}`)).json()).rack.map((s) => s.number);

async function main(): Promise<number> {
  const { values } = parseArgs({
    options: {
      minutes: { type: 'string', default: '10' },
      bays: { type: 'string', default: '8' },
      viewers: { type: 'string', default: '50' },
    },
  });
  const [n, minutes] = [Number(values.bays), Number(values.minutes)];
  const folder = mkdtempSync(join(tmpdir(), 'vilko-soak-'));
  const named = Array.from({ length: n }, (_, i) => `Tee ${i + 1}`);
  const running = startHouse(folder, { bays: named });
  try {
    const house = await running.address;
    const bays = await openBays(house, n);
    const ids = bays.map((b) => b.id);
    const before = heldBy(running.pid);
    const home = viewers(house, ids, Number(values.viewers));
    const held: Held[] = [];
    const sampling = setInterval(() => held.push(heldBy(running.pid)), SAMPLE);
    const port = Number(new URL(house).port);
    const saw = await crowd({ port, bays: ids, kinds: ['plates', 'boards', 'mat', 'boards'], seconds: 60 * minutes });
    clearInterval(sampling);
    home();
    const sum = saw.swings.reduce((s, x) => s + x, 0);
    let stored: number[][] = [];
    for (let late = 0; late <= LATE; late += 1000) {
      stored = await Promise.all(bays.map((b) => storedIn(house, b.lesson)));
      if (stored.flat().length >= sum) break;
      await wait(1000);
    }
    await wait(3_000);
    const after = heldBy(running.pid);
    const tenth = Math.max(1, Math.floor(held.length / 10));
    const first = mean(held.slice(tenth, 2 * tenth).map((h) => h.memory));
    const last = mean(held.slice(-tenth).map((h) => h.memory));
    const complaints = [
      ...saw.swings.flatMap((sent, i) =>
        stored[i]!.length === sent ? [] : [`${named[i]!}: ${sent} swings were made, ${stored[i]!.length} are stored`],
      ),
      ...(last > GROWTH * first ? [`memory has grown from ${first.toFixed(0)} to ${last.toFixed(0)} MiB`] : []),
      // this very process keeps one to each bay it has asked about
      ...(after.connections > before.connections + n
        ? [`connections: ${before.connections} before, ${after.connections} after`]
        : []),
    ];
    console.log(
      `${minutes} minutes, ${n} bays, ${values.viewers} viewers: ${sum} swings made, ${stored.flat().length} stored; ` +
        `pictures apart median ${middle(saw.gaps).toFixed(0)} ms, p99.9 ${middle(saw.gaps, 0.999).toFixed(0)} ms; ` +
        `memory ${first.toFixed(0)} MiB after the first tenth, ${last.toFixed(0)} in the last; ` +
        `connections ${before.connections} before, ${Math.max(...held.map((h) => h.connections))} at most, ${after.connections} after; ` +
        `threads ${after.threads}`,
    );
    for (const c of complaints) console.log(c);
    return complaints.length;
  } finally {
    await running.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}

process.exit((await main()) ? 1 : 0);
