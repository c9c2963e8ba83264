import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import type { LiveMessage } from '@vilko/contract';
import { WebSocket } from 'ws';
import { sendTo } from '../first-lessons.js';
import { type Confirmed, confirmSwing } from './confirmed.js';

const DEVICE = fileURLToPath(new URL('../../../dist/device.mjs', import.meta.url));
/** It stands so long before each swing, s. */
const STANDS = 3;

/** A device in the first bay, and somebody who sees which of its swings are stored. */
export interface SwungIn {
  /** Ends the device in the middle of whatever it does. */
  readonly killDevice: () => Promise<void>;
  /** When the first of them is said to be stored. */
  readonly stored: Promise<void>;
  readonly leave: () => void;
}

/** Arms the first bay for a lesson, and has a golfer swing there; what is said to be stored is confirmed. */
export async function swingIn(house: string, lesson: string, confirmed: Confirmed): Promise<SwungIn> {
  const [bay] = (await (await fetch(`${house}/api/bays`)).json()) as readonly { readonly id: string }[];
  await sendTo(`${house}/api/bays/${bay!.id}`, 'PUT', {
    lessonId: lesson,
    armed: true,
    club: 'iron',
    clubName: '7-iron',
  });
  const socket = `${house.replace('http', 'ws')}/api/bays/${bay!.id}`;
  const device: ChildProcess = spawn('node', [DEVICE], {
    env: {
      ...process.env,
      VILKO_FEED: `${socket}/feed`,
      VILKO_DEVICE_KIND: 'boards',
      VILKO_DEVICE_BEFORE: String(STANDS),
      VILKO_MONITOR: '0',
    },
    stdio: 'ignore',
  });
  const viewer = new WebSocket(`${socket}/live`);
  viewer.on('error', () => undefined);
  const stored = new Promise<void>((said) => {
    viewer.on('message', (data: Buffer, isBinary) => {
      if (isBinary) return;
      const message = JSON.parse(data.toString()) as LiveMessage;
      if (message.type !== 'swing') return;
      void remember(house, message.swing.id, confirmed);
      said();
    });
  });
  return {
    killDevice: async () => {
      if (device.exitCode !== null || device.signalCode !== null) return;
      const gone = once(device, 'exit');
      device.kill('SIGKILL');
      await gone;
    },
    stored,
    leave: () => viewer.terminate(),
  };
}

/** A swing that is said to be stored has a recording that can be asked for. */
async function remember(house: string, id: string, confirmed: Confirmed): Promise<void> {
  confirmed.live.add(id);
  try {
    await confirmSwing(house, id, confirmed);
  } catch {
    // killed meanwhile: that it is there is asked of the next house
  }
}
