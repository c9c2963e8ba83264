import * as z from 'zod';
import { LastBytes } from './pupil.js';

/** What can be deleted and put back. */
export const BIN_KINDS = [
  'lesson',
  'swing',
  'film',
  'pattern',
  'logbook entry',
  'inbox swing',
  'entered swing',
] as const;

/** Days something lies in the bin before it is erased. */
export const BIN_DAYS = 30;

/** Which one. */
export const BinPick = z.object({ kind: z.enum(BIN_KINDS), id: z.string() });
export type BinPick = z.infer<typeof BinPick>;

/** What was erased for good. */
export const ErasedFromBin = BinPick.extend({ bytes: LastBytes });
export type ErasedFromBin = z.infer<typeof ErasedFromBin>;

/** Something that was deleted. */
export const BinEntry = BinPick.extend({
  /** What it is, beside its kind: a number and a club, an aim, a name. */
  what: z.string(),
  /** Whose it is, and of which lesson; null where it is the house's own. */
  pupil: z.string().nullable(),
  lessonAt: z.string().nullable(),
  deletedAt: z.string(),
});
export type BinEntry = z.infer<typeof BinEntry>;
