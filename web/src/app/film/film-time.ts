import type { Film } from '@vilko/contract/film';
import { apartInPicture, filmScale } from '@vilko/core/film/film-scale';
import { angleOf } from '@vilko/core/film/read-followed';

/** Film time of a moment on the recording's clock; null until the film's impact is known. */
export const filmTime = (f: Pick<Film, 'impact' | 'duration'>, cursor: number, impact: number): number | null =>
  f.impact === null ? null : Math.max(0, Math.min(f.duration, f.impact + cursor - impact));

/** The recording's clock at a moment of the film; null until the film's impact is known. */
export const recordingTime = (f: Pick<Film, 'impact'>, t: number, impact: number): number | null =>
  f.impact === null ? null : impact + t - f.impact;

/** Start of the frame a moment lies in, and the frame after or before. */
export const frameOf = (t: number, rate: number): number => Math.floor(t * rate + 1e-6);
export const timeOfFrame = (frame: number, rate: number): number => (frame + 0.5) / rate;

/** What a line says when it is read: its length, or its angle; always "read from film". */
export function lineWords(line: Film['lines'][number], f: Pick<Film, 'lines' | 'aspect'>): string {
  const [a, b, c] = line.points;
  if (line.kind === 'angle' && c) return `${angleOf([a!, b!, c], f.aspect).toFixed(0)}°`;
  if (line.kind === 'length') return line.cm === null ? 'length not given' : `${line.cm} cm, the known length`;
  const scale = filmScale(f);
  return scale === null ? 'mark a known length for cm' : `${(apartInPicture(a!, b!, f.aspect) * scale).toFixed(1)} cm`;
}
