import { isDeepStrictEqual } from 'node:util';
import { type FrozenPage, REPORT_FIELDS, type ReportField, type ReportText } from '@vilko/contract';
import type { KeptReport } from '../pupils/pupil-repository.js';

/** A page as the lesson makes it now. */
export type Fresh = Omit<FrozenPage, 'madeAt'>;

/** What is frozen, with what is no figure: the aim and the next visit are the lesson's own, as they stand now. */
export const asFrozen = (page: FrozenPage, { draft, figures }: Fresh): FrozenPage => ({
  ...page,
  draft: { ...page.draft, aim: draft.aim },
  figures: { ...page.figures, nextVisit: figures.nextVisit },
});

const swingsOf = ({ source }: Fresh): number => source.set?.of ?? 0;

/** How many swings came since a page was frozen; null where it would be the same today. */
export function behindOf({ madeAt: _, ...page }: FrozenPage, fresh: Fresh): number | null {
  // as the database gives it back: what is undefined is not there
  const now: unknown = JSON.parse(JSON.stringify(fresh));
  return isDeepStrictEqual(page, now) ? null : Math.max(0, swingsOf(fresh) - swingsOf(page));
}

const KEYS = REPORT_FIELDS.map((f) => f.key);
const each = <T>(of: (key: ReportField) => T): Record<ReportField, T> =>
  Object.fromEntries(KEYS.map((key) => [key, of(key)])) as Record<ReportField, T>;

/**
 * The instructor's words over a draft: what was written stays as written, what was left as it was follows the draft.
 * @returns the words, null where nothing is the instructor's own, and the fields whose draft has moved beneath them
 */
export function wordsOver(
  { text, against }: Pick<KeptReport, 'text' | 'against'>,
  draft: ReportText,
): { readonly text: ReportText | null; readonly moved: ReportField[] } {
  if (!text) return { text: null, moved: [] };
  const own = KEYS.filter((key) => text[key] !== (against ?? draft)[key]);
  return {
    text: own.length ? each((key) => (own.includes(key) ? text[key] : draft[key])) : null,
    moved: own.filter((key) => against !== null && against[key] !== draft[key]),
  };
}

/** What the fields of new words are held against: those that stay as they were keep the draft they were written to. */
export const writtenAgainst = (
  before: Pick<KeptReport, 'text' | 'against'>,
  text: ReportText,
  draft: ReportText,
  stands: readonly ReportField[],
): ReportText =>
  each((key) =>
    before.against && text[key] === before.text?.[key] && text[key] !== draft[key] && !stands.includes(key)
      ? before.against[key]
      : draft[key],
  );
