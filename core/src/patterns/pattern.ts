import * as z from 'zod';
import { MeasureIdText } from '../measures/measure-id.js';
import { CLUB_CLASSES } from '../recording/recording.js';

const edge = z.number().nullable();
const range = z.tuple([edge, edge]);
export type Range = readonly [number | null, number | null];

export const BAND_SOURCES = ['a view', 'a measurement', 'own swings'] as const;
/**
 * How sure a band is: stated with a number by three teachers of different schools or more, by two or more, by one; or
 * by nobody: then the number is ours.
 */
export const BAND_SURE = ['agreed', 'several views', 'one view', 'our number'] as const;

/** One band: what a pattern wants of a measure, for some clubs, and why. */
export const Band = z.object({
  measure: MeasureIdText,
  /** Without it the band is for every club class the pattern is for. */
  clubs: z.array(z.enum(CLUB_CLASSES)).min(1).optional(),
  /** Closed at both ends; null is an open side. */
  ideal: range,
  /** Without it: wider than ideal by the larger of 2 worths and a quarter of the ideal width. */
  tolerated: range.optional(),
  weight: z.number().positive().max(100),
  why: z.string().max(400),
  source: z.enum(BAND_SOURCES),
  sure: z.enum(BAND_SURE),
  /** The numbers are a first guess. */
  provisional: z.boolean().optional(),
});
export type Band = z.infer<typeof Band>;

/** A target pattern: what somebody believes a swing should show. */
export const Pattern = z
  .object({
    id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/, 'an id is made of small letters, figures and hyphens'),
    name: z.string().min(1).max(80),
    version: z.int().positive(),
    belief: z.string().max(1200),
    provisional: z.boolean().optional(),
    clubs: z.array(z.enum(CLUB_CLASSES)).min(1),
    bands: z.array(Band).max(400),
    /** Wanted order of the three main peaks, if any. */
    order: z
      .array(z.enum(['lateral', 'turning', 'vertical']))
      .length(3)
      .refine((o) => new Set(o).size === 3, 'an order names each of the three peaks once')
      .optional(),
    /** What this school does not count as a fault: `fault`, or `fault:measure` for one piece of its evidence. */
    faults: z.object({ off: z.array(z.string()).optional(), atMostLikely: z.array(z.string()).optional() }).optional(),
  })
  .superRefine((p, ctx) => {
    const taken = new Set<string>();
    p.bands.forEach((b, i) => {
      const problem = bandProblem(b);
      if (problem) ctx.addIssue({ code: 'custom', path: ['bands', i], message: `${b.measure}: ${problem}` });
      for (const club of b.clubs ?? ['*']) {
        const key = `${b.measure} ${club}`;
        if (taken.has(key))
          ctx.addIssue({ code: 'custom', path: ['bands', i], message: `${b.measure}: two bands for the same club` });
        taken.add(key);
      }
    });
  });
export type Pattern = z.infer<typeof Pattern>;

/** What is wrong with a band's edges, in words; null when nothing is. */
export function bandProblem({ ideal: [lo, hi], tolerated }: Pick<Band, 'ideal' | 'tolerated'>): string | null {
  if (lo === null && hi === null) return 'a band has at least one edge';
  if (lo !== null && hi !== null && lo > hi) return `the lower edge ${lo} lies above the upper edge ${hi}`;
  if (!tolerated) return null;
  const [a, b] = tolerated;
  if ((a === null) !== (lo === null) || (b === null) !== (hi === null))
    return 'tolerated and ideal are open on the same sides';
  if ((a !== null && a > lo!) || (b !== null && b < hi!)) return 'the tolerated range holds the ideal range';
  return null;
}

/** What is wrong with a pattern somebody brings, in one sentence; or the pattern. */
export function readPattern(x: unknown): { readonly pattern: Pattern } | { readonly problem: string } {
  const read = Pattern.safeParse(x);
  if (read.success) return { pattern: read.data };
  const first = read.error.issues[0]!;
  const where = first.path.length ? ` (${first.path.join('.')})` : '';
  const more = read.error.issues.length > 1 ? `, and ${read.error.issues.length - 1} more` : '';
  return { problem: `this is not a pattern: ${first.message}${where}${more}` };
}
