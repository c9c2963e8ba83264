import { existsSync, mkdirSync } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Film } from '@vilko/contract';
import { type DrillMedia, VilkoError } from '@vilko/core';
import { type HouseFiles, houseFiles } from '../sealed/house-files.js';

/** A film, or the photograph of a drill. */
type Kept = Pick<Film | DrillMedia, 'id' | 'mime'>;

const ENDINGS: Readonly<Record<Kept['mime'], string>> = {
  'video/mp4': 'mp4',
  'video/webm': 'webm',
  'image/jpeg': 'jpg',
  'image/png': 'png',
};

/** What an id may be made of: it becomes the name of a file, and leads nowhere else. */
const PLAIN = /^[\w-]{1,80}$/;

/**
 * The name of a film's or photograph's file.
 * @throws VilkoError when its id could lead out of the folder
 */
export function fileOf({ id, mime }: Kept): string {
  if (!PLAIN.test(id))
    throw new VilkoError(
      'unreadable',
      `a film or photograph is called ${JSON.stringify(id.slice(0, 80))}: letters, figures and hyphens only may name one`,
    );
  return `${id}.${ENDINGS[mime]}`;
}

/**
 * Films and photographs, each a file of its own, in a folder beside the database.
 * @param files how files of the house lie on its disk
 */
export function filmStore(data: string, files: HouseFiles = houseFiles(null)) {
  const folder = join(data, 'films');
  mkdirSync(folder, { recursive: true });
  return {
    folder,
    /** What is sent to a page that asks for it. */
    toSend: (f: Kept) => ({ files, file: join(folder, fileOf(f)), mime: f.mime }),
    nameOf: fileOf,
    put: async (f: Kept, bytes: Uint8Array): Promise<void> => files.write(join(folder, fileOf(f)), bytes),
    has: (f: Kept): boolean => existsSync(join(folder, fileOf(f))),
    /** Null where its file is gone or cannot be read: whoever takes many goes on. */
    find: (f: Kept): Promise<Uint8Array | null> => files.read(join(folder, fileOf(f))).catch(() => null),
    /** Bytes of all that lies there. */
    size: async (): Promise<number> => {
      const files = await readdir(folder);
      const sizes = await Promise.all(files.map((file) => stat(join(folder, file)).then((s) => s.size)));
      return sizes.reduce((sum, size) => sum + size, 0);
    },
    remove: async (f: Kept): Promise<void> => rm(join(folder, fileOf(f)), { force: true }),
  };
}

export type FilmStore = ReturnType<typeof filmStore>;
