import { BIN_DAYS, type BinEntry, type BinPick, type ErasedFromBin, type LastBytes } from '@vilko/contract';
import type { FilmRepository } from '../swings/film-repository.js';
import type { FilmStore } from '../swings/film-store.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { SwingRepository } from '../swings/swing-repository.js';
import type { BinRepository } from './bin-repository.js';
import type { BytesLeft } from './last-bytes.js';
import { loose } from './pupil-bundle.js';

/** Where what was deleted lies, and the files beside it. */
export interface BinShelves {
  readonly bin: BinRepository;
  readonly pupils: PupilRepository;
  readonly swings: SwingRepository;
  readonly films: FilmRepository;
  readonly practice: PracticeRepository;
  readonly store: FilmStore;
  /** What deleted rows leave behind. */
  readonly bytes: BytesLeft;
  /** What stands on a bay may have come or gone. */
  readonly changed: () => Promise<void>;
}

const DAY = 24 * 3600 * 1000;

/** The bin: what was deleted stays for 30 days, is put back whole, or is erased for good. */
export function binService({ bin, pupils, swings, films, practice, store, bytes, changed }: BinShelves) {
  /** The film files that hang on something in the bin. */
  const filesOf = async ({ kind, id }: BinPick) => {
    if (kind === 'film') return [await films.one(id)];
    if (kind === 'swing' || kind === 'inbox swing') return films.ofSwings([id], true);
    if (kind === 'logbook entry')
      return loose(
        [await practice.entry(id)].filter((e) => e !== null),
        [],
      );
    if (kind !== 'lesson') return [];
    const rows = await swings.everOf([id]);
    const theirs = await films.ofSwings(
      rows.map((r) => r.id),
      true,
    );
    return [...theirs, await pupils.review(id)];
  };
  const remove = async (pick: BinPick): Promise<boolean> => {
    // what is not there leaves no bytes for the night
    if (!(await bin.holds(pick))) return false;
    const files = (await filesOf(pick)).filter((f) => f !== null);
    await bytes.due();
    if (!(await bin.remove(pick))) return false;
    for (const f of files) await store.remove(f);
    return true;
  };
  /** After rows are gone: the recordings nobody needs, and the bytes. */
  const sweep = async (): Promise<LastBytes> => {
    await swings.dropOrphans();
    return bytes.afterErasing();
  };
  return {
    all: (): Promise<BinEntry[]> => bin.all(),
    /** Puts one back whole; null where it is not in the bin any more. */
    async restore(pick: BinPick): Promise<BinPick | null> {
      if (!(await bin.restore(pick))) return null;
      await changed();
      return pick;
    },
    /** Erases one for good; null where it is not in the bin any more. */
    async erase(pick: BinPick): Promise<ErasedFromBin | null> {
      if (!(await remove(pick))) return null;
      return { ...pick, bytes: await sweep() };
    },
    /** Erases what has lain there for longer than 30 days; says how much that was. */
    async empty(now: Date): Promise<number> {
      let erased = 0;
      for (const pick of await bin.olderThan(new Date(now.getTime() - BIN_DAYS * DAY)))
        if (await remove(pick)) erased++;
      if (erased) await sweep();
      return erased;
    },
  };
}

export type BinService = ReturnType<typeof binService>;
