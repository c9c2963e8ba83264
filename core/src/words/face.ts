import type { FaceReading } from '../faults/face.js';

const degrees = (v: number): string => `${v > 0 ? '+' : v < 0 ? '−' : ''}${Math.abs(v).toFixed(1)}°`;

/** The first line of a reading where the ball speaks before the feet; null where it does not. */
export function faceFirstWords(f: FaceReading | null): string | null {
  if (!f) return null;
  if (f.offTheMiddle) return 'The ball curves against its face and path: off the middle. Look at the strike first.';
  return f.faceFirst ? 'The face makes this curve: face and grip first.' : null;
}

/** Face against path in numbers, with where the face comes from. */
export const faceWords = (f: FaceReading): string =>
  `Face ${degrees(f.face)} (${f.basis === 'measured' ? 'measured' : 'derived from start and path'}), path ${degrees(f.path)}: the face points ${degrees(f.toPath)} from the path.`;

/** What a path outside its window asks of the feet, and what it does not promise. */
export const pathWords = (f: FaceReading): string | null =>
  f.turn === null
    ? null
    : `The path lies outside its window. A foot pattern turns it ${f.turn === 'in-to-out' ? 'toward in-to-out' : 'toward out-to-in'}; it shapes the delivery, not the ball: the face is a matter of its own.`;
