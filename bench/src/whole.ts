import { analyseInDepth, swingTraces, writeBundle, writeTraces } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { gzipSync } from 'node:zlib';
import { apart, command } from './apart.js';
import type { SpeedRow } from './speed-table.js';

const PAIRS = 7;
/** A core may take 100 ms to start where Node itself takes 40. */
const START_AIM = 3.5;
/** Bytes of a stored swing on two plates. */
const STORED_AIM = 250_000;

/** The command line from nothing, against Node that does nothing: what a start of the core costs. */
export function startRow(): SpeedRow {
  const pairs = Array.from({ length: PAIRS }, () => {
    const bare = apart(['-e', '0']).processor;
    const ours = apart(command('--help')).processor;
    return { ratio: ours / bare, ours, bare };
  }).sort((a, b) => a.ratio - b.ratio);
  const { ratio, ours, bare } = pairs[PAIRS >> 1]!;
  return {
    what: 'the command line from nothing',
    against: 'Node that does nothing',
    ratio,
    spread: [pairs[0]!.ratio, pairs.at(-1)!.ratio],
    aim: START_AIM,
    note: `${(ours - bare).toFixed(0)} ms more than Node’s ${bare.toFixed(0)} here`,
  };
}

/** A swing as the server keeps it, its recording and what is drawn of it, against its samples in single precision. */
export function storedRow(): SpeedRow {
  const { recording } = simulate({ device: 'plates', seed: 9 });
  const samples = 4 * recording.time.length * 6 * recording.platforms.length;
  const bundle = writeBundle(recording, 1).length;
  const drawn = gzipSync(writeTraces(swingTraces(analyseInDepth(recording), 0), 0), { level: 1 }).length;
  const kB = (v: number): string => (v / 1000).toFixed(0);
  return {
    what: 'a stored swing, two plates at 1,000 Hz',
    against: 'its samples, single precision',
    ratio: (bundle + drawn) / samples,
    aim: STORED_AIM / samples,
    note: `${kB(bundle)} kB of recording, ${kB(drawn)} of what is drawn`,
  };
}
