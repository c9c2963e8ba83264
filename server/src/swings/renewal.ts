import type { Pupil } from '@vilko/contract';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { SwingReadings } from './swing-readings.js';
import type { SwingRepository, SwingRow } from './swing-repository.js';

/** Swings whose rows are fetched together. */
const AT_ONCE = 100;

/** How many swings were read anew, and those that could not be, each with a sentence why. */
export interface Renewed {
  readonly read: number;
  readonly failed: readonly { readonly swing: string; readonly why: string }[];
}

/**
 * Reads anew what another version of the core has read: a new one changes what every stored swing says, and no page
 * shall be the first to find out. The newest first, for those are looked at; one at a time, in a thread that gives way.
 */
export function renewal(
  pupils: Pick<PupilRepository, 'lesson'>,
  swings: Pick<SwingRepository, 'outdated' | 'countOutdated'>,
  readings: Pick<SwingReadings, 'renew'>,
) {
  return async (stopping: () => boolean, said: (done: number, of: number) => void): Promise<Renewed> => {
    const of = await swings.countOutdated();
    const failed: { swing: string; why: string }[] = [];
    let read = 0;
    const renew = async (row: SwingRow, pupil: Pupil): Promise<void> => {
      try {
        await readings.renew(row, pupil);
        read++;
      } catch (e) {
        // a recording that is missing or damaged is said by the page that shows it; the others go on
        failed.push({ swing: row.id, why: (e as Error).message });
      }
    };
    let rows = of ? await swings.outdated(AT_ONCE, null) : [];
    while (rows.length) {
      const theirs = new Map<string, Pupil | null>();
      for (const row of rows) {
        if (stopping()) return { read, failed };
        if (!theirs.has(row.lessonId)) theirs.set(row.lessonId, (await pupils.lesson(row.lessonId))?.pupil ?? null);
        const pupil = theirs.get(row.lessonId);
        if (pupil) await renew(row, pupil);
        said(read + failed.length, of);
      }
      rows = await swings.outdated(AT_ONCE, rows.at(-1)!);
    }
    return { read, failed };
  };
}

export type Renewal = ReturnType<typeof renewal>;
