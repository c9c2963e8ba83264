import * as z from 'zod';

/** What went wrong, as one sentence for a person, and what is kept. */
export const Problem = z.object({
  code: z.string(),
  message: z.string(),
  /** Where in a file or request. */
  position: z.string().optional(),
  /** What was kept in spite of it. */
  kept: z.string().optional(),
});
export type Problem = z.infer<typeof Problem>;
