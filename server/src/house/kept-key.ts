import { randomBytes } from 'node:crypto';
import type { HouseRepository } from './house-repository.js';

/** A secret of the house's own, as hexadecimal text: made once, of so many random bytes, and then kept. */
export async function keptKey(house: HouseRepository, name: string, bytes: number): Promise<string> {
  const kept = await house.get<string>(name);
  if (kept) return kept;
  const made = randomBytes(bytes).toString('hex');
  await house.put(name, made);
  return made;
}
