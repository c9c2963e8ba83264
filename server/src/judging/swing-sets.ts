import {
  alike,
  type ClubFindings,
  type LessonHead,
  MAY_CHANGE,
  type SetKey,
  setName,
  type Standard,
} from '@vilko/contract';
import {
  bandsFor,
  type ClubClass,
  type MarkBefore,
  type QuantityId,
  runsAt,
  runsOf,
  seriesOf,
  sinceOf,
  unjudgedWords,
} from '@vilko/core';
import { grouped } from '../db/grouped.js';
import { quantitiesOf } from '../swings/read-swing.js';
import type { ReadSwing } from '../swings/swing-service.js';

/** The standard for a club and an intent. */
export type StandardOf = (club: ClubClass, intent: string) => Standard;

/** A lesson's whole, judged swings of one kind in the order they were made, cut where the golfer changed. */
export interface SwingSet<S extends ReadSwing = ReadSwing> extends SetKey {
  readonly lessonId: string;
  readonly swings: readonly S[];
  /** The same swings as runs; the last one is how the golfer swings now. */
  readonly runs: readonly (readonly S[])[];
  readonly steps: ClubFindings['steps'];
  readonly drifted: ClubFindings['drifted'];
  readonly byHand: boolean;
}

/** Whole swings that are judged: those a finding, a run or a trend is made of. */
export const counts = ({ row, summary, doubt }: ReadSwing): boolean =>
  unjudgedWords({ ...row, doubt }) === null && summary.read !== null;

/** The newest run of a set. */
export const lastRun = <S extends ReadSwing>({ runs }: Pick<SwingSet<S>, 'runs'>): readonly S[] => runs.at(-1) ?? [];

/**
 * What of a lesson tells where its sets are cut, and since what: what it is judged by, where the instructor lets runs
 * begin, what was said and done.
 */
export type CutBy = Pick<LessonHead, 'measure' | 'cuts' | 'timeLine'>;

interface HowCut {
  readonly agreed: QuantityId | null;
  readonly byHand: readonly number[] | undefined;
  readonly marks: readonly MarkBefore[];
}

/** Where the golfer changed in a set, and how; told by the agreed measure wherever that moved by its worth. */
function cut<S extends ReadSwing>(
  swings: readonly S[],
  { pattern, tuning }: Standard,
  { agreed, byHand, marks }: HowCut,
) {
  const inOrder = [...swings].sort((a, b) => a.row.number - b.row.number);
  const { club } = inOrder[0]!.row;
  const ids = [...(agreed ? [agreed] : []), ...bandsFor(pattern, club, tuning).map((b) => b.measure)];
  const series = seriesOf(inOrder.map(quantitiesOf), ids);
  const first = (number: number): number => inOrder.findIndex((s) => s.row.number >= number);
  const { steps, drifted } = byHand ? runsAt(series, byHand.map(first), agreed) : runsOf(series, agreed);
  const bounds = [0, ...steps.map((s) => s.at), inOrder.length];
  const numbers = steps.map((s) => inOrder[s.at]!.row.number);
  const since = sinceOf(numbers, marks);
  return {
    runs: bounds.slice(1).map((to, i) => inOrder.slice(bounds[i], to)),
    steps: steps.map(({ id, before, after }, i) => ({ at: numbers[i]!, measure: id, before, after, since: since[i]! })),
    drifted: drifted && { measure: drifted.id, from: drifted.from, to: drifted.to },
  };
}

/**
 * Swings as sets: lesson by lesson, in each by club, device and wanted shot, each cut into its runs.
 * @param swings oldest first
 * @param lessonOf what a lesson is cut by
 */
export function setsOf<S extends ReadSwing>(
  swings: readonly S[],
  standardOf: StandardOf,
  lessonOf: (lessonId: string) => CutBy | undefined,
): SwingSet<S>[] {
  const sets = grouped(swings.filter(counts), ({ row, summary }) =>
    [row.lessonId, row.clubName, row.club, summary.device, row.intent].join('|'),
  );
  return [...sets.values()].map((set) => {
    const [{ row, summary }] = set as [S, ...S[]];
    const { lessonId, club, clubName, intent } = row;
    const key = { club, clubName, device: summary.device, intent };
    const lesson = lessonOf(lessonId);
    const byHand = lesson?.cuts[setName(key)];
    const marks = lesson?.timeLine.filter((m) => MAY_CHANGE.includes(m.kind)) ?? [];
    const found = cut(set, standardOf(club, intent), { agreed: lesson?.measure ?? null, byHand, marks });
    return { ...key, lessonId, swings: found.runs.flat(), ...found, byHand: byHand !== undefined };
  });
}

/** Which swings are compared, before and after. */
export interface Compared<S extends ReadSwing = ReadSwing> {
  readonly before: readonly S[];
  readonly after: readonly S[];
}

/** The last lesson before a set's own that has a set alike; null where there is none. */
export function lessonBefore<S extends ReadSwing>(set: SwingSet<S>, swings: readonly S[]): string | null {
  const since = set.swings[0]!.row.recordedAt;
  return (
    swings.findLast(
      (s) =>
        s.row.recordedAt < since &&
        s.row.lessonId !== set.lessonId &&
        counts(s) &&
        alike({ ...s.row, device: s.summary.device }, set),
    )?.row.lessonId ?? null
  );
}

/**
 * What is compared in a lesson, on every screen and in the report: how the golfer swings now with how the last lesson
 * with the same club and device ended, in a first lesson with the run before; where nothing changed within it, there is
 * no before.
 * @param earlier the same set of the lesson before
 */
export function comparedIn<S extends ReadSwing>(set: SwingSet<S>, earlier: SwingSet<S> | undefined): Compared<S> {
  if (earlier) return { before: lastRun(earlier), after: lastRun(set) };
  return { before: set.runs.at(-2) ?? [], after: lastRun(set) };
}
