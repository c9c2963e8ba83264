import { createServer } from 'node:http';
import { Hello, MAT_FRAME, packFeed, SAMPLES, WhoStands } from '@vilko/contract';
import { type ClubClass, type Handed, type Recording, WRENCH_CHANNELS } from '@vilko/core';
import { WebSocket } from 'ws';
import { isMainThread } from 'node:worker_threads';
import { motionMaker } from './motions.js';

const RATE = 1000;
const BLOCK = 4;
const CHANNELS = ['sound', 'shaft_deg', 'arm_deg'] as const;

/** A simulated device: two plates under a mat, speaking the live feed as a real one would. */
interface Settings {
  readonly feed: string;
  /** Seconds of standing before each swing. */
  readonly before: number;
  /** Port that takes POST /swing for a swing now; 0 for none. */
  readonly control: number;
}

const settings: Settings = {
  feed: process.env['VILKO_FEED'] ?? 'ws://127.0.0.1:4310/api/feed',
  before: Number(process.env['VILKO_DEVICE_BEFORE'] ?? 14),
  control: Number(process.env['VILKO_DEVICE_CONTROL'] ?? 0),
};

/** One sample of all columns. */
function columnsOf(rec: Recording): Float64Array[] {
  return [...rec.platforms.flatMap((p) => WRENCH_CHANNELS.map((c) => p[c])), ...CHANNELS.map((c) => rec.channels[c]!)];
}

async function stream(): Promise<void> {
  const maker = motionMaker();
  let seed = 1;
  let who: { handed: Handed; club: ClubClass } = { handed: 'right', club: 'iron' };
  let hurry = false;
  let current = await maker.next({ seed, ...who, before: settings.before });
  let upcoming = maker.next({ seed: ++seed, ...who, before: settings.before });
  let position = 0;
  let deviceTime = 0;
  let sequence = 0;

  if (settings.control)
    createServer((request, response) => {
      hurry = request.method === 'POST' && request.url === '/swing';
      response.end(hurry ? 'a swing will come\n' : 'POST /swing\n');
    }).listen(settings.control, '127.0.0.1');

  const connect = (): void => {
    const socket = new WebSocket(settings.feed);
    let timer: NodeJS.Timeout | null = null;
    socket.on('open', () => {
      const mat = current.mat!;
      const hello: Hello = {
        type: 'hello',
        protocol: 'vilko-feed',
        version: 1,
        device: {
          kind: 'mat-plates',
          name: 'Simulated mat over two plates',
          rate: RATE,
          plates: current.platforms.map((p) => ({ centre: [...p.centre] as [number, number] })),
          mat: { rows: mat.rows, cols: mat.cols, pitch: mat.pitch, rate: 100 },
          channels: [...CHANNELS],
        },
      };
      socket.send(JSON.stringify(hello));
      let last = performance.now();
      timer = setInterval(() => {
        const now = performance.now();
        let due = Math.min(RATE / 4, Math.floor(((now - last) * RATE) / 1000));
        due -= due % BLOCK;
        if (due <= 0) return;
        last += (1000 * due) / RATE;
        for (let k = 0; k < due; k += BLOCK) send(socket);
      }, BLOCK);
    });
    socket.on('message', (data, isBinary) => {
      if (isBinary) return;
      const text = (data as Buffer).toString('utf8');
      const said = WhoStands.safeParse(JSON.parse(text));
      if (!said.success) return console.error(`device: ${text}`);
      if (said.data.handed === who.handed && said.data.club === who.club) return;
      who = { handed: said.data.handed, club: said.data.club };
      // somebody else steps on: what was prepared for the one before is thrown away
      upcoming = upcoming.then(() => maker.next({ seed: ++seed, ...who, before: settings.before }));
      void upcoming.then((next) => {
        current = next;
        position = 0;
        upcoming = maker.next({ seed: ++seed, ...who, before: settings.before });
      });
    });
    const again = (): void => {
      if (timer) clearInterval(timer);
      timer = null;
      setTimeout(connect, 1000);
    };
    socket.once('close', again);
    socket.on('error', () => undefined);
  };

  const send = (socket: WebSocket): void => {
    const columns = columnsOf(current);
    if (hurry && position < (settings.before - 2.5) * RATE) {
      hurry = false;
      position = Math.round((settings.before - 2.5) * RATE);
    }
    const payload = new Float32Array(BLOCK * columns.length);
    for (let i = 0; i < BLOCK; i++) {
      const k = Math.min(current.time.length - 1, position + i);
      columns.forEach((c, j) => (payload[i * columns.length + j] = c[k]!));
    }
    const kinds: [number, Uint8Array | Float32Array, number, number][] = [[SAMPLES, payload, deviceTime, BLOCK]];
    const mat = current.mat!;
    const cells = mat.rows * mat.cols;
    const frame = Math.ceil(position / 10);
    if (frame * 10 < position + BLOCK && frame < mat.time.length)
      kinds.push([MAT_FRAME, (mat.frames as Uint8Array).subarray(frame * cells, (frame + 1) * cells), deviceTime + (frame * 10 - position) / RATE, 1]);
    for (const [kind, data, time, count] of kinds) socket.send(packFeed({ kind, sequence: sequence++, time, count }, data));
    position += BLOCK;
    deviceTime += BLOCK / RATE;
    if (position >= current.time.length) void swap();
  };

  let swapping = false;
  const swap = async (): Promise<void> => {
    if (swapping) return;
    swapping = true;
    current = await upcoming;
    position = 0;
    upcoming = maker.next({ seed: ++seed, ...who, before: settings.before });
    swapping = false;
  };
  connect();
}

if (isMainThread) {
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => process.exit(0));
  await stream();
}
