import * as z from 'zod';
import { BinEntry, BinPick } from '../bin.js';
import { at } from './endpoint.js';

const NOT_THERE = 'This is not in the bin any more.';

/** What was deleted and can be put back. */
export const BIN = {
  bin: at('GET /api/bin', { does: 'What was deleted in the last 30 days, the newest first', reply: z.array(BinEntry) }),
  restoreFromBin: at('POST /api/bin/restore', {
    does: 'Puts something back whole',
    body: BinPick,
    reply: BinPick,
    missing: NOT_THERE,
  }),
  eraseFromBin: at('POST /api/bin/erase', {
    does: 'Erases something in the bin for good',
    body: BinPick,
    reply: BinPick,
    missing: NOT_THERE,
  }),
};
