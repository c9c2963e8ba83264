import { parentPort, workerData } from 'node:worker_threads';
import { simulate, type SimulatedDevice } from '@vilko/core/golfer';
import { WebSocket } from 'ws';
import { BLOCK_SECONDS, helloOf, type Played, played, rateOf } from '../device/played.js';
import type { CrowdAsked, CrowdSaw } from './crowd.js';

/** Golfers who swing over and over in several bays, and a screen that watches each. */

const { port, bays, kinds, seconds } = workerData as CrowdAsked;
/** Standing before each swing, s. */
const BEFORE = 5;
const BUILD = { stature: 1.75, mass: 72 };
const SEED = 21;

interface Golfer {
  readonly feed: Played;
  readonly rate: number;
  /** The sample of impact. */
  readonly impact: number;
  readonly socket: WebSocket;
  position: number;
  deviceTime: number;
  sequence: number;
  /** Nobody swings any more: the rest is standing. */
  resting: boolean;
  swings: number;
}

const opened = (socket: WebSocket): Promise<void> =>
  new Promise((done, failed) => {
    socket.once('open', done);
    socket.once('error', failed);
  });

async function golferIn(bay: string, kind: SimulatedDevice, phase: number): Promise<Golfer> {
  const { recording, motion } = simulate({
    device: kind,
    seed: SEED,
    handed: 'right',
    club: 'iron',
    build: BUILD,
    before: BEFORE,
    returns: true,
  });
  const socket = new WebSocket(`ws://127.0.0.1:${port}/api/bays/${bay}/feed`);
  await opened(socket);
  socket.send(JSON.stringify(helloOf(recording, kind)));
  const rate = rateOf(recording);
  const feed = played(recording);
  return {
    feed,
    rate,
    impact: Math.round(motion.plans[0]!.times.p7 * rate),
    socket,
    // not all at once, and never in the middle of a swing
    position: feed.block * Math.floor((phase * BEFORE * 0.6 * rate) / feed.block),
    deviceTime: 0,
    sequence: 0,
    resting: false,
    swings: 0,
  };
}

/** One message further; after its last sample a golfer stands again where the recording begins. */
function step(g: Golfer): void {
  const messages = g.feed.messages(g);
  for (const m of messages) g.socket.send(m);
  g.sequence += messages.length;
  g.deviceTime += g.feed.block / g.rate;
  if (g.position < g.impact && g.position + g.feed.block >= g.impact) g.swings++;
  g.position += g.feed.block;
  if (g.position >= g.feed.samples || (g.resting && g.position < g.impact && g.position > 2 * g.rate)) g.position = 0;
}

/** Times between the pictures of a bay, ms. */
async function watch(bay: string, gaps: number[]): Promise<WebSocket> {
  const socket = new WebSocket(`ws://127.0.0.1:${port}/api/bays/${bay}/live`);
  await opened(socket);
  let last = NaN;
  socket.on('message', (_, isBinary) => {
    if (!isBinary) return;
    const now = performance.now();
    if (!Number.isNaN(last)) gaps.push(now - last);
    last = now;
  });
  return socket;
}

async function swingAway(): Promise<CrowdSaw> {
  const gaps: number[] = [];
  const golfers = await Promise.all(bays.map((b, i) => golferIn(b, kinds[i % kinds.length]!, i / bays.length)));
  const screens = await Promise.all(bays.map((b) => watch(b, gaps)));
  const begun = performance.now();
  await new Promise<void>((done) => {
    const timer = setInterval(() => {
      const now = (performance.now() - begun) / 1000;
      for (const g of golfers) while (g.deviceTime < now) step(g);
      const over = performance.now() - begun > 1000 * seconds;
      // whoever has begun a swing ends it, and stands a while
      for (const g of golfers) g.resting ||= over && g.position < 2 * g.rate;
      if (performance.now() - begun > 1000 * (seconds + 16)) {
        clearInterval(timer);
        done();
      }
    }, 1000 * BLOCK_SECONDS);
  });
  for (const s of [...screens, ...golfers.map((g) => g.socket)]) s.close();
  return { swings: golfers.map((g) => g.swings), gaps };
}

parentPort!.postMessage(await swingAway());
