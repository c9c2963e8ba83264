import { createServer } from 'node:http';
import { NO_SHOT, WhoStands } from '@vilko/contract';
import { SIMULATED_DEVICES, type SimulatedDevice } from '@vilko/core/golfer';
import { WebSocket } from 'ws';
import { isMainThread } from 'node:worker_threads';
import { rounded } from '../demo/demo-swing.js';
import { type MadeMotion, motionMaker } from './motions.js';
import { BLOCK_SECONDS, helloOf, type Played, played, rateOf } from './played.js';

/** A monitor says its shot this long after impact, s. */
const MONITOR_AFTER = 1.2;

/** A simulated device, speaking the live feed as a real one would, and a monitor beside it. */
interface Settings {
  readonly feed: string;
  readonly kind: SimulatedDevice;
  /** Seconds of standing before each swing. */
  readonly before: number;
  /** Port that takes POST /swing for a swing now; 0 for none. */
  readonly control: number;
  readonly monitor: boolean;
}

const settings: Settings = {
  feed: process.env['VILKO_FEED'] ?? 'ws://127.0.0.1:4310/api/feed',
  kind: SIMULATED_DEVICES.find((d) => d === process.env['VILKO_DEVICE_KIND']) ?? 'mat-plates',
  before: Number(process.env['VILKO_DEVICE_BEFORE'] ?? 14),
  control: Number(process.env['VILKO_DEVICE_CONTROL'] ?? 0),
  monitor: process.env['VILKO_MONITOR'] !== '0',
};

interface Playing {
  readonly motion: MadeMotion;
  readonly feed: Played;
}
const playing = (motion: MadeMotion): Playing => ({ motion, feed: played(motion.recording) });

async function stream(): Promise<void> {
  const maker = motionMaker();
  let seed = 1;
  let who: Omit<WhoStands, 'type'> = { handed: 'right', club: 'iron', does: 'swing', build: null };
  let hurry = false;
  /** Somebody else is about to step on: a swing that is asked for now is theirs. */
  let changing = false;
  const make = (): Promise<MadeMotion> =>
    maker.next({ seed: seed++, ...who, before: settings.before, device: settings.kind });
  let current = playing(await make());
  let upcoming = make();
  let position = 0;
  let deviceTime = 0;
  let sequence = 0;
  let said = false;
  const rate = rateOf(current.motion.recording);
  const { block } = current.feed;
  const tellShot = settings.monitor ? monitor(settings.feed.replace('/feed', '/shots')) : () => undefined;

  if (settings.control)
    createServer((request, response) => {
      hurry = request.method === 'POST' && request.url === '/swing';
      response.end(hurry ? 'a swing will come\n' : 'POST /swing\n');
    }).listen(settings.control, '127.0.0.1');

  const play = (motion: MadeMotion): void => {
    current = playing(motion);
    position = 0;
    said = false;
    changing = false;
  };

  const connect = (): void => {
    const socket = new WebSocket(settings.feed);
    let timer: NodeJS.Timeout | null = null;
    socket.on('open', () => {
      socket.send(JSON.stringify(helloOf(current.motion.recording, settings.kind)));
      let last = performance.now();
      timer = setInterval(() => {
        const now = performance.now();
        let due = Math.min(rate / 4, Math.floor(((now - last) * rate) / 1000));
        due -= due % block;
        if (due <= 0) return;
        last += (1000 * due) / rate;
        for (let k = 0; k < due; k += block) send(socket);
      }, 1000 * BLOCK_SECONDS);
    });
    socket.on('message', (data, isBinary) => {
      if (isBinary) return;
      const text = (data as Buffer).toString('utf8');
      const told = WhoStands.safeParse(JSON.parse(text));
      if (!told.success) return console.error(`device: ${text}`);
      const { type, ...next } = told.data;
      if (JSON.stringify(next) === JSON.stringify(who)) return;
      who = next;
      changing = true;
      // somebody else steps on, or does something else: what was prepared before is thrown away
      const wanted = who;
      void make().then((motion) => {
        if (who !== wanted) return;
        play(motion);
        upcoming = make();
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
    const { feed, motion } = current;
    const swingFrom = Math.round((settings.before - 2.5) * rate);
    if (hurry && !changing && who.does === 'swing' && position < swingFrom) {
      hurry = false;
      position = swingFrom;
    }
    const messages = feed.messages({ position, deviceTime, sequence });
    for (const message of messages) socket.send(message);
    sequence += messages.length;
    position += block;
    deviceTime += block / rate;
    if (motion.shot && !said && position / rate > motion.shot.at + MONITOR_AFTER) {
      said = true;
      tellShot(position / rate - motion.shot.at, motion.shot.ball);
    }
    if (position >= feed.samples) void swap();
  };

  let swapping = false;
  const swap = async (): Promise<void> => {
    if (swapping) return;
    swapping = true;
    const wanted = who;
    const motion = await upcoming;
    swapping = false;
    if (who !== wanted) return;
    play(motion);
    upcoming = make();
  };
  connect();
}

type Ball = NonNullable<MadeMotion['shot']>['ball'];

/** A simulated launch monitor: keeps its own connection, says a shot when there is one. */
function monitor(address: string): (ago: number, ball: Ball) => void {
  let socket: WebSocket | null = null;
  const connect = (): void => {
    const s = new WebSocket(address);
    s.on('open', () => {
      s.send(
        JSON.stringify({
          type: 'hello',
          protocol: 'vilko-shots',
          version: 1,
          name: 'Simulated monitor',
          sides: 'by hand',
        }),
      );
      socket = s;
    });
    s.on('message', (data: Buffer) => console.error(`monitor: ${data.toString('utf8')}`));
    s.once('close', () => {
      socket = null;
      setTimeout(connect, 1000);
    });
    s.on('error', () => undefined);
  };
  connect();
  return (ago, ball) => socket?.send(JSON.stringify({ type: 'shot', ago, values: { ...NO_SHOT, ...rounded(ball) } }));
}

if (isMainThread) {
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => process.exit(0));
  await stream();
}
