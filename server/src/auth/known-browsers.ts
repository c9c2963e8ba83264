import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { HouseRepository } from '../house/house-repository.js';

/** Under which the house keeps what its marks are made with. */
const KEY = 'known-browsers-key';

/**
 * Marks of browsers in which somebody has signed in before. They open nothing; but who guesses passwords at the same
 * address uses up the tries of strangers, and not of whoever carries such a mark (“device cookies”).
 */
export async function knownBrowsers(house: HouseRepository) {
  const kept = await house.get<string>(KEY);
  const key = kept ?? randomBytes(32).toString('hex');
  if (!kept) await house.put(KEY, key);
  const sign = (name: string): Buffer => createHmac('sha256', key).update(name).digest();
  return {
    /** A mark for a browser in which somebody has just signed in. */
    mark(): string {
      const name = randomBytes(16).toString('base64url');
      return `${name}.${sign(name).toString('base64url')}`;
    },
    /** The browser's own name; null where the mark is none of ours. */
    nameIn(mark: string | undefined): string | null {
      const [name, signature] = (mark ?? '').split('.');
      if (!name || !signature) return null;
      const [given, right] = [Buffer.from(signature, 'base64url'), sign(name)];
      return given.length === right.length && timingSafeEqual(given, right) ? name : null;
    },
  };
}

export type KnownBrowsers = Awaited<ReturnType<typeof knownBrowsers>>;
