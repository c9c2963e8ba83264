import { once } from 'node:events';
import { connect } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import type { TestApp } from '../test-app.js';
import { chances, type Chances } from './mutate.js';
import type { Found } from './readers.js';
import { type Asking, request } from './requests.js';

/** So many visitors are slow at once; another one's question may take so long meanwhile, ms. */
const AT_ONCE = 5;
const LONGEST = 5_000;
const MOST_PIECES = 6;
const NO_ROOM = '507';
/** Longest between two pieces, ms: shorter than what the server waits for, so that it takes them. */
const PAUSE = 60;

/** The head of a request that promises a body: as long as it is, longer, shorter, in chunks, or what cannot be. */
function head({ method, url, headers, payload }: Asking, port: number, c: Chances): string {
  const length = Buffer.byteLength(payload ?? '');
  const promised = c.one([
    [`Content-Length: ${length}`],
    [`Content-Length: ${length + 1 + c.upTo(1_000_000)}`],
    [`Content-Length: ${c.upTo(length + 1)}`],
    [`Content-Length: 99999999999`],
    ['Content-Length: many'],
    ['Transfer-Encoding: chunked'],
    ['Transfer-Encoding: chunked', `Content-Length: ${length}`],
    [],
  ]);
  const lines = [...Object.entries(headers).map(([name, value]) => `${name}: ${value}`), ...promised];
  return [`${method} ${url} HTTP/1.1`, `Host: 127.0.0.1:${port}`, ...lines, '', ''].join('\r\n');
}

/** Sends a request piece by piece, stops anywhere, and leaves. @returns what was answered until then */
async function dribble(asking: Asking, port: number, c: Chances): Promise<string> {
  const socket = connect(port, '127.0.0.1');
  const heard: Buffer[] = [];
  socket.on('error', () => undefined);
  socket.on('data', (piece) => heard.push(piece));
  await once(socket, 'connect');
  const all = Buffer.concat([Buffer.from(head(asking, port, c)), Buffer.from(asking.payload ?? '')]);
  const ends = c.uniform() < 0.5 ? all.length : c.upTo(all.length);
  const pieces = 1 + c.upTo(MOST_PIECES);
  for (let i = 0; i < pieces && !socket.destroyed; i++) {
    socket.write(all.subarray(Math.floor((i * ends) / pieces), Math.floor(((i + 1) * ends) / pieces)));
    await wait(c.upTo(PAUSE));
  }
  if (c.uniform() < 0.5) socket.end();
  else socket.destroy();
  return Buffer.concat(heard).toString('latin1');
}

/** Bodies that come slowly, in part, or not as they were promised; nobody else may wait for them. */
export async function fuzzSlowBodies(
  app: TestApp,
  what: { readonly seed: number; readonly cases: number; readonly ids: readonly string[]; readonly file: Uint8Array },
): Promise<Found[]> {
  const found: Found[] = [];
  for (let first = what.seed; first < what.seed + what.cases; first += AT_ONCE) {
    const seeds = Array.from({ length: Math.min(AT_ONCE, what.seed + what.cases - first) }, (_, k) => first + k);
    const visitors = seeds.map(async (seed) => {
      const c = chances(seed);
      const asking = request(c, what.ids, what.file);
      const heard = await dribble(asking, app.port, c);
      const status = /^HTTP\/1\.1 (\d+)/.exec(heard)?.[1];
      // a body that is promised to be larger than the disk is refused for its room
      if (status && Number(status) >= 500 && status !== NO_ROOM)
        found.push({ seed, where: `${asking.method} ${asking.url.slice(0, 200)}`, what: heard.slice(0, 400) });
    });
    const began = performance.now();
    const { status } = await fetch(`http://127.0.0.1:${app.port}/api/bays`);
    const took = performance.now() - began;
    await Promise.all(visitors);
    if (status !== 200 || took > LONGEST)
      found.push({ seed: first, where: 'beside slow bodies', what: `${status} after ${Math.round(took)} ms` });
  }
  return found;
}
