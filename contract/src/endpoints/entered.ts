import { Entered, EnteredSwing, NewEnteredSwing } from '../entered.js';
import { rows } from './endpoint.js';
import { NO_LESSON } from './lessons.js';
import { NO_PUPIL } from './pupils.js';

const NO_ENTERED = 'There is no such entered swing.';

/** Numbers that were read off elsewhere, or by hand from a film. */
export const ENTERED = rows({
  entered: {
    does: 'Swings of which only numbers are known, and what was read from films by hand',
    reply: Entered,
    missing: NO_PUPIL,
  },
  enterSwing: {
    does: 'Enters a swing by its numbers, with where they come from',
    body: NewEnteredSwing,
    reply: EnteredSwing,
    makes: true,
    missing: NO_LESSON,
  },
  changeEntered: {
    does: 'Changes an entered swing',
    body: NewEnteredSwing,
    reply: EnteredSwing,
    missing: NO_ENTERED,
  },
  deleteEntered: {
    does: 'Takes an entered swing away; it can be put back',
    reply: EnteredSwing,
    missing: NO_ENTERED,
  },
  restoreEntered: {
    does: 'Puts an entered swing back',
    reply: EnteredSwing,
    missing: NO_ENTERED,
  },
});
