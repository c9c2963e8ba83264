import { strFromU8 } from 'fflate';

declare const process: { getBuiltinModule?: (name: string) => { readFileSync: (path: URL) => Uint8Array } } | undefined;

/**
 * Bytes of a file of core/test-data: from disk in Node, from the test server in a browser, so that the same specs run
 * in both.
 */
export async function testBytes(name: string): Promise<Uint8Array> {
  if (typeof process !== 'undefined' && process.getBuiltinModule) {
    const { readFileSync } = process.getBuiltinModule('node:fs');
    return new Uint8Array(readFileSync(new URL(`../../test-data/${name}`, import.meta.url)));
  }
  const { fetch } = globalThis as unknown as {
    fetch: (url: string) => Promise<{ ok: boolean; arrayBuffer: () => Promise<ArrayBuffer> }>;
  };
  const answer = await fetch(`/base/test-data/${name}`);
  if (!answer.ok) throw new Error(`${name} is not served`);
  return new Uint8Array(await answer.arrayBuffer());
}

export const testJson = async <T>(name: string): Promise<T> => JSON.parse(strFromU8(await testBytes(name))) as T;

/** Vectors write NaN as null. */
export const fromNull = (v: readonly (number | null)[]): Float64Array => Float64Array.from(v, (x) => x ?? NaN);

/** Greatest difference of two signals as a part of the range of the second. */
export function worstDifference(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let [low, high, worst] = [Infinity, -Infinity, 0];
  for (let k = 0; k < b.length; k++) {
    low = Math.min(low, b[k]!);
    high = Math.max(high, b[k]!);
    worst = Math.max(worst, Math.abs(a[k]! - b[k]!));
  }
  return worst / Math.max(high - low, 1e-9);
}
