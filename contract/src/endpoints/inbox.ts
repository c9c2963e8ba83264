import * as z from 'zod';
import { InboxAssign, InboxDone, InboxPick, InboxSwing } from '../inbox.js';
import { rows } from './endpoint.js';

/** Swings that nobody is surely the owner of. */
export const INBOX = rows({
  inbox: { does: 'Swings without a sure owner, the newest first', reply: z.array(InboxSwing) },
  assignInbox: {
    does: 'Files swings of the inbox into a lesson, in the order they were made',
    body: InboxAssign,
    reply: InboxDone,
    missing: 'There is no such lesson.',
  },
  deleteInbox: {
    does: 'Takes swings out of the inbox; they can be put back',
    body: InboxPick,
    reply: InboxDone,
  },
  restoreInbox: {
    does: 'Puts deleted swings back into the inbox',
    body: InboxPick,
    reply: InboxDone,
  },
});
