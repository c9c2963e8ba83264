import { createWriteStream, existsSync, mkdirSync } from 'node:fs';
import { readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename, isAbsolute, join } from 'node:path';
import type { Readable } from 'node:stream';
import { isDeepStrictEqual } from 'node:util';
import type { Backup, NightReport, Restored } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import * as z from 'zod';
import { type Room, roomOn } from '../db/room.js';
import { isShut } from '../db/shut.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { PupilArchive } from './pupil-archive.js';
import type { HouseFiles } from '../sealed/house-files.js';
import { type OpensArchive, opensArchivesOf } from '../sealed/sealed-entry.js';
import { ARRIVING, arriving, leftBehind } from './arriving.js';
import { type Packed, writePupils } from './pack-pupils.js';
import { openPupils } from './unpack-pupils.js';

/** What a backup holds, beside it as JSON, so that a list need not open it. Ids only, no names. */
const Contents = z.object({
  at: z.string(),
  pupils: z.array(z.string()),
  swings: z.int(),
  missing: z.int().default(0),
});

/** What a backup may be called. */
export const BACKUP_NAME = /^vilko-(\d{8}-\d{6}|night-\d{8})\.zip$/;
const NIGHT = /^vilko-night-\d{8}\.zip$/;
/** Nights that are kept. */
const NIGHTS = 14;

const dayOf = (d: Date): string =>
  `${d.getFullYear()}${String(d.getMonth() + 1).padStart(2, '0')}${String(d.getDate()).padStart(2, '0')}`;

/** Where backups lie, and what they are made of. */
export interface BackupShelves {
  readonly data: string;
  /** Where the house is sealed, its backups are too. */
  readonly files: HouseFiles;
  readonly pupils: PupilRepository;
  readonly archive: PupilArchive;
  /** The folder that was chosen for the nights; empty for the data folder's own. */
  readonly nightFolder: () => Promise<string>;
  /** Bytes of all recordings and films of the house. */
  readonly size: () => Promise<number>;
  /** The room on the disk of a folder. */
  readonly room?: (folder: string) => Room;
}

/** The backups that lie in the house's own folder and in that of the nights. */
function backupFiles(own: string, nightFolder: () => Promise<string>) {
  const folders = async (): Promise<string[]> => [...new Set([own, (await nightFolder()) || own])];
  /** Every backup there is, the newest first; a folder that cannot be read holds none. */
  const found = async (): Promise<{ name: string; folder: string }[]> => {
    const all = await Promise.all(
      (await folders()).map(async (folder) => {
        const names = await readdir(folder).catch(() => []);
        return names.filter((n) => BACKUP_NAME.test(n)).map((name) => ({ name, folder }));
      }),
    );
    return all.flat();
  };
  const contents = async (name: string, folder: string) =>
    Contents.safeParse(JSON.parse(await readFile(join(folder, `${name}.json`), 'utf8').catch(() => 'null')));
  return { found, contents };
}

/** Every backup with what it holds, the newest first. */
const listOf =
  ({ found, contents }: ReturnType<typeof backupFiles>) =>
  async (): Promise<Backup[]> => {
    const all = await Promise.all(
      (await found()).map(async ({ name, folder }) => {
        const held = await contents(name, folder);
        const { size, mtime } = await stat(join(folder, name));
        return {
          name,
          size,
          at: held.data?.at ?? mtime.toISOString(),
          pupils: held.data?.pupils.length ?? 0,
          swings: held.data?.swings ?? 0,
          missing: held.data?.missing ?? 0,
        };
      }),
    );
    return all.sort((a, b) => b.at.localeCompare(a.at));
  };

/** Writes everything into one file: whole or not at all, a power cut leaves it under another name. */
const writer =
  ({ pupils, archive, files, size, room = roomOn }: Omit<BackupShelves, 'nightFolder' | 'data'>) =>
  async (folder: string, name: string, at: Date): Promise<Packed> => {
    // a folder that is not there is said as such when it is written to
    if (existsSync(folder)) await room(folder)(await size());
    const ids = await pupils.ids();
    const part = join(folder, `${name}.part`);
    const written = writePupils(await archive.whole(), createWriteStream(part), files.key);
    const packed = await written.catch(async (e: unknown) => {
      await rm(part, { force: true });
      throw e;
    });
    const { swings, missing } = packed.head;
    await writeFile(
      join(folder, `${name}.json`),
      JSON.stringify({
        at: at.toISOString(),
        pupils: ids,
        swings: swings.length,
        missing: missing.length,
      } satisfies z.infer<typeof Contents>),
    );
    await rename(part, join(folder, name));
    return packed;
  };

/** Backups in the data folder: every pupil as one bundle. They work on either database. */
export function backups(shelves: BackupShelves) {
  const { data, archive, files, nightFolder } = shelves;
  const opens = opensArchivesOf(files.key);
  const own = join(data, 'backups');
  mkdirSync(own, { recursive: true });
  const { found, contents } = backupFiles(own, nightFolder);
  const write = writer(shelves);
  const fileOf = async (name: string): Promise<string> => {
    const there = BACKUP_NAME.test(basename(name)) && (await found()).find((b) => b.name === name);
    if (!there) throw new VilkoError('bad-option', `there is no backup ${name}`);
    return join(there.folder, name);
  };
  leftBehind(own);
  const list = listOf({ found, contents });
  return {
    /** Whether they, and what they are made of, lie under a passphrase. */
    sealed: files.key !== null,
    list,
    async make(): Promise<Backup> {
      const at = new Date();
      const name = `vilko-${at.toISOString().slice(0, 19).replaceAll(/[-:]/g, '').replace('T', '-')}.zip`;
      await write(own, name, at);
      return (await list()).find((b) => b.name === name)!;
    },
    /** One night's backup: written, read back from the disk and compared, and the nights before the last 14 let go. */
    async night(now: Date): Promise<NightReport> {
      const folder = (await nightFolder()) || own;
      const name = `vilko-night-${dayOf(now)}.zip`;
      const file = join(folder, name);
      try {
        if (!isAbsolute(folder))
          throw new VilkoError('bad-option', `the folder ${folder} is not given from the root on`);
        const packed = await write(folder, name, now);
        const wrong = await differenceTo(packed, file, opens);
        if (!wrong) await letGo(folder);
        const { swings, missing } = packed.head;
        return {
          at: now.toISOString(),
          file,
          size: (await stat(file)).size,
          swings: swings.length,
          missing: missing.length,
          wrong,
        };
      } catch (e) {
        return { at: now.toISOString(), file: null, size: 0, swings: 0, missing: 0, wrong: reason(e, folder) };
      }
    },
    /**
     * Where a backup lies.
     * @throws VilkoError when there is none of that name
     */
    fileOf,
    arriving: (bytes: Readable) => arriving(files, own, bytes),
    /**
     * Puts pupils of a backup, or of a bundle that is arriving, back; what is there already stays as it is.
     * @param called what the file was called where it came from
     */
    async restore(name: string, called = name): Promise<Restored> {
      const from = ARRIVING.test(name) ? { files, file: join(own, name) } : await fileOf(name);
      const bundle = await openPupils(from, called, opens);
      try {
        return await archive.putBack(bundle);
      } finally {
        bundle.close();
      }
    },
    /** Names of backups that hold a pupil; with their folder where it is not the house's own. */
    async holding(pupilId: string): Promise<string[]> {
      const out: string[] = [];
      for (const { name, folder } of await found()) {
        const held = await contents(name, folder);
        // without its list a backup may hold anybody
        if (!held.success || held.data.pupils.includes(pupilId)) out.push(folder === own ? name : join(folder, name));
      }
      return out;
    },
  };
}

export type Backups = ReturnType<typeof backups>;

/** What is not the same in a backup that was read back, in a sentence without its point; null where all is. */
export async function differenceTo(
  { head, checksums }: Packed,
  file: string,
  opens: OpensArchive,
): Promise<string | null> {
  const read = await openPupils(file, basename(file), opens);
  try {
    const plain = (told: Packed['head']): unknown => JSON.parse(JSON.stringify(told));
    if (!isDeepStrictEqual(plain(head), plain(read.head))) return 'what was read back is not what was written';
    // opening it held its bytes to its checksums; those are held to what was read before it was packed
    const names = new Set([...checksums.keys(), ...read.checksums.keys()]);
    const other = [...names].find((name) => checksums.get(name) !== read.checksums.get(name));
    return other === undefined ? null : `${other} is not what was written`;
  } finally {
    read.close();
  }
}

/** Lets the nights before the last 14 go. */
async function letGo(folder: string): Promise<void> {
  const nights = (await readdir(folder)).filter((n) => NIGHT.test(n)).sort();
  for (const name of nights.slice(0, -NIGHTS))
    for (const file of [name, `${name}.json`]) await rm(join(folder, file), { force: true });
}

/** Why a folder could not be written to. */
function reason(e: unknown, folder: string): string {
  const code = (e as NodeJS.ErrnoException).code;
  if (code === 'ENOENT' || code === 'ENOTDIR') return `there is no folder ${folder}`;
  if (isShut(e)) return `nothing may be written into ${folder}`;
  if (code === 'ENOSPC') return `no room is left in ${folder}`;
  return e instanceof Error ? e.message : String(e);
}
