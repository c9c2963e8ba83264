import type { FootLoads } from '../ground/foot-loads.js';
import type { CentreOfMass } from './centre-of-mass.js';

// Moments of one foot's wrench about the centre of mass (X, Y, h), N·m, each [n]; both feet's sum up to the whole
// (measuring.md §6). From the wrench about the lab origin, never from a centre of pressure that may be undefined.

/** About the vertical: Mz − X·Fy + Y·Fx; positive turns toward the target. */
export function turningMoment({ fx, fy, mz }: FootLoads, { x, y }: CentreOfMass): Float64Array {
  const out = new Float64Array(mz!.length);
  for (let k = 0; k < out.length; k++) out[k] = mz![k]! - x.v[k]! * fy![k]! + y.v[k]! * fx![k]!;
  return out;
}

/** About the axis to the ball: Fz·y − Y·Fz + h·Fy; positive lifts the target side. */
export function tiltingMoment({ fy, fz, fzy }: FootLoads, { y, h }: CentreOfMass): Float64Array {
  const out = new Float64Array(fz.length);
  for (let k = 0; k < out.length; k++) out[k] = fzy[k]! - y.v[k]! * fz[k]! + h.v[k]! * fy![k]!;
  return out;
}

/** About the axis to the target: −h·Fx − Fz·x + X·Fz; positive bends the golfer toward the ball. */
export function pitchingMoment({ fx, fz, fzx }: FootLoads, { x, h }: CentreOfMass): Float64Array {
  const out = new Float64Array(fz.length);
  for (let k = 0; k < out.length; k++) out[k] = -h.v[k]! * fx![k]! - fzx[k]! + x.v[k]! * fz[k]!;
  return out;
}
