import type { LastBytes } from '@vilko/contract';
import { sql } from 'drizzle-orm';
import type { OpenDatabase } from '../db/open.js';
import { rowsOf } from '../db/rows-of.js';
import type { HouseRepository } from './house-repository.js';

/** A database up to this size is rewritten while who erases waits, bytes: it takes a second or two. */
const AT_ONCE = 256e6;

/** Under which the house remembers that something was erased whose bytes are still in its files. */
const DUE = 'bytes-due';

/** Bytes; one driver gives great numbers as text. */
interface Size {
  readonly size: number | string;
}

/** What the bytes of erased rows lie in. */
export interface LastBytesOver {
  readonly database: Pick<OpenDatabase, 'db' | 'scrub'>;
  readonly house: HouseRepository;
  /** Greatest database that is rewritten at once, bytes. */
  readonly atOnce?: number;
}

/**
 * The bytes that deleted rows leave in a database's files. They go when its tables are rewritten, which takes as long
 * as the database is large, and everybody waits meanwhile: a small one is rewritten at once, a large one at night.
 */
export function lastBytes({ database: { db, scrub }, house, atOnce = AT_ONCE }: LastBytesOver) {
  const size = async (): Promise<number> => {
    const [row] = await rowsOf<Size>(db, sql`SELECT pg_database_size(current_database()) AS size`);
    return Number(row!.size);
  };
  const rewrite = async (): Promise<void> => {
    await scrub();
    await house.forget(DUE);
  };
  return {
    /** Before rows are erased: should the server end in between, the night goes on. */
    async due(): Promise<void> {
      await house.put(DUE, true);
    },
    /** After rows were erased: says when their bytes are gone. */
    async afterErasing(): Promise<LastBytes> {
      if ((await size()) > atOnce) return 'tonight';
      await rewrite();
      return 'gone';
    },
    /** Rewrites what the day has left; says whether there was anything. */
    async tonight(): Promise<boolean> {
      if (!(await house.get<boolean>(DUE))) return false;
      await rewrite();
      return true;
    },
  };
}

export type BytesLeft = ReturnType<typeof lastBytes>;
