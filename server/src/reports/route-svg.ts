import type { Thumbnail } from '@vilko/contract';
import { PAPER } from './paper.js';

/** A swing's soles and route for paper, toes up, mm; the lead foot solid, the trail foot dashed. */
export function routeSvg(shape: Thumbnail, handed: 'right' | 'left'): string {
  const side = handed === 'left' ? 1 : -1;
  const line = (points: readonly (readonly [number, number])[]): string =>
    points.map(([along, across], i) => `${i ? 'L' : 'M'}${(side * along).toFixed(1)} ${(-across).toFixed(1)}`).join('');
  const path = (d: string, stroke: string, width: number, dashed = false): string =>
    d
      ? `<path d="${d}" fill="none" stroke="${stroke}" stroke-width="${width}"${dashed ? ' stroke-dasharray="10 7"' : ''}/>`
      : '';
  const sole = (k: 0 | 1): string => (shape.soles[k]?.length ? `${line(shape.soles[k])}Z` : '');
  return [
    '<svg viewBox="-345 -165 690 330">',
    path(sole(0), PAPER.lead, 4),
    path(sole(1), PAPER.trail, 4, true),
    path(line(shape.back), PAPER.ink, 4, true),
    path(line(shape.down), PAPER.ink, 9),
    path(line(shape.through), PAPER.ink, 4),
    '</svg>',
  ].join('');
}
