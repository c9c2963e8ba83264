import { unzip } from '@vilko/core';
import { zip } from '@vilko/core/formats/npz/zip';
import { random } from '@vilko/core/golfer';

/** Numbers at which sizes and offsets go wrong. */
const EXTREMES = [0, 1, 2, 0x7f, 0x80, 0xff, 0x7fff, 0x8000, 0xffff, 0x7fffffff, 0x80000000, 0xffffffff];
/** Longest part that is cut, doubled, moved or made up, bytes. */
const PART = 600;
const MOST_WOUNDS = 6;

/** Chances of one case: the same seed, the same case. */
export function chances(seed: number) {
  const { uniform } = random(seed);
  const upTo = (n: number): number => Math.floor(uniform() * n);
  return { uniform, upTo, one: <T>(of: readonly T[]): T => of[upTo(of.length)]! };
}
export type Chances = ReturnType<typeof chances>;

type Wound = (bytes: Uint8Array, c: Chances, other: Uint8Array) => Uint8Array;
const joined = (...parts: readonly Uint8Array[]): Uint8Array => Buffer.concat(parts);

const WOUNDS: readonly Wound[] = [
  // one bit
  (b, { upTo }) => changed(b, (d) => (d[upTo(d.length)]! ^= 1 << upTo(8))),
  // one number of one, two or four bytes, either way round
  (b, { upTo, one }) =>
    changed(b, (d) => {
      const size = one([1, 2, 4]);
      const at = upTo(Math.max(1, d.length - size + 1));
      const v = one(EXTREMES);
      for (let i = 0; i < size && at + i < d.length; i++) d[at + i] = v >>> (8 * i);
    }),
  // numbers near the beginning, where files say how long they are
  (b, { upTo, one }) => changed(b, (d) => (d[upTo(Math.min(d.length, 1024))] = one(EXTREMES))),
  (b, { upTo }) => b.slice(0, upTo(b.length)),
  (b, { upTo }) => {
    const at = upTo(b.length);
    return joined(b.subarray(0, at), b.subarray(at + 1 + upTo(PART)));
  },
  (b, { upTo }) => {
    const at = upTo(b.length);
    return joined(b.subarray(0, at + upTo(PART)), b.subarray(at));
  },
  (b, { upTo }) => {
    const at = upTo(b.length);
    const made = Uint8Array.from({ length: upTo(PART) }, () => upTo(256));
    return joined(b.subarray(0, at), made, b.subarray(at));
  },
  // the beginning of one file, the end of another
  (b, { upTo }, other) => joined(b.subarray(0, upTo(b.length)), other.subarray(upTo(other.length))),
];

function changed(bytes: Uint8Array, change: (d: Uint8Array) => void): Uint8Array {
  const copy = bytes.slice();
  if (copy.length) change(copy);
  return copy;
}

/** A file with a few wounds. */
export function wounded(bytes: Uint8Array, other: Uint8Array, c: Chances): Uint8Array {
  let now = bytes;
  for (let n = 1 + c.upTo(MOST_WOUNDS); n > 0; n--) now = c.one(WOUNDS)(now, c, other);
  return now;
}

/** An archive with wounds in one of its members: behind its checksums, where a reader trusts it. */
export function woundedInside(archive: Uint8Array, c: Chances): Uint8Array {
  const members = unzip(archive, 'an archive');
  const name = c.one(Object.keys(members));
  return zip({ ...members, [name]: wounded(members[name]!, members[c.one(Object.keys(members))]!, c) }, 0);
}
