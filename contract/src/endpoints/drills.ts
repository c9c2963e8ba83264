import type { Drill } from '@vilko/core/drills/drill';
import { DrillMedia, LONGEST_DRILL_FILM_S, OwnDrill } from '@vilko/core/drills/own-drill';
import * as z from 'zod';
import { BYTES, rows } from './endpoint.js';

/** Whatever came: the server says in one sentence what is wrong with a drill. */
const AnyDrill = z.unknown() as z.ZodType<unknown, Drill>;
const NO_DRILL = 'The house has no such drill of its own.';
/** Largest photograph or film of a drill, bytes. */
const LARGEST_DRILL_MEDIA = 64 * 1024 * 1024;

/** Drills of the house's own, and those that come with the application as the house has changed them. */
export const HOUSE_DRILLS = rows({
  ownDrills: {
    does: 'The house’s own and changed drills, also those off the shelf',
    reply: z.array(OwnDrill),
  },
  addDrill: {
    does: 'Adds a drill that was written, copied or brought',
    body: AnyDrill,
    reply: OwnDrill,
    makes: true,
  },
  saveDrill: {
    does: 'Saves a drill: its own, or one that comes with the application as it is from now on',
    body: AnyDrill,
    reply: OwnDrill,
  },
  takeOffDrill: {
    does: 'Takes an own drill off the shelf, or goes back to the drill as it came; both can be undone',
    reply: OwnDrill,
    missing: NO_DRILL,
  },
  restoreDrill: {
    does: 'Puts a drill back on the shelf',
    reply: OwnDrill,
    missing: NO_DRILL,
  },
  keepDrillMedia: {
    does: 'Keeps a photograph or a short film of a drill; the body is the file',
    query: z.object({ seconds: z.coerce.number().nonnegative().max(LONGEST_DRILL_FILM_S).default(0) }),
    body: BYTES,
    largest: LARGEST_DRILL_MEDIA,
    reply: OwnDrill,
    missing: NO_DRILL,
  },
  dropDrillMedia: {
    does: 'Takes a drill’s photograph or film away; it can be put back',
    reply: OwnDrill,
    missing: NO_DRILL,
  },
  putBackDrillMedia: {
    does: 'Puts back the photograph or film that was taken away last',
    body: DrillMedia.pick({ id: true }),
    reply: OwnDrill,
    missing: NO_DRILL,
  },
  drillMedia: {
    does: 'A drill’s photograph, or its film in ranges',
    reply: BYTES,
    missing: 'This drill has no photograph or film.',
  },
});
