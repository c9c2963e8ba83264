import type { Place } from './read-followed.js';

/** A line drawn on a film's picture, as far as the scale asks. */
interface DrawnLine {
  readonly kind: string;
  readonly points: readonly Place[];
  /** Known length of a `length` line, cm. */
  readonly cm: number | null;
}

/** Distance of two places of a picture in parts of its height. */
export const apartInPicture = ([ax, ay]: Place, [bx, by]: Place, aspect: number): number =>
  Math.hypot((bx - ax) * aspect, by - ay);

/** cm per picture height, from the last line of known length; null without one. */
export function filmScale(f: { readonly lines: readonly DrawnLine[]; readonly aspect: number }): number | null {
  const known = f.lines.findLast((l) => l.kind === 'length' && l.cm !== null);
  if (!known) return null;
  const length = apartInPicture(known.points[0]!, known.points[1]!, f.aspect);
  return length > 0 ? known.cm! / length : null;
}
