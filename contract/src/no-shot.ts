import type { ShotValues } from './shot.js';

export const NO_SHOT: ShotValues = {
  carry: null,
  total: null,
  clubSpeed: null,
  ballSpeed: null,
  path: null,
  face: null,
  start: null,
  curve: null,
  spinAxis: null,
  attack: null,
  lowPoint: null,
  launch: null,
  dynamicLoft: null,
  spin: null,
  strike: null,
  divot: null,
};
