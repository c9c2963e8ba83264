import { createWriteStream, existsSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { lockFolder } from './db/folder-lock.js';
import { everySecond } from './every-second.js';
import { writePupils } from './house/pack-pupils.js';
import { sealHouse, type Turned, unsealHouse } from './house/seal-house.js';
import { openPupils } from './house/unpack-pupils.js';
import { askHidden } from './sealed/ask.js';
import { changePassphrase, howLies, openKept } from './sealed/house-key.js';

const HELP = `vilko seal: a house under a passphrase, of 12 characters or more
  vilko seal                          seals the data folder; what was interrupted goes on
  vilko seal --off                    opens it again for good
  vilko seal --change                 gives it another passphrase
  vilko seal --copy FILE --to FILE    an open copy of a sealed backup, which any house can put back
Options: --data FOLDER (else VILKO_DATA, else .data/vilko)
The passphrase is asked for, or taken from VILKO_PASSPHRASE (the new one of --change: VILKO_NEW_PASSPHRASE).
The application must not be running. Without its passphrase nobody opens a sealed house: write it down elsewhere.
`;

/** A passphrase that was given, or is asked for; a new one twice. */
async function passphrase(variable: string, what: string, anew = false): Promise<string> {
  const given = process.env[variable];
  if (given) return given;
  const asked = await askHidden(`${what}: `);
  if (asked === null) throw new Error(`there is no terminal to ask at: give the passphrase as ${variable}`);
  if (anew && (await askHidden('The same once more: ')) !== asked)
    throw new Error('these were two different passphrases: nothing was changed');
  return asked;
}

/** Writes an open copy of a sealed backup. */
async function copy(file: string, to: string): Promise<void> {
  if (existsSync(to)) throw new Error(`${to} is there already: name another file`);
  const word = await passphrase('VILKO_PASSPHRASE', `Passphrase of ${file}`);
  const name = basename(file);
  const bundle = await openPupils(file, name, (kept) => openKept(kept, word, name).archives);
  try {
    if (!bundle.sealed) throw new Error(`${name} is not sealed: it can be put back as it is`);
    const { head } = await writePupils(bundle, createWriteStream(to, { mode: 0o600 }));
    console.log(
      `${to} holds ${head.pupils.length} people and ${head.swings.length} swings, and is open to whoever has it.`,
    );
  } finally {
    bundle.close();
  }
}

const said = ({ files, left }: Turned, how: string): void => {
  console.log(`${files} files are ${how}.`);
  for (const words of left) console.log(`As it was, because it could not be read: ${words}`);
};

/** Seals a house as the command line says; what went wrong is one sentence and exit status 2. */
async function main(args: readonly string[]): Promise<void> {
  const { values } = parseArgs({
    args: [...args],
    options: {
      off: { type: 'boolean' },
      change: { type: 'boolean' },
      copy: { type: 'string' },
      to: { type: 'string' },
      data: { type: 'string' },
      help: { type: 'boolean' },
    },
  });
  const asked = [values.off, values.change, values.copy].filter(Boolean).length;
  if (values.help || asked > 1 || !values.copy !== !values.to) {
    process.stdout.write(HELP);
    if (!values.help) process.exitCode = 2;
    return;
  }
  const folder = resolve(values.data ?? process.env['VILKO_DATA'] ?? '.data/vilko');
  const progress = { said: everySecond((done, of) => console.log(`  file ${done} of ${of}`)) };
  if (values.copy) return copy(resolve(values.copy), resolve(values.to!));
  if (values.change) {
    const before = await passphrase('VILKO_PASSPHRASE', `Passphrase of ${folder}`);
    const after = await passphrase('VILKO_NEW_PASSPHRASE', 'New passphrase', true);
    const unlock = lockFolder(folder);
    try {
      changePassphrase(folder, before, after);
    } finally {
      unlock();
    }
    console.log(
      'From now on the new passphrase opens it. Backups that were made before open by the old one elsewhere.',
    );
    return;
  }
  if (values.off) {
    said(await unsealHouse(folder, await passphrase('VILKO_PASSPHRASE', `Passphrase of ${folder}`), progress), 'open');
    return;
  }
  const anew = howLies(folder) === 'open';
  said(await sealHouse(folder, await passphrase('VILKO_PASSPHRASE', 'Passphrase', anew), progress), 'sealed');
  console.log(
    'Backups in other folders, and what this disk has freed but not written over, are as readable as before.',
  );
}

main(process.argv.slice(2)).catch((e: unknown) => {
  process.stderr.write(`vilko: ${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = 2;
});
