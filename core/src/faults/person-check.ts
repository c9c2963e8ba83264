import { type Measures, numberOf } from '../measures/measure.js';
import type { Handed } from '../recording/recording.js';
import LIMITS from './person.json';

/** What may be wrong about whose swing it is. */
export type PersonDoubt = 'weight' | 'hand';

/** What one swing says of the person who made it. */
export interface PersonSeen {
  /** kg that stood still before the swing; null where the device knows no newtons. */
  readonly stood: number | null;
  /** Read by the hand on record; null where no swing is found. */
  readonly measures: Measures | null;
  /** Somebody has said that it was the pupil. */
  readonly sure?: boolean;
}

/**
 * Whether another person may have stood there: the quiet weight is off the record by over 4% and 3 kg (judging.md §3).
 * @param stood kg, null where it is not measured
 * @param record kg, null where the record has none
 */
export function anotherWeight(stood: number | null, record: number | null): boolean {
  if (stood === null || record === null) return false;
  const off = Math.abs(stood - record);
  return off > LIMITS.weight.kg && off > (LIMITS.weight.percent / 100) * record;
}

/**
 * Whether a swing reads as one of the other hand: the lead share falls from P5 to P7 and ends under 35% (at P9 where
 * there is no P10), so that read in the mirror it would rise and end over 65% (judging.md §3).
 */
export function mirrored(measures: Measures | null): boolean {
  const share = (id: keyof Measures) => numberOf(measures?.[id]);
  const [p5, p7, end] = [
    share('share.lead.p5'),
    share('share.lead.p7'),
    share('share.lead.p10') ?? share('share.lead.p9'),
  ];
  return p5 !== null && p7 !== null && end !== null && p7 < p5 && end < LIMITS.hand.endsUnder;
}

/**
 * What is to be asked about each swing of one lesson before anything in it is judged; null where nothing is. The hand
 * is asked about where over half of the swings that can say it read as the other one's, and then of those.
 * @param record kg of the pupil; null where it is not on record
 * @example personDoubts(swings, 64) // [null, 'weight', null]
 */
export function personDoubts(swings: readonly PersonSeen[], record: number | null): (PersonDoubt | null)[] {
  const said = swings.filter((s) => s.measures !== null && numberOf(s.measures['share.lead.p7']) !== null);
  const turned = swings.map((s) => !s.sure && mirrored(s.measures));
  const asks = turned.filter(Boolean).length > LIMITS.hand.part * said.length;
  return swings.map((s, i) =>
    !s.sure && anotherWeight(s.stood, record) ? 'weight' : asks && turned[i] ? 'hand' : null,
  );
}

/** The question, as a screen asks it. */
export function doubtWords(
  doubt: PersonDoubt,
  { stood, record, handed }: { readonly stood: number | null; readonly record: number | null; readonly handed: Handed },
): string {
  if (doubt === 'hand')
    return `${handed === 'right' ? 'Left' : 'Right'}-handed? The load goes to the trail foot and stays there: it reads as a swing of the other hand.`;
  return `${stood?.toFixed(0)} kg stood here, the record says ${record?.toFixed(0)}: another person?`;
}
