import type { RecordingPreview } from '@vilko/core/formats/preview';
import { G } from '@vilko/core/recording/units';

/** What a look at a recording tells about how it was understood. */
export interface Understood {
  readonly words: string;
  readonly doubtful: boolean;
}

const LEAST_APART = 0.1;
const MOST_APART = 1.2;
/** Half of the load goes sideways only where the axes are wrong. */
const SIDEWAYS = 0.5;
const PART = 3;

/** Lead share, %, where the total load is greatest: a swing ends on the lead foot. NaN without two sides. */
export function shareAtPeak(p: RecordingPreview, handed: 'right' | 'left'): number {
  if (!p.left.length) return NaN;
  const k = p.load.indexOf(p.load.reduce((a, b) => (b > a ? b : a), -Infinity));
  // just after the greatest load, where a swing has reached its finish
  const left = p.left.slice(k, k + PART).filter((x) => x === x);
  const mean = left.reduce((a, b) => a + b, 0) / left.length;
  return handed === 'right' ? mean : 100 - mean;
}

/** The first thing that speaks against a reading, or what it found. */
export function understood(p: RecordingPreview, handed: 'right' | 'left'): Understood {
  const doubt = (words: string): Understood => ({ words, doubtful: true });
  const there = p.feet.filter((f) => f.stands);
  if (!there.length) return doubt('Nobody stands on it: no plate carries a load.');
  if (p.sideways !== null && p.sideways > SIDEWAYS)
    return doubt('The weight points sideways: the third axis must be the vertical one.');
  const kg = there.reduce((s, f) => s + f.load, 0) / G;
  const weight = p.absolute ? `${kg.toFixed(0)} kg stand there. ` : '';
  if (there.length < p.feet.length)
    return doubt('Only one of the two carries a load: a sign may be turned, or another column be the vertical force.');
  if (there.length < 2)
    return { words: `${weight}One pressure for both feet.`, doubtful: p.absolute && (kg < 20 || kg > 250) };
  const [a, b] = there.map((f) => f.stands!) as [readonly [number, number], readonly [number, number]];
  const [apart, before] = [Math.abs(a[1] - b[1]), Math.abs(a[0] - b[0])];
  const cm = (m: number) => `${Math.round(100 * m)} cm`;
  if (before > apart) return doubt(`One foot stands ${cm(before)} before the other: ball and left may be exchanged.`);
  if (apart < LEAST_APART || apart > MOST_APART)
    return doubt(`The feet stand ${cm(apart)} apart: the places of the plates may be wrong.`);
  if (p.absolute && (kg < 20 || kg > 250))
    return doubt(`${kg.toFixed(0)} kg stand there: the unit of the vertical force may be wrong.`);
  const lead = shareAtPeak(p, handed);
  const share = Number.isNaN(lead) ? '' : ` ${lead.toFixed(0)}% on the lead foot after the greatest load.`;
  if (lead < 40) return doubt(`Only${share} Left and right may be exchanged, or the pupil plays from the other side.`);
  return { words: `${weight}The feet are ${cm(apart)} apart.${share}`, doubtful: false };
}
