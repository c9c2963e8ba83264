import type { Board, Recording } from '../recording/recording.js';

/** No heel strikes harder than this, N/s: damaged numbers do. */
const STEEPEST = 200_000;
/** Nor is a jump under this worth a word, N. */
const LEAST_JUMP = 200;
/** A foot on the ground never weighs exactly the same for so long, s, while the other's load moves by so much, N. */
const STILL = 0.25;
const MOVES = 60;
/** Under this a foot may be off its plate, N. */
const LOADED = 50;

/** The vertical load of one plate or board as it was delivered. */
interface Vertical {
  readonly name: string;
  readonly v: Float64Array;
}

const boardTotal = ({ cells: [a, b, c, d] }: Board): Float64Array => a.map((x, k) => x + b[k]! + c[k]! + d[k]!);

const verticals = (rec: Recording): Vertical[] => [
  ...rec.platforms.map((p, i) => ({ name: `plate ${i + 1}`, v: p.fz })),
  ...rec.boards.map((b, i) => ({ name: `board ${i + 1}`, v: boardTotal(b) })),
];

/** Every channel of the plates and boards by the name a person knows it by. */
const channels = (rec: Recording): Vertical[] => [
  ...rec.platforms.flatMap(({ centre: _, ...p }, i) =>
    Object.entries(p).map(([c, v]) => ({ name: `plate ${i + 1}, ${c[0]!.toUpperCase()}${c[1]}`, v })),
  ),
  ...rec.boards.flatMap((b, i) => b.cells.map((v, j) => ({ name: `board ${i + 1}, cell ${j + 1}`, v }))),
];

/** Jumps of a load that no body makes. */
function jumps({ name, v }: Vertical, time: Float64Array): string[] {
  let [count, first, greatest] = [0, -1, 0];
  for (let k = 1; k < v.length; k++) {
    const step = Math.abs(v[k]! - v[k - 1]!);
    if (!(step > LEAST_JUMP && step > STEEPEST * (time[k]! - time[k - 1]!))) continue;
    if (!count++) first = k;
    greatest = Math.max(greatest, step);
  }
  if (!count) return [];
  const times = count > 1 ? `${count} times, first at` : 'at';
  return [
    `${name}: the load jumps by ${greatest.toFixed(0)} N from one sample to the next, ${times} ${time[first]!.toFixed(3)} s: no body does that, look whether the recording is damaged`,
  ];
}

/** A load that stands still to the last digit while the other moves. */
function stuck({ name, v }: Vertical, others: readonly Float64Array[], time: Float64Array): string[] {
  for (let k = 1, from = 0; k <= v.length; k++) {
    if (k < v.length && v[k] === v[from]) continue;
    if (time[k - 1]! - time[from]! >= STILL && Math.abs(v[from]!) > LOADED) {
      const moved = others.some((o) => {
        const part = o.subarray(from, k);
        return (
          part.reduce((m, x) => Math.max(m, x), -Infinity) - part.reduce((m, x) => Math.min(m, x), Infinity) > MOVES
        );
      });
      if (moved)
        return [
          `${name}: the load stands still at ${v[from]!.toFixed(0)} N for ${(time[k - 1]! - time[from]!).toFixed(2)} s from ${time[from]!.toFixed(3)} s while the other foot’s moves: the channel repeats itself`,
        ];
    }
    from = k;
  }
  return [];
}

/** Channels that hold the very same samples. */
function twins(all: readonly Vertical[]): string[] {
  const said: string[] = [];
  const varies = (v: Float64Array): boolean => v.some((x) => x !== v[0]);
  const sameAs = (a: Float64Array, b: Float64Array): boolean => a.length === b.length && a.every((x, k) => x === b[k]);
  for (const [i, a] of all.entries())
    for (const b of all.slice(i + 1))
      // the middle tells most of them apart at once
      if (a.v[a.v.length >> 1] === b.v[b.v.length >> 1] && sameAs(a.v, b.v) && varies(a.v))
        said.push(`${a.name} and ${b.name} hold the very same numbers: one of them is not what it is called`);
  return said;
}

/**
 * Sentences about what plates and boards deliver and no golfer does: damage, or a channel under another's name, would
 * else pass as data. Nothing is left out for it.
 */
export function implausible(rec: Recording): string[] {
  const loads = verticals(rec);
  return [
    ...loads.flatMap((l) => jumps(l, rec.time)),
    ...loads.flatMap((l) =>
      stuck(
        l,
        loads.filter((o) => o !== l).map((o) => o.v),
        rec.time,
      ),
    ),
    ...twins(channels(rec)),
  ];
}
