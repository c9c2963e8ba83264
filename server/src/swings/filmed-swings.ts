import type { Film, Pupil } from '@vilko/contract';
import type { SwingSummary } from './read-swing.js';
import type { SwingReadings, SwingTables } from './swing-readings.js';
import type { SwingRow } from './swing-repository.js';

/** A swing and its films in which something was followed by hand. */
export interface FilmedSwing {
  readonly row: SwingRow;
  readonly summary: SwingSummary;
  readonly films: readonly Film[];
}

export const filmedSwings = ({ films }: Pick<SwingTables, 'films'>, { rowsOf, summariesOf }: SwingReadings) => ({
  /** Swings of a pupil in whose films something was followed by hand, oldest first. */
  async filmed(pupil: Pupil): Promise<FilmedSwing[]> {
    const every = await rowsOf(pupil);
    const theirs = (await films.ofSwings(every.map((r) => r.id))).filter((f) => f.followed.length);
    const rows = every.filter((r) => theirs.some((f) => f.swingId === r.id));
    const summaries = await summariesOf(rows, pupil);
    return rows.map((row, i) => ({
      row,
      summary: summaries[i]!,
      films: theirs.filter((f) => f.swingId === row.id),
    }));
  },
});
