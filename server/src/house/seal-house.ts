import { existsSync, readdirSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { type Room, roomOn } from '../db/room.js';
import { lockFolder } from '../db/folder-lock.js';
import {
  type HouseKey,
  howLies,
  makeHouseKey,
  nowHalf,
  nowOpen,
  nowSealed,
  openHouseKey,
} from '../sealed/house-key.js';
import { dropHalf, filesUnder, inPlace, openInPlace, sealInPlace } from '../sealed/in-place.js';
import { opensArchivesOf } from '../sealed/sealed-entry.js';
import { BACKUP_NAME, differenceTo } from './backups.js';
import { writePupils } from './pack-pupils.js';
import { openPupils } from './unpack-pupils.js';

/** What was done with the files of a folder. */
export interface Turned {
  readonly files: number;
  /** Backups that cannot be read, with why; they lie as they did. */
  readonly left: readonly string[];
}

export interface Turning {
  /** How many files of all are done. */
  readonly said?: (done: number, of: number) => void;
  /** Refuses where the disk has no room for so many bytes more. */
  readonly room?: Room;
}

/** The files of a folder that are sealed, with what key; backups are sealed entry by entry. */
function filesOf(folder: string) {
  const under = (part: string): string[] => {
    const at = join(folder, part);
    return existsSync(at) ? filesUnder(at) : [];
  };
  const kept = ['films', 'outbox'].flatMap(under).map((file) => ({ file, by: 'files' as const }));
  return {
    files: [...under('pg').map((file) => ({ file, by: 'database' as const })), ...kept],
    // one that was arriving when a server ended is put away by the next
    backups: under('backups').filter((file) => BACKUP_NAME.test(basename(file))),
  };
}

type How = 'sealed' | 'open';

/** Writes a backup anew, sealed or open, and holds what was written to what was there before it takes its place. */
async function turnBackup(file: string, key: HouseKey, how: How): Promise<void> {
  const opens = opensArchivesOf(key);
  const bundle = await openPupils(file, file, opens);
  try {
    if (bundle.sealed === (how === 'sealed')) return;
    await inPlace(file, async (half, path) => {
      const wrong = await differenceTo(await writePupils(bundle, half, how === 'sealed' ? key : null), path, opens);
      if (wrong) throw new Error(wrong);
    });
  } finally {
    bundle.close();
  }
}

/**
 * Turns every file of a folder under its lock, one after the other, each whole or not at all: what is interrupted is
 * gone on with.
 * @param begin marks the folder as half turned, and finds its key
 */
async function turnAll(folder: string, how: How, begin: () => HouseKey, o: Turning): Promise<Turned> {
  const { said = () => undefined, room = roomOn(folder) } = o;
  const unlock = lockFolder(folder);
  try {
    dropHalf(folder);
    const { files, backups } = filesOf(folder);
    // for as long as a file is turned it lies there twice
    const sizes = [...files.map((f) => f.file), ...backups].map((file) => statSync(file).size);
    await room(sizes.reduce((most, size) => Math.max(most, size), 0));
    const key = begin();
    let done = 0;
    for (const { file, by } of files) {
      await (how === 'sealed' ? sealInPlace : openInPlace)(file, key[by]);
      said(++done, sizes.length);
    }
    const left: string[] = [];
    for (const file of backups) {
      await turnBackup(file, key, how).catch((e: unknown) => left.push(`${file}: ${(e as Error).message}`));
      said(++done, sizes.length);
    }
    (how === 'sealed' ? nowSealed : nowOpen)(folder);
    return { files: sizes.length, left };
  } finally {
    unlock();
  }
}

/**
 * Seals a data folder under a passphrase, or goes on where that was interrupted.
 * @throws Error when nothing or a sealed house lies there, it is in use, or the passphrase is too short or wrong
 */
export async function sealHouse(folder: string, passphrase: string, turning: Turning = {}): Promise<Turned> {
  const lies = howLies(folder);
  if (lies === 'sealed') throw new Error(`the data folder ${folder} is sealed already`);
  if (!existsSync(folder) || !readdirSync(folder).length) throw new Error(`no house lies in ${folder}`);
  const begin = (): HouseKey =>
    lies === 'half' ? openHouseKey(folder, passphrase) : makeHouseKey(folder, passphrase, 'half');
  return turnAll(folder, 'sealed', begin, turning);
}

/**
 * Opens a sealed data folder for good, or goes on where that was interrupted.
 * @throws Error when it is not sealed, is in use, or the passphrase is wrong
 */
export async function unsealHouse(folder: string, passphrase: string, turning: Turning = {}): Promise<Turned> {
  if (howLies(folder) === 'open') throw new Error(`the data folder ${folder} is not sealed`);
  const begin = (): HouseKey => {
    const key = openHouseKey(folder, passphrase);
    nowHalf(folder);
    return key;
  };
  return turnAll(folder, 'open', begin, turning);
}
