import { mkdirSync } from 'node:fs';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Film } from '@vilko/contract';

/** Film files, one per film, in a folder beside the database. */
export function filmStore(data: string) {
  const folder = join(data, 'films');
  mkdirSync(folder, { recursive: true });
  const nameOf = (f: Pick<Film, 'id' | 'mime'>): string => `${f.id}.${f.mime === 'video/mp4' ? 'mp4' : 'webm'}`;
  return {
    folder,
    nameOf,
    put: (f: Pick<Film, 'id' | 'mime'>, bytes: Uint8Array): Promise<void> => writeFile(join(folder, nameOf(f)), bytes),
    get: async (f: Pick<Film, 'id' | 'mime'>): Promise<Uint8Array> => readFile(join(folder, nameOf(f))),
    remove: (f: Pick<Film, 'id' | 'mime'>): Promise<void> => rm(join(folder, nameOf(f)), { force: true }),
  };
}

export type FilmStore = ReturnType<typeof filmStore>;
