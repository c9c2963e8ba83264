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
  /** The recording in it, where every part of it carries a checksum; else null. */
  readonly held: string | null;
}
/** A damaged file, and what it may still be read as; null: anything. */
interface Damaged {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly may: readonly string[] | null;
}

/** Longest that a file of a few hundred kilobytes may take, ms. */
const LONGEST = 10_000;
/** Larger files break in the same places, and take longer. */
const LARGEST = 500_000;
/** So many of the files that could be read in spite of their wounds are analysed too: it takes far longer. */
const ANALYSED = 0.2;

/** A recording to the last bit. */
const told = (rec: Recording): string => Buffer.from(writeRecording(rec, 'a.vilko')).toString('base64');

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
        const held = /npz|vilko/.test(name) ? told(readRecording(bytes, name)) : null;
        if (bytes.length <= LARGEST) found.push({ name, bytes, held });
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
function broken({ bytes, name, may }: Damaged, c: Chances): string | null {
  const began = performance.now();
  try {
    const rec = readRecording(bytes, name);
    if (may && !may.includes(told(rec))) return 'damage has passed as data';
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
    const inside = sample.held !== null && c.uniform() < 0.6;
    const bytes = inside ? woundedInside(sample.bytes, c) : wounded(sample.bytes, c.one(all).bytes, c);
    const name = c.uniform() < 0.9 ? sample.name : c.one(all).name;
    const may = inside || sample.held === null ? null : all.flatMap((s) => s.held ?? []);
    const what = broken({ bytes, name, may }, c);
    if (what) found.push({ seed: i, where: sample.name, what });
  }
  return found;
}
