import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { type FileReading, readRecording, VilkoError, type VilkoErrorCode } from '@vilko/core';
import { ask } from '../threads/ask.js';
import { type PreparedSwing, prepareSwing } from './prepare-swing.js';
import type { AboutSwing } from './read-swing.js';

/** A file to be read and analysed. */
export interface FileQuestion {
  readonly bytes: Uint8Array;
  readonly name: string;
  readonly reading: Pick<FileReading, 'axes' | 'mapping'>;
  readonly about: AboutSwing;
}

export type FileAnswer =
  | { readonly prepared: PreparedSwing }
  | { readonly refused: { readonly code: VilkoErrorCode; readonly message: string } };

export const readAndPrepare = ({ bytes, name, reading, about }: FileQuestion): PreparedSwing =>
  prepareSwing(readRecording(bytes, name, reading), about);

/**
 * Reads and analyses a file in a thread of its own, so that a long recording does not hold the bay up; from source,
 * without a bundle beside it, in this one.
 * @param gone ends the thread
 */
export async function prepareFile(q: FileQuestion, gone?: AbortSignal): Promise<PreparedSwing> {
  const file = fileURLToPath(new URL('./import-worker.mjs', import.meta.url));
  if (!existsSync(file)) return readAndPrepare(q);
  const worker = new Worker(file);
  try {
    const answer = await Promise.race([ask<FileQuestion, FileAnswer>(worker, q), abandoned(gone)]);
    if ('refused' in answer) throw new VilkoError(answer.refused.code, answer.refused.message);
    return answer.prepared;
  } finally {
    await worker.terminate();
  }
}

const abandoned = (gone?: AbortSignal): Promise<never> =>
  new Promise((_, reject) =>
    gone?.addEventListener('abort', () => reject(new VilkoError('unreadable', 'the reading was cancelled')), {
      once: true,
    }),
  );
