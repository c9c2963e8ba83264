import type { Film } from '@vilko/contract';

/** Film time of a moment on the recording's clock; null until the film's impact is known. */
export const filmTime = (f: Pick<Film, 'impact' | 'duration'>, cursor: number, impact: number): number | null =>
  f.impact === null ? null : Math.max(0, Math.min(f.duration, f.impact + cursor - impact));

/** The recording's clock at a moment of the film; null until the film's impact is known. */
export const recordingTime = (f: Pick<Film, 'impact'>, t: number, impact: number): number | null =>
  f.impact === null ? null : impact + t - f.impact;

/** Start of the frame a moment lies in, and the frame after or before. */
export const frameOf = (t: number, rate: number): number => Math.floor(t * rate + 1e-6);
export const timeOfFrame = (frame: number, rate: number): number => (frame + 0.5) / rate;

/** The other of the two sides a swing is filmed from. */
export const otherAngle = (a: Film['angle']): Film['angle'] => (a === 'face on' ? 'down the line' : 'face on');

type Place = readonly [number, number];

/** Distance of two places of a picture in parts of its height. */
const apart = ([ax, ay]: Place, [bx, by]: Place, aspect: number): number => Math.hypot((bx - ax) * aspect, by - ay);

/** cm per picture height, from the last line of known length; null without one. */
export function scaleOf(f: Pick<Film, 'lines' | 'aspect'>): number | null {
  const known = f.lines.findLast((l) => l.kind === 'length' && l.cm !== null);
  if (!known) return null;
  const length = apart(known.points[0]!, known.points[1]!, f.aspect);
  return length > 0 ? known.cm! / length : null;
}

/** What a line says when it is read: its length, or its angle; always "read from film". */
export function lineWords(line: Film['lines'][number], f: Pick<Film, 'lines' | 'aspect'>): string {
  const [a, b, c] = line.points;
  if (line.kind === 'angle' && c) {
    const at = (p: Place) => Math.atan2(p[1] - b![1], (p[0] - b![0]) * f.aspect);
    const turn = Math.abs(((at(c) - at(a!)) * 180) / Math.PI);
    return `${(turn > 180 ? 360 - turn : turn).toFixed(0)}°`;
  }
  if (line.kind === 'length') return line.cm === null ? 'length not given' : `${line.cm} cm, the known length`;
  const scale = scaleOf(f);
  return scale === null ? 'mark a known length for cm' : `${(apart(a!, b!, f.aspect) * scale).toFixed(1)} cm`;
}
