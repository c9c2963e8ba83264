import { FILM_SIDES } from '@vilko/core/film/followed';

/** Sides a swing is filmed from. */
export const FILM_ANGLES = FILM_SIDES;
export type FilmAngle = (typeof FILM_ANGLES)[number];

/** Films of one swing: one from every side. */
export const MOST_FILMS = FILM_ANGLES.length;

/** The side seen from here: face on first, from above last. */
export const bySide = (a: { angle: FilmAngle }, b: { angle: FilmAngle }): number =>
  FILM_ANGLES.indexOf(a.angle) - FILM_ANGLES.indexOf(b.angle);
