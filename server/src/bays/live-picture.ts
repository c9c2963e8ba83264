import type { LiveFrame } from '@vilko/contract';
import type { Handed } from '@vilko/core';
import { type FootNow, type LiveDevice, type LiveStream, stanceNow, wholeNow } from '@vilko/core/live';

const LEAST = 20;
const NOWHERE = [NaN, NaN, NaN, NaN, NaN, NaN];
const NO_MAT = new Uint8Array(0);

/** Which message a picture belongs to, and when it arrived, ms since the epoch. */
export interface Arrived {
  readonly sequence: number;
  readonly arrived: number;
}

/** The stance at this moment as a browser draws it: loads per foot, places of the pressure (m), the mat's bytes. */
export function livePicture(
  device: LiveDevice,
  r: LiveStream,
  handed: Handed,
  { sequence, arrived }: Arrived,
): LiveFrame {
  const base = { sequence, time: r.newest(), arrived, mat: r.lastMat() ?? NO_MAT };
  const stance = stanceNow(device, r, handed);
  if (!stance) {
    const whole = wholeNow(device, r, handed);
    if (!whole) return { ...base, load: 0, lead: 0, trail: 0, places: NOWHERE };
    // what each foot carries, this device cannot say
    return { ...base, load: whole.load, lead: NaN, trail: NaN, places: [NaN, NaN, NaN, NaN, whole.x, whole.y] };
  }
  const { lead, trail } = stance;
  const both = (k: 'x' | 'y') => together(lead, trail, k);
  return {
    ...base,
    load: lead.load + trail.load,
    lead: lead.load,
    trail: trail.load,
    places: [lead.x, lead.y, trail.x, trail.y, both('x'), both('y')],
  };
}

/** Where both feet together press; NaN where next to nothing stands there. */
function together(a: FootNow, b: FootNow, k: 'x' | 'y'): number {
  const total = a.load + b.load;
  return total >= LEAST ? ((a[k] || 0) * a.load + (b[k] || 0) * b.load) / total : NaN;
}
