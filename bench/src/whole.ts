import { simulate } from '@vilko/core/golfer';
import { prepareSwing } from '../../server/src/swings/prepare-swing.js';
import { SOMEBODY } from '../../server/src/testing/test-app.js';
import { apart, command } from './apart.js';
import { inPairs } from './paired.js';
import { rowOf, type SpeedRow } from './speed-table.js';

/** A core may take 100 ms to start where Node itself takes 40. */
const START_AIM = 3.5;
/** Bytes of a stored swing on two plates. */
const STORED_AIM = 250_000;

/** The command line from nothing, against Node that does nothing: what a start of the core costs. */
export function startRow(): SpeedRow {
  const p = inPairs(
    () => apart(command('--help')).processor,
    () => apart(['-e', '0']).processor,
  );
  return {
    ...rowOf('the command line from nothing', 'Node that does nothing', p, START_AIM),
    note: `${(p.ours - p.theirs).toFixed(0)} ms more than Node’s ${p.theirs.toFixed(0)} here`,
  };
}

/** A swing as the server keeps it, its recording and what is drawn of it, against its samples in single precision. */
export function storedRow(): SpeedRow {
  const { recording } = simulate({ device: 'plates', seed: 9 });
  const samples = 4 * recording.time.length * 6 * recording.platforms.length;
  const { bundle, parts } = prepareSwing(recording, { pupil: SOMEBODY, club: 'iron', kind: 'full' });
  const drawn = parts[0]!.traces!.length;
  const kB = (v: number): string => (v / 1000).toFixed(0);
  return {
    what: 'a stored swing, two plates at 1,000 Hz',
    against: 'its samples, single precision',
    ratio: (bundle.length + drawn) / samples,
    aim: STORED_AIM / samples,
    note: `${kB(bundle.length)} kB of recording, ${kB(drawn)} of what is drawn`,
  };
}
