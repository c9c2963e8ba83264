/** Pictures of the golfer a second. */
export const FILM_RATE = 50;
