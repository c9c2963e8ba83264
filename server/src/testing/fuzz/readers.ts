import { analyse, readRecording, type Recording, VilkoError, writeRecording } from '@vilko/core';
import { SIMULATED_DEVICES, simulate } from '@vilko/core/golfer';
import { chances, type Chances, wounded, woundedInside } from './mutate.js';

/** Something that should not have happened, and the seed that makes it happen again. */
export interface Found {
  readonly seed: number;
  readonly where: string;
  readonly what: string;
}

/** A file as somebody may bring it. */
interface Sample {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly archive: boolean;
}

/** Longest that a file of a few hundred kilobytes may take, ms. */
const LONGEST = 10_000;
/** Larger files break in the same places, and take longer. */
const LARGEST = 500_000;
/** So many of the files that could be read in spite of their wounds are analysed too: it takes far longer. */
const ANALYSED = 0.2;

/** Small recordings of every device in every format that can hold them. */
let made: readonly Sample[] | null = null;
function samples(): readonly Sample[] {
  if (made) return made;
  const found: Sample[] = [];
  for (const device of SIMULATED_DEVICES) {
    const { recording } = simulate({ device, seed: 5 });
    for (const name of ['a.c3d', ...(recording.mat ? [] : ['a.csv']), 'a.npz', 'a.vilko'])
      try {
        const bytes = writeRecording(recording, name);
        if (bytes.length <= LARGEST) found.push({ name, bytes, archive: /npz|vilko/.test(name) });
      } catch (e) {
        // not every format holds every device
        if (!(e instanceof VilkoError)) throw e;
      }
  }
  return (made = found);
}

/** What is wrong with numbers that came out of a damaged recording; null: nothing. */
function wrongIn(rec: Recording): string | null {
  for (const swing of analyse(rec).swings)
    for (const [id, m] of Object.entries(swing.measures))
      if ((typeof m.value === 'number' && !Number.isFinite(m.value)) || !Number.isFinite(m.u ?? 0))
        return `${id} is ${String(m.value)} ± ${m.u}`;
  return null;
}

/** Reads what may be no recording at all: it is read, or refused in a sentence; anything else is told. */
function broken(bytes: Uint8Array, name: string, c: Chances): string | null {
  const began = performance.now();
  try {
    const rec = readRecording(bytes, name);
    const wrong = c.uniform() < ANALYSED ? wrongIn(rec) : null;
    if (wrong) return wrong;
  } catch (e) {
    if (!(e instanceof VilkoError)) return e instanceof Error ? `${e.name}: ${e.message}\n${e.stack}` : String(e);
    if (!e.message.trim()) return 'a refusal without a sentence';
  }
  const took = performance.now() - began;
  return took > LONGEST ? `${Math.round(took)} ms for ${bytes.length} bytes` : null;
}

/** Wounds recordings of every device and format, and reads them. */
export function fuzzReaders(seed: number, cases: number): Found[] {
  const all = samples();
  const found: Found[] = [];
  for (let i = seed; i < seed + cases; i++) {
    const c = chances(i);
    const sample = c.one(all);
    const bytes =
      sample.archive && c.uniform() < 0.6 ? woundedInside(sample.bytes, c) : wounded(sample.bytes, c.one(all).bytes, c);
    const what = broken(bytes, c.uniform() < 0.9 ? sample.name : c.one(all).name, c);
    if (what) found.push({ seed: i, where: sample.name, what });
  }
  return found;
}
