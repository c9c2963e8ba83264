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

/** A stored swing whose reading does not hold any more: a mark was set, the core is another one. */
export interface StoredSwing {
  readonly bundle: Uint8Array;
  readonly about: AboutSwing;
  readonly part: number;
  readonly marks: Marks;
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

/** Reads one swing of a stored recording anew. */
export const prepareStored = ({ bundle, about, part, marks }: StoredSwing): PreparedPart =>
  partOf(analyseFor(readBundle(bundle, 'recording'), about, part, marks), part);
