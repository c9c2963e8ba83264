import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { shutWords } from './folder-lock.js';
import { keepToOneself } from './keep-to-oneself.js';
import { isShut } from './shut.js';
import { askHidden } from '../sealed/ask.js';
import { type HouseKey, howLies, makeHouseKey, openHouseKey } from '../sealed/house-key.js';

/** What a house writes into its folder. */
const PARTS = ['pg', 'films', 'outbox', 'backups'] as const;

/** Whether something of a house lies in a folder. */
const lived = (folder: string): boolean =>
  PARTS.some((part) => existsSync(join(folder, part)) && readdirSync(join(folder, part)).length > 0);

/**
 * The key of a data folder. A new folder that is given a passphrase is sealed from its first byte; one that is sealed
 * asks for its passphrase where a terminal is there and none was given.
 * @returns null: the folder lies open
 * @throws Error that says what is wrong, what is kept and what to do
 */
export async function unlock(folder: string, given: string | undefined): Promise<HouseKey | null> {
  const lies = howLies(folder);
  if (lies === 'half')
    throw new Error(
      `the data folder ${folder} was being sealed or opened when that was interrupted. Nothing is lost: run "vilko seal" again, or "vilko seal --off" to open it`,
    );
  if (lies === 'sealed') {
    const passphrase = given ?? (await askHidden(`Passphrase of ${folder}: `));
    if (!passphrase)
      throw new Error(
        `the data folder ${folder} is sealed: give its passphrase as VILKO_PASSPHRASE. Nothing was changed`,
      );
    return openHouseKey(folder, passphrase);
  }
  if (!given) return null;
  if (lived(folder))
    throw new Error(
      `the data folder ${folder} is not sealed, and VILKO_PASSPHRASE was given: "vilko seal" seals it. Nothing was changed`,
    );
  keepToOneself(folder);
  try {
    return makeHouseKey(folder, given);
  } catch (e) {
    if (!isShut(e)) throw e;
    throw new Error(shutWords(folder, e as NodeJS.ErrnoException), { cause: e });
  }
}
