import type { Pupil } from '@vilko/contract';
import { type PersonDoubt, personDoubts, unjudgedWords } from '@vilko/core';
import { grouped } from '../db/grouped.js';
import type { SwingSummary } from './read-swing.js';
import type { SwingRepository, SwingRow } from './swing-repository.js';

/** A swing of which it is first to be asked who made it. */
export interface Doubted {
  readonly about: PersonDoubt;
}

/**
 * What is to be asked about who made these swings, by their ids, before one of them is judged: looked at lesson by
 * lesson, over all that lies there now.
 */
export const swingDoubts =
  (swings: SwingRepository, summariesOf: (rows: readonly SwingRow[], pupil: Pupil) => Promise<SwingSummary[]>) =>
  async (
    rows: readonly SwingRow[],
    pupil: Pupil,
    known: ReadonlyMap<string, SwingSummary> = new Map(),
  ): Promise<ReadonlyMap<string, Doubted>> => {
    const lessons = [...new Set(rows.map((r) => r.lessonId))];
    const all = (await swings.everOf(lessons)).filter((r) => r.deletedAt === null && unjudgedWords(r) === null);
    const unknown = all.filter((r) => !known.has(r.id));
    const others = await summariesOf(unknown, pupil);
    const summaries = new Map([...known, ...unknown.map((r, i) => [r.id, others[i]!] as const)]);
    const found = new Map<string, Doubted>();
    for (const ofLesson of grouped(all, (r) => r.lessonId).values()) {
      const own = ofLesson.map((row) => ({ row, summary: summaries.get(row.id)! }));
      const doubts = personDoubts(
        own.map(({ row, summary }) => ({
          stood: summary.stood,
          measures: summary.read?.measures ?? null,
          sure: row.sure,
        })),
        pupil.mass,
      );
      own.forEach(({ row }, i) => doubts[i] && found.set(row.id, { about: doubts[i] }));
    }
    return found;
  };
