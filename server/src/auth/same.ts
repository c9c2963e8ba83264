import { timingSafeEqual } from 'node:crypto';

/** Equal in constant time; texts of different length are not. */
export function same(a: string, b: string): boolean {
  // bytes are counted, not characters: what a stranger sends may be of any
  const [one, other] = [Buffer.from(a), Buffer.from(b)];
  return one.length === other.length && timingSafeEqual(one, other);
}
