import { type DrillPicture, type PictureLines, pictureLines, type StrokeRole } from '@vilko/core';
import { PAPER } from './paper.js';

const COLOURS: Readonly<Record<StrokeRole, string>> = {
  lead: PAPER.lead,
  trail: PAPER.trail,
  ink: PAPER.ink,
  aid: PAPER.target,
  quiet: PAPER.quiet,
};

const attributes = (of: Readonly<Record<string, string | number | undefined>>): string =>
  Object.entries(of)
    .filter(([, v]) => v !== undefined)
    .map(([k, v]) => `${k}="${v}"`)
    .join(' ');

/** A drill's picture for paper; a left-hander's is the mirror image. */
export function drillSvg(picture: DrillPicture, handed: 'right' | 'left'): string {
  const { box, strokes, texts }: PictureLines = pictureLines(picture);
  const paths = strokes.map(({ d, role, width, dash, filled, transform }) => {
    const colour = COLOURS[role];
    return `<path ${attributes({ d, fill: filled ? colour : 'none', stroke: colour, 'stroke-width': width, 'stroke-dasharray': dash, transform })}/>`;
  });
  const side = handed === 'left' ? -1 : 1;
  const words = texts.map(
    (t) =>
      `<text ${attributes({ x: side * t.at[0], y: t.at[1], 'font-size': t.size, 'text-anchor': 'middle', fill: COLOURS[t.role] })}>${t.text}</text>`,
  );
  return `<svg viewBox="${box.join(' ')}"><g transform="scale(${side} 1)">${paths.join('')}</g>${words.join('')}</svg>`;
}
