import type { Entered } from '@vilko/contract/entered';
import { followedBy } from '@vilko/core/film/followed';
import { quantityOf } from '@vilko/core/measures/quantity';
import { lower } from '@vilko/core/words/case';

/** One value that was entered, in the unit it is kept in. */
export interface EnteredPoint {
  readonly at: string;
  readonly lessonId: string;
  readonly value: number;
  readonly u: number | null;
  /** Which swing of the lesson it was read from; null where only numbers are known. */
  readonly swingId: string | null;
}

/** Values of one kind over time: of one thing, one moment, one club and one source, never mixed. */
export interface EnteredTrend {
  readonly key: string;
  readonly words: string;
  /** Where they come from: a side of the camera, another screen, a sheet. */
  readonly from: string;
  readonly clubName: string;
  readonly unit: string;
  readonly points: readonly EnteredPoint[];
}

const momentWords = (moment: string | null): string => (moment ? `P${moment.slice(1)}` : 'from impact');

/** Everything entered about a pupil, kind by kind; the longest first, each in the order of time. */
export function trendsOf({ swings, film }: Entered): EnteredTrend[] {
  const all = new Map<string, Omit<EnteredTrend, 'points'> & { points: EnteredPoint[] }>();
  const add = (about: Omit<EnteredTrend, 'key' | 'points'>, point: EnteredPoint): void => {
    const key = [about.words, about.from, about.clubName].join('|');
    const trend = all.get(key) ?? { ...about, key, points: [] };
    trend.points.push(point);
    all.set(key, trend);
  };
  for (const f of film) {
    const { words, unit } = followedBy(f.of);
    add(
      {
        words: `${f.name || words}, ${momentWords(f.moment)}`,
        from: `film ${f.side}, by hand`,
        clubName: f.clubName,
        unit,
      },
      { at: f.recordedAt, lessonId: f.lessonId, value: f.value, u: null, swingId: f.swingId },
    );
  }
  for (const s of swings)
    for (const { measure, value, u } of s.values) {
      const { words, unit } = quantityOf(measure);
      add(
        { words, from: s.source, clubName: s.clubName, unit },
        { at: s.at, lessonId: s.lessonId, value, u, swingId: null },
      );
    }
  return [...all.values()]
    .map((t) => ({ ...t, points: t.points.sort((a, b) => a.at.localeCompare(b.at)) }))
    .sort((a, b) => b.points.length - a.points.length || lower(a.words).localeCompare(lower(b.words)));
}
