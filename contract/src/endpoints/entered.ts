import { Entered, EnteredSwing, NewEnteredSwing } from '../entered.js';
import { at } from './endpoint.js';
import { NO_LESSON } from './lessons.js';
import { NO_PUPIL } from './pupils.js';

const NO_ENTERED = 'There is no such entered swing.';

/** Numbers that were read off elsewhere, or by hand from a film. */
export const ENTERED = {
  entered: at('GET /api/pupils/:id/entered', {
    does: 'Swings of which only numbers are known, and what was read from films by hand',
    reply: Entered,
    missing: NO_PUPIL,
  }),
  enterSwing: at('POST /api/lessons/:id/entered', {
    does: 'Enters a swing by its numbers, with where they come from',
    body: NewEnteredSwing,
    reply: EnteredSwing,
    makes: true,
    missing: NO_LESSON,
  }),
  changeEntered: at('PUT /api/entered/:id', {
    does: 'Changes an entered swing',
    body: NewEnteredSwing,
    reply: EnteredSwing,
    missing: NO_ENTERED,
  }),
  deleteEntered: at('DELETE /api/entered/:id', {
    does: 'Takes an entered swing away; it can be put back',
    reply: EnteredSwing,
    missing: NO_ENTERED,
  }),
  restoreEntered: at('POST /api/entered/:id/restore', {
    does: 'Puts an entered swing back',
    reply: EnteredSwing,
    missing: NO_ENTERED,
  }),
};
