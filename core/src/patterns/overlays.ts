import * as z from 'zod';
import { MeasureIdText } from '../measures/measure-id.js';
import type { MeasureId } from '../measures/registry.js';
import { CLUB_CLASSES, type ClubClass } from '../recording/recording.js';
import rows from './overlays.json';
import type { Range } from './pattern.js';

export const OVERLAY_IDS = ['for-length', 'in-to-out', 'out-to-in'] as const;
export type OverlayId = (typeof OVERLAY_IDS)[number];

const Shift = z.object({
  measure: MeasureIdText,
  lower: z.number().optional(),
  upper: z.number().optional(),
  /** The upper edge is at most this; a pattern without the band gets it. */
  mostUpper: z.number().optional(),
});
type Shift = z.infer<typeof Shift>;

/** What a wanted shot changes about any pattern. */
export const Overlay = z.object({
  id: z.enum(OVERLAY_IDS),
  name: z.string(),
  words: z.string(),
  clubs: z.array(z.enum(CLUB_CLASSES)),
  /** What the pupil meant to do, as it is noted with a swing. */
  intent: z.string(),
  shifts: z.array(Shift),
});
export type Overlay = z.infer<typeof Overlay>;

export const OVERLAYS: readonly Overlay[] = z.array(Overlay).parse(rows);

/** The overlay a swing asks for by its intent and club, if any. */
export function overlaysFor(intent: string | undefined, club: ClubClass): OverlayId[] {
  return OVERLAYS.filter((o) => o.intent === intent && o.clubs.includes(club)).map((o) => o.id);
}

/** A range under overlays, edge by edge; overlays that are not for the club do nothing. */
export function overlaid(measure: MeasureId, range: Range, overlays: readonly OverlayId[], club: ClubClass): Range {
  return shiftsOf(overlays, club)
    .filter((s) => s.measure === measure)
    .reduce<Range>(([lo, hi], s) => {
      const upper = hi === null ? null : hi + (s.upper ?? 0);
      return [
        lo === null ? null : lo + (s.lower ?? 0),
        s.mostUpper === undefined ? upper : Math.min(upper ?? Infinity, s.mostUpper),
      ];
    }, range);
}

/** Bands that an overlay brings where the pattern has none. */
export const broughtBy = (overlays: readonly OverlayId[], club: ClubClass): Shift[] =>
  shiftsOf(overlays, club).filter((s) => s.mostUpper !== undefined);

function shiftsOf(overlays: readonly OverlayId[], club: ClubClass): Shift[] {
  return OVERLAYS.filter((o) => overlays.includes(o.id) && o.clubs.includes(club)).flatMap((o) => o.shifts);
}
