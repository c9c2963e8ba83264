import * as z from 'zod';
import { InboxAssign, InboxDone, InboxPick, InboxSwing } from '../inbox.js';
import { at } from './endpoint.js';

/** Swings that nobody is surely the owner of. */
export const INBOX = {
  inbox: at('GET /api/inbox', { does: 'Swings without a sure owner, the newest first', reply: z.array(InboxSwing) }),
  assignInbox: at('POST /api/inbox/assign', {
    does: 'Files swings of the inbox into a lesson, in the order they were made',
    body: InboxAssign,
    reply: InboxDone,
    missing: 'There is no such lesson.',
  }),
  deleteInbox: at('POST /api/inbox/delete', {
    does: 'Takes swings out of the inbox; they can be put back',
    body: InboxPick,
    reply: InboxDone,
  }),
  restoreInbox: at('POST /api/inbox/restore', {
    does: 'Puts deleted swings back into the inbox',
    body: InboxPick,
    reply: InboxDone,
  }),
};
