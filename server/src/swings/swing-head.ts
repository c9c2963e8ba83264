import type { Film, Pupil, Shot, SwingHead } from '@vilko/contract';
import { doubtWords, type DrillShelf, type PersonDoubt, type QuantityId, worthOf } from '@vilko/core';
import { quantityIn, summaryNumber, type SwingSummary, type Verdict } from './read-swing.js';
import type { SwingRow } from './swing-repository.js';
import { taskOf } from './task.js';

/** What lies beside a swing. */
export interface Beside {
  readonly verdict: Verdict;
  readonly shot: Shot | null;
  readonly films: readonly Film[];
  /** How far the pupil usually takes the club back in a half swing, °. */
  readonly usualHalf: number | null;
  readonly pupil: Pick<Pupil, 'handed' | 'mass'>;
  /** What its lesson is judged by. */
  readonly measure: QuantityId | null;
  /** What is to be asked about who it was. */
  readonly doubt: { readonly about: PersonDoubt } | null;
  /** The house's drills. */
  readonly drills: DrillShelf;
}

/** A swing as lists and pages show it: its row, its main numbers, its verdict. */
export function headOf(
  row: SwingRow,
  summary: SwingSummary,
  { verdict, shot, films: ownFilms, usualHalf, pupil, measure, doubt, drills }: Beside,
): SwingHead {
  const { recordingId, part, deletedAt, recordedAt, sure, ...kept } = row;
  const back = summaryNumber(summary, 'club.back') ?? 0;
  const grown = row.kind === 'half' && usualHalf !== null && back > usualHalf + worthOf('club.back')!;
  return {
    ...kept,
    handed: row.handed ?? pupil.handed,
    doubt: doubt && {
      about: doubt.about,
      stood: summary.stood,
      words: doubtWords(doubt.about, { stood: summary.stood, record: pupil.mass, handed: pupil.handed }),
    },
    device: row.device as SwingHead['device'],
    recordedAt: recordedAt.toISOString(),
    shot,
    films: [...ownFilms],
    ...verdict,
    task: row.task && taskOf(row.task, { summary, ball: shot?.values ?? null }, drills),
    leadAtImpact: summaryNumber(summary, 'share.lead.p7'),
    agreed: measure && quantityIn({ summary, ball: shot?.values ?? null }, measure),
    thumbnail: summary.thumbnail,
    warnings: [
      ...summary.warnings,
      ...(grown ? [`this half swing has grown: ${back.toFixed(0)}° back, usually ${usualHalf.toFixed(0)}°`] : []),
    ],
  };
}
