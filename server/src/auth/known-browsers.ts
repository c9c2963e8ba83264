import { createHmac, randomBytes } from 'node:crypto';
import type { HouseRepository } from '../house/house-repository.js';
import { keptKey } from '../house/kept-key.js';
import { same } from './same.js';

/** Under which the house keeps what its marks are made with. */
const KEY = 'known-browsers-key';

/**
 * Marks of browsers in which somebody has signed in before. They open nothing; but who guesses passwords at the same
 * address uses up the tries of strangers, and not of whoever carries such a mark (“device cookies”).
 */
export async function knownBrowsers(house: HouseRepository) {
  const key = await keptKey(house, KEY, 32);
  const sign = (name: string): string => createHmac('sha256', key).update(name).digest('base64url');
  return {
    /** A mark for a browser in which somebody has just signed in. */
    mark(): string {
      const name = randomBytes(16).toString('base64url');
      return `${name}.${sign(name)}`;
    },
    /** The browser's own name; null where the mark is none of ours. */
    nameIn(mark: string | undefined): string | null {
      const [name, signature] = (mark ?? '').split('.');
      return name && signature && same(signature, sign(name)) ? name : null;
    },
  };
}

export type KnownBrowsers = Awaited<ReturnType<typeof knownBrowsers>>;
