import { z } from 'zod';
import { worthOf } from '../compare/worth.js';
import { CLUB_CLASSES, type ClubClass } from '../recording/recording.js';

const range = z.tuple([z.number().nullable(), z.number().nullable()]);

/** One band: what a pattern wants of a measure, for some clubs, and why. */
export const Band = z.object({
  measure: z.string(),
  /** Without it the band is for every club class the pattern is for. */
  clubs: z.array(z.enum(CLUB_CLASSES)).optional(),
  ideal: range,
  /** Without it: wider than ideal by the larger of 2 worths and a quarter of the ideal width. */
  tolerated: range.optional(),
  weight: z.number().positive(),
  why: z.string(),
  source: z.enum(['a view', 'a measurement', 'own swings']),
  sure: z.enum(['agreed', 'several views', 'one view']),
});
export type Band = z.infer<typeof Band>;

/** A target pattern: what somebody believes a swing should show. */
export const Pattern = z.object({
  id: z.string(),
  name: z.string(),
  version: z.int().positive(),
  belief: z.string(),
  clubs: z.array(z.enum(CLUB_CLASSES)),
  bands: z.array(Band),
  /** Wanted order of the three main peaks, if any. */
  order: z
    .array(z.enum(['lateral', 'turning', 'vertical']))
    .length(3)
    .optional(),
});
export type Pattern = z.infer<typeof Pattern>;

export type Range = readonly [number | null, number | null];

/** A band in force for one club. */
export interface ClubBand {
  readonly measure: string;
  readonly ideal: Range;
  readonly tolerated: Range;
  readonly weight: number;
  readonly why: string;
  readonly sure: Band['sure'];
}

/** Ideal widened on each closed side by the larger of 2 worths and a quarter of the ideal width. */
export function toleratedRange(measure: string, [lo, hi]: Range): Range {
  const worth = 2 * (worthOf(measure) ?? 0);
  const by = lo !== null && hi !== null ? Math.max(worth, (hi - lo) / 4) : worth;
  return [lo === null ? null : lo - by, hi === null ? null : hi + by];
}

/** A wedge's shares are nearer even than an iron's by up to this, points. */
const WEDGE_SHIFT = 5;
const SHARES = /^(share\.|load\.trail\.max$)/;

/**
 * The bands of a pattern for a club: woods off a tee halfway between driver and iron (a band for only one of the two:
 * none), wedges as irons with shares moved toward 50.
 */
export function bandsFor(pattern: Pattern, club: ClubClass): ClubBand[] {
  if (!pattern.clubs.includes(club)) return [];
  const measures = [...new Set(pattern.bands.map((b) => b.measure))];
  return measures.flatMap((measure): ClubBand[] => {
    const of = (c: ClubClass) => pattern.bands.find((b) => b.measure === measure && (!b.clubs || b.clubs.includes(c)));
    const own = pattern.bands.find((b) => b.measure === measure && b.clubs?.includes(club));
    if (own || club === 'driver' || club === 'iron') return (own ?? of(club)) ? [dressed((own ?? of(club))!)] : [];
    const iron = of('iron');
    if (club === 'wedge') return iron ? [shifted(dressed(iron))] : [];
    const driver = of('driver');
    return iron && driver ? [halfway(dressed(driver), dressed(iron))] : [];
  });
}

const dressed = (b: Band): ClubBand => ({
  measure: b.measure,
  ideal: b.ideal,
  tolerated: b.tolerated ?? toleratedRange(b.measure, b.ideal),
  weight: b.weight,
  why: b.why,
  sure: b.sure,
});

function halfway(a: ClubBand, b: ClubBand): ClubBand {
  const mid = (x: Range, y: Range): Range => [0, 1].map((i) => (x[i] === null || y[i] === null ? null : (x[i]! + y[i]!) / 2)) as unknown as Range;
  return { ...b, ideal: mid(a.ideal, b.ideal), tolerated: mid(a.tolerated, b.tolerated) };
}

function shifted(b: ClubBand): ClubBand {
  if (!SHARES.test(b.measure)) return b;
  const [lo, hi] = b.ideal;
  const middle = lo !== null && hi !== null ? (lo + hi) / 2 : (lo ?? hi)!;
  const by = Math.sign(50 - middle) * Math.min(WEDGE_SHIFT, Math.abs(50 - middle));
  const move = (r: Range): Range => [r[0] === null ? null : r[0] + by, r[1] === null ? null : r[1] + by];
  return { ...b, ideal: move(b.ideal), tolerated: move(b.tolerated) };
}
