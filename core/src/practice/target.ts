import * as z from 'zod';
import type { PracticeBand } from './attempts.js';

/**
 * What was agreed of a quantity, in its stored unit: a range somebody typed, open at one end at most, or a spread
 * (standard deviation over the swings of a run) to stay under (judging.md §4).
 */
export const Target = z.union([
  z
    .object({ of: z.literal('band'), from: z.number().nullable(), to: z.number().nullable() })
    .refine(({ from, to }) => from !== null || to !== null, { error: 'a range needs at least one end' })
    .refine(({ from, to }) => from === null || to === null || from < to, {
      error: 'a range ends above where it begins',
    }),
  z.object({ of: z.literal('spread'), most: z.number().positive() }),
]);
export type Target = z.infer<typeof Target>;

/** The range in force: the typed one, else the school's; none where a spread was agreed. */
export function targetBand(target: Target | null, school: PracticeBand): PracticeBand {
  if (!target) return school;
  return target.of === 'band' ? [target.from, target.to] : [null, null];
}
