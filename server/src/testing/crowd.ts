import { randomUUID } from 'node:crypto';
import type { SimulatedDevice } from '@vilko/core/golfer';
import { simulate } from '@vilko/core/golfer';
import type { OpenDatabase } from '../db/open.js';
import { startThread } from '../threads/start.js';
import { prepareSwing } from '../swings/prepare-swing.js';
import { summaryKey } from '../swings/read-swing.js';
import { swingRepository } from '../swings/swing-repository.js';
import { SOMEBODY } from './test-app.js';

/** Who swings, where, on what, and for how long (s). */
export interface CrowdAsked {
  readonly port: number;
  readonly bays: readonly string[];
  readonly kinds: readonly SimulatedDevice[];
  readonly seconds: number;
}
/** What was done, and what was seen of it. */
export interface CrowdSaw {
  /** Whole swings that were sent, bay by bay. */
  readonly swings: readonly number[];
  /** Times between two pictures of a bay, ms. */
  readonly gaps: readonly number[];
}

const THREAD = {
  bundle: new URL('./crowd-thread.mjs', import.meta.url),
  source: new URL('./crowd-thread.ts', import.meta.url),
};

/** Lets golfers swing in every bay, in a thread of their own. */
export function crowd(asked: CrowdAsked): Promise<CrowdSaw> {
  const worker = startThread(THREAD, { workerData: asked });
  return new Promise((done, failed) => {
    worker.once('message', (saw: CrowdSaw) => {
      done(saw);
      void worker.terminate();
    });
    worker.once('error', failed);
  });
}

/** Puts the same swing into a lesson of `SOMEBODY`'s many times, read and ready. */
export async function fillLesson({ db }: Pick<OpenDatabase, 'db'>, lessonId: string, n: number): Promise<void> {
  const swings = swingRepository(db);
  const about = { pupil: SOMEBODY, club: 'iron', kind: 'full' } as const;
  const { recording } = simulate({ device: 'plates', seed: 21, club: 'iron' });
  const prepared = prepareSwing(recording, about);
  const recordingId = randomUUID();
  const rows = await swings.store(
    { id: recordingId, bundle: prepared.bundle },
    Array.from({ length: n }, (_, i) => ({
      id: randomUUID(),
      lessonId,
      recordingId,
      part: 0,
      club: 'iron' as const,
      clubName: '7-iron',
      device: 'plates',
      source: 'file' as const,
      recordedAt: new Date(Date.UTC(2026, 10, 1, 10, 0, i)),
    })),
  );
  for (const row of rows) await swings.keep(row.id, summaryKey(about, {}), prepared.parts[0]!);
}
