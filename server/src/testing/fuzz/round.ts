import { writeRecording } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { testApp } from '../test-app.js';
import { type Found, fuzzReaders } from './readers.js';
import { fuzzRequests } from './requests.js';
import { fuzzSlowBodies } from './slow-bodies.js';
import { fuzzSockets } from './sockets.js';

/** So many cases of each kind. */
export interface Round {
  readonly readers: number;
  readonly requests: number;
  readonly sockets: number;
  readonly slow: number;
}

/** Wounds files, then asks and talks nonsense at a house of one pupil and one swing; the same every time. */
export async function fuzzRound(seed: number, round: Round): Promise<{ found: Found[]; tried: number }> {
  const { recording } = simulate({ device: 'boards', seed: 8 });
  const app = await testApp({ listen: true });
  try {
    const swings = await app.bring(recording);
    const ids = ['p', 'l', ...swings.map((s) => s.id), ...app.bays.lines().map((b) => b.id)];
    const asked = { seed, ids, file: writeRecording(recording, 'a.vilko') };
    const found = [
      ...fuzzReaders(seed, round.readers),
      ...(await fuzzRequests(app, { ...asked, cases: round.requests })),
      ...(await fuzzSlowBodies(app, { ...asked, cases: round.slow })),
      ...(await fuzzSockets(app, seed, round.sockets)),
    ];
    return { found, tried: round.readers + round.requests + round.sockets + round.slow };
  } finally {
    await app.close();
  }
}
