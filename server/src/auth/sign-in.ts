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
  const until = new Map<string, number>();
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
      until.set(token, Date.now() + LASTS);
      return token;
    },
    knows(token: string | undefined): boolean {
      const t = token && until.get(token);
      return t !== undefined && t !== '' && t > Date.now();
    },
    leave(token: string | undefined): void {
      if (token) until.delete(token);
    },
  };
}

export type SignIn = ReturnType<typeof signIn>;
