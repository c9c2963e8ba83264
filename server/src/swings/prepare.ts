import { availableParallelism } from 'node:os';
import { type FileReading, readRecording, type Recording, VilkoError, type VilkoErrorCode } from '@vilko/core';
import type { Piscina } from 'piscina';
import { openPool } from '../threads/pool.js';
import {
  type PreparedPart,
  prepareStored,
  type PreparedSwing,
  prepareSwing,
  type StoredSwings,
} from './prepare-swing.js';
import type { AboutSwing } from './read-swing.js';

/** A recording to be analysed: a file's bytes, what a bay cut out of its stream, or one that is stored. */
export type Question =
  | {
      readonly from: 'file';
      readonly bytes: Uint8Array;
      readonly name: string;
      readonly reading: Pick<FileReading, 'axes' | 'mapping'>;
      readonly about: AboutSwing;
    }
  | { readonly from: 'bay'; readonly recording: Recording; readonly about: AboutSwing }
  | ({ readonly from: 'store' } & StoredSwings);

/** A stored recording answers for the swings that were asked about, a new one for all it holds. */
type Prepared<Q extends Question> = Q extends { readonly from: 'store' } ? PreparedPart[] : PreparedSwing;

export type Answer<Q extends Question> =
  | { readonly prepared: Prepared<Q> }
  | {
      readonly refused: {
        readonly code: VilkoErrorCode;
        readonly message: string;
        readonly position: string | undefined;
      };
    };

/** Reads, analyses and packs in this very thread. */
export function prepareNow(q: Question): Prepared<Question> {
  if (q.from === 'store') return prepareStored(q);
  return prepareSwing(q.from === 'file' ? readRecording(q.bytes, q.name, q.reading) : q.recording, q.about);
}

/** A thread that has had nothing to do for so long ends, ms. */
const IDLE = 60_000;
const THREAD = {
  bundle: new URL('./prepare-worker.mjs', import.meta.url),
  source: new URL('./prepare-worker.ts', import.meta.url),
};

/** Swings that are renewed at once: nobody waits for them, and they give way, so every processor may work at it. */
export const RENEWED_AT_ONCE = Math.min(4, availableParallelism());

/** For whom a recording is read, in how many threads, and how far those give way. */
const WAITS = {
  bay: { nice: 5, threads: 1 },
  file: { nice: 5, threads: 1 },
  store: { nice: 5, threads: 1 },
  renewal: { nice: 15, threads: RENEWED_AT_ONCE },
} as const;

/**
 * A long file never stands before a swing of the bay, nor before a page that waits for a swing: each has threads of
 * its own, started when it is first needed.
 */
const pools: Partial<Record<keyof typeof WAITS, Piscina>> = {};

/**
 * Reads and analyses a recording in a thread, so that the live picture goes on.
 * @param gone aborted when nobody waits for the answer any more: the thread is ended
 * @param waits whose thread; left out, that of what the recording comes from
 * @throws VilkoError saying what is wrong with the recording
 */
export async function prepare<Q extends Question>(
  q: Q,
  gone?: AbortSignal,
  waits: keyof typeof WAITS = q.from,
): Promise<Prepared<Q>> {
  const pool = (pools[waits] ??= openPool(THREAD, IDLE, WAITS[waits]));
  try {
    const answer = (await pool.run(q, gone ? { signal: gone } : {})) as Answer<Q>;
    if ('refused' in answer) throw new VilkoError(answer.refused.code, answer.refused.message, answer.refused.position);
    return answer.prepared;
  } catch (e) {
    if (gone?.aborted) throw new VilkoError('unreadable', 'the reading was cancelled');
    throw e;
  }
}
