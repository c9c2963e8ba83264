import { VilkoError } from '../../error.js';
import { cross, type Vec } from './platform-wrench.js';

/** How a laboratory's axes lie: unit vectors of the stance directions in the lab. */
export interface LabAxes {
  readonly ball: Vec;
  readonly left: Vec;
  readonly up: Vec;
}

export const DEFAULT_AXES = 'ball=+x,left=+y';

/** Reads "ball=+x,left=-z": which lab axis points to the ball and which to the golfer's left. */
export function labAxes(text: string = DEFAULT_AXES): LabAxes {
  const axis = (name: 'ball' | 'left'): Vec => {
    const m = new RegExp(`(?:^|,)\\s*${name}=([+-]?)([xyz])\\s*(?=,|$)`, 'i').exec(text);
    if (!m) throw new VilkoError('bad-option', `axes must read like "${DEFAULT_AXES}", not "${text}"`);
    const v: [number, number, number] = [0, 0, 0];
    v['xyz'.indexOf(m[2]!.toLowerCase())] = m[1] === '-' ? -1 : 1;
    return v;
  };
  const ball = axis('ball');
  const left = axis('left');
  const up = cross(ball, left);
  if (up.every((x) => x === 0))
    throw new VilkoError('bad-option', `ball and left must be different lab axes, not "${text}"`);
  return { ball, left, up };
}

const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** A lab vector in stance directions (ball, left, up). */
export const toStance = ({ ball, left, up }: LabAxes, v: Vec): Vec => [dot(ball, v), dot(left, v), dot(up, v)];
