import * as z from 'zod';
import { Film, FilmChange } from '../film.js';
import { FILM_ANGLES } from '../film-sides.js';
import { ShotChange } from '../shot.js';
import { LabelledSwing, SwingChange, SwingHead, SwingMove, SwingPick, SwingsChange, SwingsMoved } from '../swing.js';
import { BYTES, rows } from './endpoint.js';

const NO_SWING = 'There is no such swing.';
const NO_FILM = 'There is no such film.';
/** Largest film taken in, bytes. */
export const LARGEST_FILM = 200 * 1024 * 1024;

/** Swings, their shots and their films. */
export const SWINGS = rows({
  recording: {
    does: 'The raw recording as a bundle; header x-swing-part says which of its swings',
    reply: BYTES,
    missing: NO_SWING,
  },
  traces: {
    does: 'The swing as it is drawn: its events, measures and thinned signals, packed',
    reply: BYTES,
    missing: NO_SWING,
  },
  labelledSwings: {
    does: 'Swings of which somebody who teaches has said what they show, newest label first, without names',
    reply: z.array(LabelledSwing),
  },
  changeSwing: {
    does: 'Changes club, hand, kind, tag, intent, star, note, marks, or what is said of its findings',
    body: SwingChange,
    reply: SwingHead,
    missing: NO_SWING,
  },
  deleteSwing: {
    does: 'Takes a swing out of the lesson; it can be put back',
    reply: SwingHead,
    missing: NO_SWING,
  },
  restoreSwing: {
    does: 'Puts a deleted swing back',
    reply: SwingHead,
    missing: NO_SWING,
  },
  toInbox: {
    does: 'Takes a swing that another person made out of the lesson, into the inbox',
    reply: SwingHead,
    missing: NO_SWING,
  },
  changeSwings: {
    does: 'Changes many swings alike',
    body: SwingsChange,
    reply: z.array(SwingHead),
  },
  moveSwings: {
    does: 'Moves swings with their films and shots into another lesson, of whichever pupil',
    body: SwingMove,
    reply: SwingsMoved,
    missing: 'There is no such lesson.',
  },
  deleteSwings: {
    does: 'Puts many swings into the bin',
    body: SwingPick,
    reply: z.array(SwingHead),
  },
  restoreSwings: {
    does: 'Puts many swings back',
    body: SwingPick,
    reply: z.array(SwingHead),
  },
  changeShot: {
    does: 'Enters what the ball did; null takes a reading back',
    body: ShotChange,
    reply: SwingHead,
    missing: NO_SWING,
  },
  removeShot: {
    does: 'Takes a swing’s shot away',
    reply: SwingHead,
    missing: NO_SWING,
  },
  addFilm: {
    does: 'Puts a film beside a swing; the body is the file',
    query: z.object({
      angle: z.enum(FILM_ANGLES).default('face on'),
      duration: z.coerce.number<number>().positive(),
      aspect: z.coerce.number<number>().positive(),
      frameRate: z.coerce.number<number>().positive(),
      impact: z.coerce.number<number>().optional(),
      impactBy: z.enum(['sound', 'mark', 'clock']).optional(),
      from: z.enum(['file', 'camera', 'drawn']).default('file'),
    }),
    body: BYTES,
    largest: LARGEST_FILM,
    reply: Film,
    makes: true,
    missing: NO_SWING,
  },
  filmFile: { does: 'The film itself, in ranges', reply: BYTES, missing: NO_FILM },
  changeFilm: {
    does: 'Changes a film’s angle, impact, lines or note',
    body: FilmChange,
    reply: Film,
    missing: NO_FILM,
  },
  deleteFilm: {
    does: 'Takes a film away; it can be put back',
    reply: Film,
    missing: NO_FILM,
  },
  restoreFilm: { does: 'Puts a film back', reply: Film, missing: NO_FILM },
});
