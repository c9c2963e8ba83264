import { mkdirSync } from 'node:fs';
import { readdir, readFile, rename, stat, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { Backup, Restored } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import { z } from 'zod';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { PupilArchive } from './pupil-archive.js';
import { packPupils, unpackPupils } from './pupil-bundle.js';

/** What a backup holds, beside it as JSON, so that a list need not open it. Ids only, no names. */
const Contents = z.object({ at: z.string(), pupils: z.array(z.string()), swings: z.int() });

const NAME = /^vilko-\d{8}-\d{6}\.zip$/;

/** Backups in the data folder: every pupil as one bundle. They work on either database. */
export function backups(data: string, pupils: PupilRepository, archive: PupilArchive) {
  const folder = join(data, 'backups');
  mkdirSync(folder, { recursive: true });
  const contents = async (name: string) =>
    Contents.safeParse(JSON.parse(await readFile(join(folder, `${name}.json`), 'utf8').catch(() => 'null')));
  const names = async (): Promise<string[]> =>
    (await readdir(folder))
      .filter((n) => NAME.test(n))
      .sort()
      .reverse();
  const list = async (): Promise<Backup[]> =>
    Promise.all(
      (await names()).map(async (name) => {
        const held = await contents(name);
        const { size, mtime } = await stat(join(folder, name));
        return {
          name,
          size,
          at: held.data?.at ?? mtime.toISOString(),
          pupils: held.data?.pupils.length ?? 0,
          swings: held.data?.swings ?? 0,
        };
      }),
    );
  return {
    folder,
    list,
    async make(): Promise<Backup> {
      const all = await pupils.all();
      const bundle = await archive.whole();
      const at = new Date().toISOString();
      const name = `vilko-${at.slice(0, 19).replaceAll(/[-:]/g, '').replace('T', '-')}.zip`;
      // whole or not at all: a power cut leaves the unfinished file under another name
      await writeFile(join(folder, `${name}.part`), packPupils(bundle));
      await writeFile(
        join(folder, `${name}.json`),
        JSON.stringify({ at, pupils: all.map((p) => p.id), swings: bundle.head.swings.length }),
      );
      await rename(join(folder, `${name}.part`), join(folder, name));
      return (await list()).find((b) => b.name === name)!;
    },
    /** The bytes of a backup, to be kept elsewhere. */
    async read(name: string): Promise<Uint8Array> {
      if (!NAME.test(basename(name)) || !(await names()).includes(name))
        throw new VilkoError('bad-option', `there is no backup ${name}`);
      return readFile(join(folder, name));
    },
    /** Puts pupils of a bundle or backup back; what is there already stays as it is. */
    restore: (bytes: Uint8Array, name: string): Promise<Restored> => archive.putBack(unpackPupils(bytes, name)),
    /** Names of backups that hold a pupil. */
    async holding(pupilId: string): Promise<string[]> {
      const out: string[] = [];
      for (const name of await names()) {
        const held = await contents(name);
        // without its list a backup may hold anybody
        if (!held.success || held.data.pupils.includes(pupilId)) out.push(name);
      }
      return out;
    },
  };
}

export type Backups = ReturnType<typeof backups>;
