import type { EventName } from '../events/event.js';

/** How what is followed is read: a turn or a tilt of a line, an angle of three points, a height, or a moment. */
export type ReadAs = 'turn' | 'vertical' | 'angle' | 'height' | 'moment';

/** What is followed by hand through a film, from frame to frame. */
export interface Followed {
  readonly id: string;
  readonly words: string;
  /** Sides of the camera from which it can be read. */
  readonly from: readonly FilmSide[];
  /** What is pointed at, in this order. */
  readonly points: readonly string[];
  readonly as: ReadAs;
  readonly unit: '°' | 'cm' | 'ms';
  /** Which way is plus, for those that have one. */
  readonly sign: string;
  /** Events at which its value is kept. */
  readonly moments: readonly EventName[];
}

/** Where a camera stands. */
export const FILM_SIDES = ['face on', 'down the line', 'overhead'] as const;
export type FilmSide = (typeof FILM_SIDES)[number];

const ANY = FILM_SIDES;
const UPRIGHT = ['face on', 'down the line'] as const;
const TURNING: readonly EventName[] = ['p4', 'p7'];
const STANDING: readonly EventName[] = ['p1', 'p4', 'p7'];
const KNEE = ['hip', 'knee', 'ankle'];
const TRUNK = ['middle of the hips', 'base of the neck'];

/** Everything that can be followed; a film tells none of it by itself. */
export const FOLLOWED = [
  {
    id: 'shoulders-turn',
    words: 'Shoulders, turn',
    from: ['overhead'],
    points: ['trail shoulder', 'lead shoulder'],
    as: 'turn',
    unit: '°',
    sign: '+ is away from the target, from where it was first marked',
    moments: TURNING,
  },
  {
    id: 'hips-turn',
    words: 'Hips, turn',
    from: ['overhead'],
    points: ['trail hip', 'lead hip'],
    as: 'turn',
    unit: '°',
    sign: '+ is away from the target, from where it was first marked',
    moments: TURNING,
  },
  {
    id: 'knee-lead',
    words: 'Lead knee',
    from: UPRIGHT,
    points: KNEE,
    as: 'angle',
    unit: '°',
    sign: 'a straight leg is 180°',
    moments: STANDING,
  },
  {
    id: 'knee-trail',
    words: 'Trail knee',
    from: UPRIGHT,
    points: KNEE,
    as: 'angle',
    unit: '°',
    sign: 'a straight leg is 180°',
    moments: STANDING,
  },
  {
    id: 'side-bend',
    words: 'Side bend',
    from: ['face on'],
    points: TRUNK,
    as: 'vertical',
    unit: '°',
    sign: '+ is away from the target',
    moments: STANDING,
  },
  {
    id: 'forward-bend',
    words: 'Forward bend',
    from: ['down the line'],
    points: TRUNK,
    as: 'vertical',
    unit: '°',
    sign: 'upright is 0°',
    moments: STANDING,
  },
  {
    id: 'head-height',
    words: 'Head, height',
    from: UPRIGHT,
    points: ['top of the head'],
    as: 'height',
    unit: 'cm',
    sign: '+ is above where it was first marked; needs a known length',
    moments: TURNING,
  },
  {
    id: 'line-touched',
    words: 'Line touched',
    from: ANY,
    points: ['one end of the line', 'its other end'],
    as: 'moment',
    unit: 'ms',
    sign: '+ is after impact',
    moments: [],
  },
  {
    id: 'own-angle',
    words: 'Angle of three points',
    from: ANY,
    points: ['one end', 'the corner', 'the other end'],
    as: 'angle',
    unit: '°',
    sign: 'straight is 180°',
    moments: STANDING,
  },
  {
    id: 'own-line',
    words: 'Line to the vertical',
    from: UPRIGHT,
    points: ['lower end', 'upper end'],
    as: 'vertical',
    unit: '°',
    sign: 'upright is 0°',
    moments: STANDING,
  },
] as const satisfies readonly Followed[];

export type FollowedId = (typeof FOLLOWED)[number]['id'];
export const FOLLOWED_IDS = FOLLOWED.map((f) => f.id);

/** What is followed under an id. */
export const followedBy = (id: FollowedId): Followed => FOLLOWED.find((f) => f.id === id)!;
