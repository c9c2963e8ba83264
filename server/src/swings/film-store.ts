import { mkdirSync } from 'node:fs';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Film } from '@vilko/contract';
import type { DrillMedia } from '@vilko/core';

/** A film, or the photograph of a drill. */
type Kept = Pick<Film | DrillMedia, 'id' | 'mime'>;

const ENDINGS: Readonly<Record<Kept['mime'], string>> = {
  'video/mp4': 'mp4',
  'video/webm': 'webm',
  'image/jpeg': 'jpg',
  'image/png': 'png',
};

/** Films and photographs, each a file of its own, in a folder beside the database. */
export function filmStore(data: string) {
  const folder = join(data, 'films');
  mkdirSync(folder, { recursive: true });
  const nameOf = (f: Kept): string => `${f.id}.${ENDINGS[f.mime]}`;
  return {
    folder,
    nameOf,
    put: (f: Kept, bytes: Uint8Array): Promise<void> => writeFile(join(folder, nameOf(f)), bytes),
    get: async (f: Kept): Promise<Uint8Array> => readFile(join(folder, nameOf(f))),
    remove: (f: Kept): Promise<void> => rm(join(folder, nameOf(f)), { force: true }),
  };
}

export type FilmStore = ReturnType<typeof filmStore>;
