import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** A running server or device, and how to end it. */
export interface Running {
  readonly process: ChildProcess;
  readonly output: () => string;
  readonly end: (signal?: NodeJS.Signals) => Promise<void>;
}

function start(file: string, env: Record<string, string>): Running {
  const child = spawn('node', [file], { cwd: root, env: { ...process.env, ...env } });
  let output = '';
  child.stdout.on('data', (d: Buffer) => (output += d.toString()));
  child.stderr.on('data', (d: Buffer) => (output += d.toString()));
  return {
    process: child,
    output: () => output,
    end: async (signal = 'SIGTERM') => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = once(child, 'exit');
      child.kill(signal);
      await gone;
    },
  };
}

/** Starts a server and waits until it says its address. */
export async function startServer(port: number, env: Record<string, string>): Promise<Running> {
  const server = start('server/dist/main.mjs', { PORT: String(port), ...env });
  const until = Date.now() + 120_000;
  while (!server.output().includes('Vilko is at')) {
    if (Date.now() > until || server.process.exitCode !== null) throw new Error(`the server did not start:\n${server.output()}`);
    await new Promise((r) => setTimeout(r, 100));
  }
  return server;
}

/** Starts the simulated device; `control` takes POST /swing. */
export function startDevice(serverPort: number, control: number): Running {
  return start('server/dist/device.mjs', {
    VILKO_FEED: `ws://127.0.0.1:${serverPort}/api/feed`,
    VILKO_DEVICE_BEFORE: '45',
    VILKO_DEVICE_CONTROL: String(control),
  });
}
