import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import type { HouseRepository } from '../house/house-repository.js';

const derive = promisify<string, Buffer, number, Buffer>(scrypt);
const KEY = 'password';
const LENGTH = 32;
/** A sign-in lasts a working day, ms. */
const LASTS = 12 * 3600_000;

interface Kept {
  readonly salt: string;
  readonly hash: string;
}

/** The instructor's password (scrypt) and who has signed in since the server started. */
export function signIn(house: HouseRepository) {
  /** When each token is over, on the wall's clock and on the machine's own: one may be set back, one sleeps. */
  const until = new Map<string, { readonly wall: number; readonly steady: number }>();
  return {
    hasPassword: async (): Promise<boolean> => (await house.get<Kept>(KEY)) !== null,
    async setPassword(password: string): Promise<void> {
      const salt = randomBytes(16);
      await house.put(KEY, {
        salt: salt.toString('hex'),
        hash: (await derive(password, salt, LENGTH)).toString('hex'),
      });
      until.clear();
    },
    /** A token for the right password, else null. */
    async enter(password: string): Promise<string | null> {
      const kept = await house.get<Kept>(KEY);
      if (!kept) return null;
      const hash = await derive(password, Buffer.from(kept.salt, 'hex'), LENGTH);
      if (!timingSafeEqual(hash, Buffer.from(kept.hash, 'hex'))) return null;
      const token = randomBytes(32).toString('base64url');
      until.set(token, { wall: Date.now() + LASTS, steady: performance.now() + LASTS });
      return token;
    },
    knows(token: string | undefined): boolean {
      const ends = token ? until.get(token) : undefined;
      if (!token || !ends) return false;
      if (ends.wall > Date.now() && ends.steady > performance.now()) return true;
      // once over it stays so, whatever a clock says next
      until.delete(token);
      return false;
    },
    leave(token: string | undefined): void {
      if (token) until.delete(token);
    },
  };
}

export type SignIn = ReturnType<typeof signIn>;
