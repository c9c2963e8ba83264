import { createInterface } from 'node:readline/promises';
import { Writable } from 'node:stream';

/** Asks at the terminal for what nobody is to read there; null where there is none. */
export async function askHidden(what: string): Promise<string | null> {
  const { stdin, stderr } = process;
  if (!stdin.isTTY) return null;
  stderr.write(what);
  const silent = new Writable({ write: (_bytes, _encoding, taken) => taken() });
  const asking = createInterface({ input: stdin, output: silent, terminal: true });
  try {
    return await asking.question('');
  } finally {
    asking.close();
    stderr.write('\n');
  }
}
