import type { Pupil } from '@vilko/contract';
import { grouped } from '../db/grouped.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import { RENEWED_AT_ONCE } from './prepare.js';
import type { SwingReadings } from './swing-readings.js';
import type { SwingRepository, SwingRow } from './swing-repository.js';

/** Swings whose rows are fetched together. */
const FETCHED = 100;

/** How many swings were read anew, and those that could not be, each with a sentence why. */
export interface Renewed {
  readonly read: number;
  readonly failed: readonly { readonly swing: string; readonly why: string }[];
}

/** Rows by recording, those that are read alike together: a recording is unpacked once for all its swings. */
const byRecording = (rows: readonly SwingRow[]): SwingRow[][] => [
  ...grouped(rows, (r) => [r.recordingId, r.lessonId, r.club, r.kind].join(' ')).values(),
];

/** Does one thing after another in so many lanes at once. */
async function inLanes<T>(things: readonly T[], lanes: number, act: (thing: T) => Promise<void>): Promise<void> {
  const left = things.values();
  const lane = async (): Promise<void> => {
    for (const thing of left) await act(thing);
  };
  await Promise.all(Array.from({ length: lanes }, lane));
}

/**
 * Reads anew what another version of the core has read: a new one changes what every stored swing says, and no page
 * shall be the first to find out. The newest first, for those are looked at; in threads that give way.
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
    const whose = async (lessonId: string): Promise<Pupil | null> => (await pupils.lesson(lessonId))?.pupil ?? null;
    const renew = async (rows: readonly SwingRow[], pupil: Pupil): Promise<void> => {
      try {
        await readings.renew(rows, pupil);
        read += rows.length;
      } catch (e) {
        // a recording that is missing or damaged is said by the page that shows it; the others go on
        failed.push(...rows.map(({ id }) => ({ swing: id, why: (e as Error).message })));
      }
    };
    let rows = of ? await swings.outdated(FETCHED, null) : [];
    while (rows.length && !stopping()) {
      const lessons = new Set(rows.map((r) => r.lessonId));
      const theirs = new Map<string, Pupil | null>();
      for (const id of lessons) theirs.set(id, await whose(id));
      await inLanes(byRecording(rows), RENEWED_AT_ONCE, async (group) => {
        const pupil = theirs.get(group[0]!.lessonId);
        if (stopping() || !pupil) return;
        await renew(group, pupil);
        said(read + failed.length, of);
      });
      rows = await swings.outdated(FETCHED, rows.at(-1)!);
    }
    return { read, failed };
  };
}

export type Renewal = ReturnType<typeof renewal>;
