import { mkdirSync } from 'node:fs';
import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { type HouseFiles, houseFiles } from '../sealed/house-files.js';

/** A folder with what goes along with letters: the page of the lesson as it was when the letter was written. */
export function openOutbox(data: string, files: HouseFiles = houseFiles(null)) {
  const folder = join(data, 'outbox');
  mkdirSync(folder, { recursive: true });
  const nameOf = (l: { readonly id: string; readonly lessonId: string }): string => `${l.lessonId}--${l.id}.pdf`;
  return {
    put: (l: Parameters<typeof nameOf>[0], pdf: Uint8Array): Promise<void> => files.write(join(folder, nameOf(l)), pdf),
    /** Null where it is not there any more, as after a backup was put back. */
    get: async (l: Parameters<typeof nameOf>[0]): Promise<Uint8Array | null> =>
      files.read(join(folder, nameOf(l))).catch((e: unknown) => {
        if ((e as NodeJS.ErrnoException).code === 'ENOENT') return null;
        throw e;
      }),
    remove: (l: Parameters<typeof nameOf>[0]): Promise<void> => rm(join(folder, nameOf(l)), { force: true }),
    /** What is erased leaves no letter behind. */
    async removeOf(lessonIds: readonly string[]): Promise<void> {
      for (const f of await readdir(folder))
        if (lessonIds.some((id) => f.startsWith(`${id}--`))) await rm(join(folder, f), { force: true });
    },
  };
}

export type Outbox = ReturnType<typeof openOutbox>;
