import { type Recording, writeBundle } from '@vilko/core';
import { type AboutSwing, analyseFor, summarise, type SwingSummary } from './read-swing.js';

/** A recording ready to be stored: packed, with what each of its swings says. Crosses from a worker. */
export interface PreparedSwing {
  readonly device: Recording['device'];
  readonly bundle: Uint8Array;
  readonly summaries: readonly SwingSummary[];
  readonly warnings: readonly string[];
  /** Hz */
  readonly rate: number;
}

/** Quick compression: a bay must be ready for the next swing. */
const QUICK = 1;

/** Analyses a recording and packs it. */
export function prepareSwing(rec: Recording, about: AboutSwing): PreparedSwing {
  const deep = analyseFor(rec, about);
  return {
    device: deep.device,
    bundle: deep.swings.length ? writeBundle(rec, QUICK) : new Uint8Array(0),
    summaries: deep.swings.map((_, part) => summarise(deep, part)),
    warnings: deep.warnings,
    rate: deep.rate,
  };
}
