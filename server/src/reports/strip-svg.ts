import { bandScale, placeOn, type PracticeBand } from '@vilko/core';
import { PAPER } from './paper.js';

const WIDTH = 452;

/** A value against its band for paper, on the screen's scale, its ends said beneath; null where there is no band. */
export function stripSvg([lo, hi]: PracticeBand, worth: number, value: number): string | null {
  if (lo === null && hi === null) return null;
  const at = placeOn(bandScale([lo, hi], worth), WIDTH);
  const [from, to] = [lo === null ? 0 : at(lo), hi === null ? WIDTH : at(hi)];
  const edge = (end: number | null, x: number, tick: number): string =>
    end === null
      ? ''
      : `<path d="M${x + tick} 9H${x}V39H${x + tick}" fill="none" stroke="${PAPER.target}" stroke-width="3"/>`;
  return [
    `<svg viewBox="0 0 ${WIDTH} 48">`,
    `<path d="M0 24H${WIDTH}M1 17v14M${WIDTH - 1} 17v14" stroke="${PAPER.rules}"/>`,
    `<rect x="${from}" y="9" width="${to - from}" height="30" fill="${PAPER.target}" fill-opacity="0.14"/>`,
    edge(lo, from, 8),
    edge(hi, to, -8),
    `<path d="M${at(value)} 6V42" stroke="${PAPER.ink}" stroke-width="5"/>`,
    '</svg>',
  ].join('');
}
