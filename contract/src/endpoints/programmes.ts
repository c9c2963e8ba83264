import * as z from 'zod';
import {
  Followed,
  FollowerAct,
  FollowerMoved,
  HouseProgramme,
  NewProgramme,
  ProgrammePast,
  Programmes,
} from '../programme.js';
import { rows } from './endpoint.js';
import { NO_PUPIL } from './pupils.js';

const NO_PROGRAMME = 'There is no such programme.';
/** Most that begin a programme at once. */
const MOST_AT_ONCE = 60;

/** Courses over weeks, and who follows them. */
export const PROGRAMMES = rows({
  programmes: { does: 'The house’s programmes and who follows them', reply: Programmes },
  addProgramme: { does: 'Writes a programme', body: NewProgramme, reply: HouseProgramme, makes: true },
  saveProgramme: {
    does: 'Changes a programme; one that comes with the application stands changed in its place',
    body: NewProgramme,
    reply: HouseProgramme,
    missing: NO_PROGRAMME,
  },
  takeOffProgramme: { does: 'Takes a programme off the shelf', reply: HouseProgramme, missing: NO_PROGRAMME },
  restoreProgramme: { does: 'Puts a programme back on the shelf', reply: HouseProgramme, missing: NO_PROGRAMME },
  follow: {
    does: 'Lets pupils begin a programme; the test of the first step is booked where it can be',
    body: z.object({ pupilIds: z.array(z.string().max(200)).min(1).max(MOST_AT_ONCE) }),
    reply: z.array(FollowerMoved),
    makes: true,
    missing: NO_PROGRAMME,
  },
  moveFollower: {
    does: 'Moves somebody on in their programme or back, or lets them leave it',
    body: FollowerAct,
    reply: FollowerMoved,
    missing: 'Nobody follows a programme there.',
  },
  programmesOf: { does: 'Programmes that a pupil follows or followed, step by step', reply: z.array(ProgrammePast) },
  followed: {
    does: 'The programme that a pupil follows; null where none',
    reply: Followed.nullable(),
    missing: NO_PUPIL,
  },
});
