import * as z from 'zod';
import rows from './sports.json';
import { shipped } from '../shipped.js';

/** What a finding can be about, as far as other sports know it. */
export const SPORT_THEMES = ['load', 'shift', 'push', 'centre', 'foot', 'order', 'finish'] as const;

const Sport = z.object({
  id: z.string(),
  /** Beginnings of words by which it is told from what a pupil says of other sports. */
  named: z.array(z.string()).min(1),
  says: z.record(z.enum(SPORT_THEMES), z.string()),
});
const Library = z.object({
  /** What a finding is about, in a golfer's words. */
  themes: z.record(z.enum(SPORT_THEMES), z.array(z.string())),
  sports: z.array(Sport),
});
const LIBRARY = shipped(Library, rows);

export type SportTheme = (typeof SPORT_THEMES)[number];

/** What the house says of a sport instead; of one of its own: everything. */
const HouseSport = z.object({
  /** Beginnings of words by which it is told; those that come with the application stay. */
  named: z.array(z.string().trim().min(2).max(40)).max(12).default([]),
  says: z.partialRecord(z.enum(SPORT_THEMES), z.string().trim().max(200)).default({}),
});
/** By the sport's name. */
export const HouseSports = z.record(z.string().trim().min(1).max(40), HouseSport);
export type HouseSports = z.infer<typeof HouseSports>;

/** A sport that comparisons come from; what is not said of it is empty. */
export interface SportRow {
  readonly id: string;
  /** Comes with the application. */
  readonly comes: boolean;
  readonly named: readonly string[];
  readonly says: Readonly<Partial<Record<SportTheme, string>>>;
}

/** Ids of the sports that come with the application. */
export const SPORTS: readonly string[] = LIBRARY.sports.map((s) => s.id);

/** What the application itself says of a sport; empty for one of the house's own. */
export const shippedSays = (id: string): SportRow['says'] => LIBRARY.sports.find((s) => s.id === id)?.says ?? {};

/** Every sport there is, those of the house last; what the house says of one goes before what came. */
export function sportLibrary(house: HouseSports): readonly SportRow[] {
  const own = Object.entries(house).filter(([id]) => !SPORTS.includes(id));
  return [
    ...LIBRARY.sports.map(({ id, named, says }) => {
      const words = Object.entries(house[id]?.says ?? {}).filter(([, w]) => w);
      return { id, comes: true, named, says: { ...says, ...Object.fromEntries(words) } };
    }),
    ...own.map(([id, { named, says }]) => ({ id, comes: false, named: named.length ? named : [id], says })),
  ];
}

/** The sport that a pupil's words speak of, the first that is named; null where none is known. */
export function sportOf(otherSports: string, house: HouseSports): SportRow | null {
  const text = otherSports.toLowerCase();
  // where a word of the text begins so
  const at = (beginning: string): number =>
    text.search(new RegExp(`(?<!\\p{L})${beginning.toLowerCase().replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`, 'u'));
  const named = sportLibrary(house).flatMap((sport) => sport.named.map((b) => ({ sport, at: at(b) })));
  return named.filter((n) => n.at >= 0).sort((a, b) => a.at - b.at)[0]?.sport ?? null;
}

/**
 * A comparison from the pupil's own sport for a finding; null where no sport of the library is on record, or nothing is
 * said of what the finding is about.
 * @example fromSport('unsteady-finish', 'ballet', {})!.sport // 'dancing'
 */
export function fromSport(
  fault: string,
  otherSports: string,
  house: HouseSports,
): { readonly sport: string; readonly words: string } | null {
  const sport = sportOf(otherSports, house);
  const theme = SPORT_THEMES.find((t) => LIBRARY.themes[t].includes(fault));
  const words = theme && sport?.says[theme];
  return words ? { sport: sport.id, words } : null;
}
