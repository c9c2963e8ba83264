import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';

const SERVER = fileURLToPath(new URL('../../dist/main.mjs', import.meta.url));
/** A house that does not answer after so long never will, ms. */
const PATIENCE = 60_000;

/** The built server in a process of its own, on a folder. */
export interface BuiltHouse {
  /** Of its process. */
  readonly pid: number;
  /** Its address; throws with what it said where it ended instead. */
  readonly address: Promise<string>;
  /** Ends it as a power cut would, as far as a process goes. */
  readonly kill: () => Promise<void>;
}

export interface HowItStarts {
  /** Names of its bays beside the first. */
  readonly bays?: readonly string[];
  /** Options of its process. */
  readonly options?: readonly string[];
  /** Who runs it; by default whoever runs this. */
  readonly uid?: number | undefined;
  /** Of a sealed folder; null: none, by default what whoever runs this was given. */
  readonly passphrase?: string | null;
}

/** Starts the built server on a folder, on a free port. */
export function startHouse(folder: string, { bays = [], options = [], uid, passphrase }: HowItStarts = {}): BuiltHouse {
  const word = passphrase === undefined ? process.env['VILKO_PASSPHRASE'] : (passphrase ?? undefined);
  const child: ChildProcess = spawn('node', [...options, SERVER], {
    env: {
      ...{ ...process.env, PORT: '0', VILKO_DATA: folder, VILKO_DEMO: '0', VILKO_BAYS: bays.join(',') },
      VILKO_PASSPHRASE: word,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
    ...(uid === undefined ? {} : { uid }),
  });
  let said = '';
  const address = new Promise<string>((resolve, reject) => {
    const late = setTimeout(() => reject(new Error(`it does not answer: ${said}`)), PATIENCE);
    for (const stream of [child.stdout!, child.stderr!])
      stream.setEncoding('utf8').on('data', (text: string) => {
        said += text;
        const at = /Vilko is at (\S+)/.exec(said)?.[1];
        if (!at) return;
        clearTimeout(late);
        resolve(at);
      });
    child.once('exit', (status, signal) => {
      clearTimeout(late);
      reject(new Error(`it ended (${signal ?? status}): ${said}`));
    });
  });
  // whoever kills it before it answers does not ask
  address.catch(() => undefined);
  return {
    pid: child.pid!,
    address,
    kill: async () => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = once(child, 'exit');
      child.kill('SIGKILL');
      await gone;
    },
  };
}
