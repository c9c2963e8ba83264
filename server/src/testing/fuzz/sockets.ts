import { once } from 'node:events';
import { setTimeout as wait } from 'node:timers/promises';
import { BAY_SOCKETS, MAT_FRAME, packFeed, pathOf, SAMPLES } from '@vilko/contract';
import WebSocket from 'ws';
import type { TestApp } from '../test-app.js';
import { chances, type Chances, wounded } from './mutate.js';
import type { Found } from './readers.js';

/** A device and a launch monitor as they introduce themselves, and what they say then. */
const WORDS: readonly object[] = [
  {
    type: 'hello',
    protocol: 'vilko-feed',
    version: 1,
    device: {
      kind: 'plates',
      name: 'F',
      rate: 1000,
      plates: [{ centre: [-0.2, 0] }, { centre: [0.2, 0] }],
      mat: null,
      channels: [],
    },
  },
  {
    type: 'hello',
    protocol: 'vilko-feed',
    version: 1,
    device: {
      kind: 'mat',
      name: 'M',
      rate: 100,
      plates: [],
      mat: { rows: 32, cols: 48, pitch: 0.01, rate: 100 },
      channels: [],
    },
  },
  { type: 'hello', protocol: 'vilko-shots', version: 1, name: 'B', sides: 'absolute' },
  { type: 'shot', ago: 1, values: { carry: 150 } },
  {},
];
const MOST_SAID = 12;
/** How long a socket may take to be open, ms. */
const OPEN = 3_000;

/** A message of a device that begins as one should and does not hold what it says, or hardly. */
function oddFeed(c: Chances): Uint8Array {
  const kind = c.one([SAMPLES, MAT_FRAME, c.upTo(256)]);
  const time = c.one([0, 1, 1e9, NaN, Infinity, -5, Date.now() / 1000]);
  const header = { kind, sequence: c.one([0, 1, 2, 0xffffffff]), time, count: c.one([0, 1, 10, 0xffffffff]) };
  return packFeed(
    header,
    Uint8Array.from({ length: c.one([0, 1, 479, 480, 1536, c.upTo(3000)]) }, () => c.upTo(256)),
  );
}

/** What is said: words, words with wounds, messages of a device, or bytes. */
function said(c: Chances): string | Uint8Array {
  const words = Buffer.from(JSON.stringify(c.one(WORDS)));
  const whim = c.uniform();
  if (whim < 0.25) return oddFeed(c);
  if (whim < 0.45) return words.toString();
  if (whim < 0.7) return Buffer.from(wounded(words, words, c)).toString();
  return Uint8Array.from({ length: c.upTo(3000) }, () => c.upTo(256));
}

/** One visitor who talks nonsense and leaves. */
async function visit(url: string, c: Chances): Promise<void> {
  const socket = new WebSocket(url);
  socket.on('error', () => undefined);
  await Promise.race([once(socket, 'open').catch(() => null), wait(OPEN, null, { ref: false })]);
  for (let n = 1 + c.upTo(MOST_SAID); n > 0 && socket.readyState === WebSocket.OPEN; n--) socket.send(said(c));
  await wait(c.upTo(20));
  if (c.uniform() < 0.5) socket.terminate();
  else socket.close();
}

/** Talks nonsense at every socket of a server that listens, and wants it to go on answering. */
export async function fuzzSockets(app: TestApp, seed: number, cases: number): Promise<Found[]> {
  const found: Found[] = [];
  const bays = ['none', ...app.bays.lines().map((b) => b.id)];
  for (let i = seed; i < seed + cases; i++) {
    const c = chances(i);
    const where = pathOf(c.one(Object.values(BAY_SOCKETS)).path, { bay: c.one(bays) });
    await visit(`ws://127.0.0.1:${app.port}${where}`, c);
    const { statusCode, body } = await app.get('/api/bays');
    if (statusCode !== 200) found.push({ seed: i, where, what: `afterwards ${statusCode} ${body.slice(0, 200)}` });
  }
  return found;
}
