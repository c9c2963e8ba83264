import type { Film, Shot, SwingHead } from '@vilko/contract';
import { worthOf } from '@vilko/core';
import { summaryNumber, type SwingSummary, type Verdict } from './read-swing.js';
import type { SwingRow } from './swing-repository.js';
import { taskOf } from './task.js';

/** What lies beside a swing. */
export interface Beside {
  readonly verdict: Verdict;
  readonly shot: Shot | null;
  readonly films: readonly Film[];
  /** How far the pupil usually takes the club back in a half swing, °. */
  readonly usualHalf: number | null;
  /** The pupil's own hand. */
  readonly handed: SwingHead['handed'];
}

/** A swing as lists and pages show it: its row, its main numbers, its verdict. */
export function headOf(
  row: SwingRow,
  summary: SwingSummary,
  { verdict, shot, films: ownFilms, usualHalf, handed }: Beside,
): SwingHead {
  const { recordingId, part, deletedAt, recordedAt, ...kept } = row;
  const back = summaryNumber(summary, 'club.back') ?? 0;
  const grown = row.kind === 'half' && usualHalf !== null && back > usualHalf + worthOf('club.back')!;
  return {
    ...kept,
    handed: row.handed ?? handed,
    device: row.device as SwingHead['device'],
    recordedAt: recordedAt.toISOString(),
    shot,
    films: [...ownFilms],
    ...verdict,
    task: row.task && taskOf(row.task, summary),
    leadAtImpact: summaryNumber(summary, 'share.lead.p7'),
    thumbnail: summary.thumbnail,
    warnings: [
      ...summary.warnings,
      ...(grown ? [`this half swing has grown: ${back.toFixed(0)}° back, usually ${usualHalf.toFixed(0)}°`] : []),
    ],
  };
}
