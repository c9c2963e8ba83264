import { VilkoError } from '../error.js';
import type { FootCheck } from '../recording/foot-check.js';
import type { Handed, Recording } from '../recording/recording.js';
import { moments } from '../signal/series.js';
import { rollingVariance } from '../signal/rolling-variance.js';
import { checkFoot } from './foot-check.js';
import { FEET, type FeetPair, type FootName } from './foot-outline.js';
import { type Ground, quietLevel, readGround } from './ground.js';

/** A foot under this part of the weight has left the ground (measuring.md §4). */
export const FOOT_GONE = 0.05;
const STANDING = 0.5;
/** A foot unloaded for this long at the end of its check has stepped off, s. */
const STEPPED_OFF = 0.3;

/**
 * Both feet as a recording of rocking from heel to toe on each of them shows them, in the plates' coordinates.
 * @throws VilkoError when the device does not see single feet, or a foot was hardly rocked
 */
export function recordedFootCheck(rec: Recording, handed: Handed): FootCheck {
  const g = readGround(rec, handed);
  if (g.assumed)
    throw new VilkoError('unsupported', `${rec.name} cannot check the feet: its device does not tell them apart`);
  if (g.device === 'mat')
    throw new VilkoError(
      'unsupported',
      `${rec.name} cannot check the feet: on a mat they are seen in every swing, and the mat lies where it lies`,
    );
  const weight = quietLevel(g.both.fz);
  const { i0, i1 } = quietest(g, weight);
  const [lead, trail] = FEET.map((foot) => {
    const { x, y } = g.footCop[foot];
    const loaded = (v: Float64Array) => v.map((c, k) => (g.feet[foot].fz[k]! > FOOT_GONE * weight ? c : NaN));
    return checkFoot(foot, loaded(x.v), loaded(y.v), [moments(x.v, i0, i1).mean, moments(y.v, i0, i1).mean]);
  });
  return { lead: lead!, trail: trail!, left: FEET.filter((f) => endsUnloaded(g, f, weight)) };
}

/** The half second in which the pressure moves least while both feet stand. */
function quietest(g: Ground, weight: number): { i0: number; i1: number } {
  const n = g.base.n;
  const length = Math.min(n, Math.max(2, Math.round(STANDING * g.base.rate)));
  const [vx, vy] = [g.cop.x.v, g.cop.y.v].map((v) => rollingVariance(v, 0, n - 1, length));
  let best = -1;
  for (let k = 0; k < vx!.length; k++) {
    const spread = vx![k]! + vy![k]!;
    const stands = FEET.every((f) => g.feet[f].fz[k + (length >> 1)]! > FOOT_GONE * weight);
    if (stands && spread === spread && (best < 0 || spread < vx![best]! + vy![best]!)) best = k;
  }
  if (best < 0) throw new VilkoError('unreadable', 'both feet never stood still in the foot check');
  return { i0: best, i1: best + length };
}

function endsUnloaded(g: Ground, foot: FootName, weight: number): boolean {
  const { fz } = g.feet[foot];
  const from = Math.max(0, fz.length - Math.round(STEPPED_OFF * g.base.rate));
  return fz.subarray(from).every((f) => f < FOOT_GONE * weight);
}

/** Time at which each foot is first off the ground, s; Infinity if it never is. */
export function firstGone(g: Ground): FeetPair<number> {
  const weight = quietLevel(g.both.fz);
  const gone = (foot: FootName): number => {
    const k = g.feet[foot].fz.findIndex((f) => f < FOOT_GONE * weight);
    return k < 0 ? Infinity : g.base.t0 + k / g.base.rate;
  };
  return { lead: gone('lead'), trail: gone('trail') };
}
