import { z } from 'zod';
import rows from './sports.json';

const THEMES = ['load', 'shift', 'push', 'centre', 'foot', 'order', 'finish'] as const;

const Sport = z.object({
  id: z.string(),
  /** Beginnings of words by which it is told from what a pupil says of other sports. */
  named: z.array(z.string()).min(1),
  says: z.record(z.enum(THEMES), z.string()),
});
const Library = z.object({
  /** What a finding is about, in a golfer's words. */
  themes: z.record(z.enum(THEMES), z.array(z.string())),
  sports: z.array(Sport),
});
const LIBRARY = Library.parse(rows);

/** Ids of the sports that there are comparisons from. */
export const SPORTS: readonly string[] = LIBRARY.sports.map((s) => s.id);

/** The sport that a pupil's words speak of, the first that is named; null where none is known. */
export function sportOf(otherSports: string): string | null {
  const words = otherSports.toLowerCase().match(/[\p{L}]+/gu) ?? [];
  const named = (beginnings: readonly string[]): number =>
    Math.min(
      ...beginnings.map((b) => {
        const i = b.includes(' ')
          ? otherSports.toLowerCase().includes(b)
            ? 0
            : -1
          : words.findIndex((w) => w.startsWith(b));
        return i < 0 ? Infinity : i;
      }),
    );
  const first = LIBRARY.sports.map((s) => ({ id: s.id, at: named(s.named) })).reduce((a, b) => (b.at < a.at ? b : a));
  return first.at === Infinity ? null : first.id;
}

/**
 * A comparison from the pupil's own sport for a finding; null where no sport of the library is on record.
 * @example fromSport('late-shift', 'fencing, foil') // 'As in a lunge: the front foot lands, and you are on it.'
 */
export function fromSport(fault: string, otherSports: string): string | null {
  const sport = LIBRARY.sports.find((s) => s.id === sportOf(otherSports));
  const theme = THEMES.find((t) => LIBRARY.themes[t].includes(fault));
  return sport && theme ? sport.says[theme] : null;
}
