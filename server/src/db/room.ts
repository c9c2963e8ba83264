import { statfs } from 'node:fs/promises';
import { KEPT_FREE, type LittleRoom } from '@vilko/contract';
import { causesOf } from './causes.js';
import { notNowWords } from './not-now.js';

/** Under so much there is a warning, bytes. */
export const LITTLE = 10 ** 9;
/** What was seen of a disk holds for so long, ms. */
const HOLDS = 500;
/** What a database and a file system call it. */
const CODES: ReadonlySet<unknown> = new Set(['53100', 'ENOSPC']);

const megabytes = (bytes: number): string => `${Math.round(bytes / 1e6)} MB`;

/** Nothing may be written: the disk is full but for what the database itself needs. */
export class NoRoom extends Error {
  readonly code = '53100';
  constructor(free: number) {
    super(`the disk is full: ${megabytes(free)} are free, and ${megabytes(KEPT_FREE)} are kept for the database`);
    this.name = 'NoRoom';
  }
}

/** Bytes that are free on the disk of a folder. */
export const freeOn = async (folder: string): Promise<number> => {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
};

/** Refuses to write where the disk has no room for it. @param more bytes that are about to come */
export type Room = (more?: number) => Promise<void>;

/** The room on the disk of a folder, looked at twice a second at most. */
export function roomOn(folder: string, free: (folder: string) => Promise<number> = freeOn): Room {
  let [seen, at] = [Infinity, -Infinity];
  return async (more = 0) => {
    const now = performance.now();
    if (now - at > HOLDS) [seen, at] = [await free(folder), now];
    if (seen - more < KEPT_FREE) throw new NoRoom(seen);
  };
}

/** Whether that is why something could not be written: what is said of it, else null. */
export function noRoomWords(error: unknown): string | null {
  const full = causesOf(error).find((e) => CODES.has(e.code));
  if (!full) return null;
  return full instanceof NoRoom ? full.message : 'the disk is full';
}

/** Why something can be written later and not now: no room, or the database is away; null where it is not that. */
export const laterWords = (error: unknown): string | null => noRoomWords(error) ?? notNowWords(error);

/** Writes what can be made again, and does without it where there is no room, or the database is away. */
export async function whereItCan(writing: Promise<unknown>): Promise<void> {
  await writing.catch((e: unknown) => {
    if (laterWords(e) === null) throw e;
  });
}

/** How often a disk is looked at for the screens, ms; and to what they say it, bytes. */
const LOOKS = 5_000;
const TO = 10e6;

/**
 * Tells how little room a disk has, as long as it has little; null once it has enough.
 * @returns ends it
 */
export function watchRoom(folder: string, tell: (room: LittleRoom | null) => void, free = freeOn): () => void {
  const look = async (): Promise<void> => {
    const left = await free(folder);
    tell(left < LITTLE ? { full: left < KEPT_FREE, free: Math.floor(left / TO) * TO } : null);
  };
  // a disk that cannot be asked is as before
  const often = setInterval(() => void look().catch(() => undefined), LOOKS);
  often.unref();
  return () => clearInterval(often);
}
