import { gzipSync } from 'node:zlib';
import { type DeepAnalysis, readBundle, type Recording, swingTraces, writeBundle, writeTraces } from '@vilko/core';
import type { Marks } from '@vilko/contract';
import { type AboutSwing, analyseFor, summarise, type SwingSummary } from './read-swing.js';

/** One swing of a recording, read: what it says, and what is drawn of it, packed. Crosses from a worker. */
export interface PreparedPart {
  readonly summary: SwingSummary;
  /** Compressed as they are sent: a browser inflates them itself. Null where no swing is found any more. */
  readonly traces: Uint8Array | null;
}

/** A recording ready to be stored: packed, with each of its swings read. Crosses from a worker. */
export interface PreparedSwing {
  readonly device: Recording['device'];
  readonly bundle: Uint8Array;
  readonly parts: readonly PreparedPart[];
  readonly warnings: readonly string[];
  /** Hz */
  readonly rate: number;
}

/** One swing of a stored recording, and what a person has marked in it. */
export interface StoredPart {
  readonly part: number;
  readonly marks: Marks;
}

/** Stored swings of one recording whose reading does not hold any more: a mark was set, the core is another one. */
export interface StoredSwings {
  readonly bundle: Uint8Array;
  readonly about: AboutSwing;
  readonly parts: readonly StoredPart[];
}

/** Quick compression: a bay must be ready for the next swing. */
const QUICK = 1;

const partOf = (deep: DeepAnalysis, part: number): PreparedPart => ({
  summary: summarise(deep, part),
  traces: deep.swings[part] ? gzipSync(writeTraces(swingTraces(deep, part), 0), { level: QUICK }) : null,
});

/** Analyses a recording and packs it. */
export function prepareSwing(rec: Recording, about: AboutSwing): PreparedSwing {
  const deep = analyseFor(rec, about);
  return {
    device: deep.device,
    bundle: deep.swings.length ? writeBundle(rec, QUICK) : new Uint8Array(0),
    parts: deep.swings.map((_, part) => partOf(deep, part)),
    warnings: deep.warnings,
    rate: deep.rate,
  };
}

/** Reads swings of a stored recording anew, in the order in which they are asked for. */
export function prepareStored({ bundle, about, parts }: StoredSwings): PreparedPart[] {
  const marks: Marks[] = Array.from({ length: Math.max(...parts.map((p) => p.part)) + 1 }, () => ({}));
  for (const p of parts) marks[p.part] = p.marks;
  const deep = analyseFor(readBundle(bundle, 'recording'), about, marks);
  return parts.map((p) => partOf(deep, p.part));
}
