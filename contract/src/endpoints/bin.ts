import * as z from 'zod';
import { BinEntry, BinPick, ErasedFromBin } from '../bin.js';
import { rows } from './endpoint.js';

const NOT_THERE = 'This is not in the bin any more.';

/** What was deleted and can be put back. */
export const BIN = rows({
  bin: { does: 'What was deleted in the last 30 days, the newest first', reply: z.array(BinEntry) },
  restoreFromBin: {
    does: 'Puts something back whole',
    body: BinPick,
    reply: BinPick,
    missing: NOT_THERE,
  },
  eraseFromBin: {
    does: 'Erases something in the bin for good',
    body: BinPick,
    reply: ErasedFromBin,
    missing: NOT_THERE,
  },
});
