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
  const text = otherSports.toLowerCase();
  // where a word of the text begins so
  const at = (beginning: string): number => text.search(new RegExp(`(?<!\\p{L})${beginning}`, 'u'));
  const named = LIBRARY.sports.flatMap(({ id, named }) => named.map((b) => ({ id, at: at(b) })));
  return named.filter((n) => n.at >= 0).sort((a, b) => a.at - b.at)[0]?.id ?? null;
}

/**
 * A comparison from the pupil's own sport for a finding; null where no sport of the library is on record.
 * @example fromSport('late-shift', 'fencing, foil')!.words // 'As in a lunge: the front foot lands, and you are on it.'
 */
export function fromSport(
  fault: string,
  otherSports: string,
): { readonly sport: string; readonly words: string } | null {
  const id = sportOf(otherSports);
  const sport = LIBRARY.sports.find((s) => s.id === id);
  const theme = THEMES.find((t) => LIBRARY.themes[t].includes(fault));
  return sport && theme ? { sport: sport.id, words: sport.says[theme] } : null;
}
