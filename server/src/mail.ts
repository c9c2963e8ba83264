import { mkdirSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { openPostOffice } from './letters/post-office.js';

const HELP = `npm run mail: a mail server on this machine, to try letters out with

  npm run mail -- --port 2525 --folder letters

What it gets lies in the folder as files that mail programs open; nothing is passed on to anybody. In Office › Settings
name 127.0.0.1 as the mail server, 2525 as its port, and "none" as its encryption.
`;
const PORT = 2525;

/** Keeps letters in a folder until it is ended. */
async function main(args: readonly string[]): Promise<void> {
  const { values } = parseArgs({
    args: [...args],
    options: { port: { type: 'string' }, folder: { type: 'string' }, help: { type: 'boolean' } },
  });
  if (values.help) {
    process.stdout.write(HELP);
    return;
  }
  const folder = resolve(values.folder ?? '.data/letters');
  mkdirSync(folder, { recursive: true });
  const { port } = await openPostOffice({
    port: Number(values.port ?? PORT),
    came: ({ to, raw, name }) => {
      const file = join(folder, `${name}.eml`);
      writeFileSync(file, raw);
      process.stdout.write(`a letter to ${to.join(', ')}: ${file}\n`);
    },
  });
  process.stdout.write(`takes letters at 127.0.0.1:${port}\n`);
}

await main(process.argv.slice(2));
