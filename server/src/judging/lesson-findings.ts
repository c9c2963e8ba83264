import type { LessonFindings, Pupil, Standard } from '@vilko/contract';
import {
  bandsFor,
  type ClubClass,
  compare,
  judgeSet,
  type MeasureId,
  oneSwingForAll,
  runsOf,
  unjudgedWords,
  worthOf,
} from '@vilko/core';
import { judgeContext, summaryNumber } from '../swings/read-swing.js';
import type { ReadSwing } from '../swings/swing-service.js';

/** Whole swings that are judged: those a finding is made of. */
const counts = ({ row, summary, doubt }: ReadSwing): boolean =>
  unjudgedWords({ ...row, doubt }) === null && summary.read !== null;

/** The standard for a club and an intent. */
export type StandardOf = (club: ClubClass, intent: string) => Standard;

/** A set's swings in the order they were made, cut where the golfer changed. */
export function runsIn(set: readonly ReadSwing[], { pattern, tuning }: Standard, agreed: MeasureId | null) {
  const inOrder = [...set].sort((a, b) => a.row.number - b.row.number);
  const { club } = inOrder[0]!.row;
  const ids = new Set([...(agreed ? [agreed] : []), ...bandsFor(pattern, club, tuning).map((b) => b.measure)]);
  const series = [...ids].flatMap((id) => {
    const worth = worthOf(id);
    return worth === null ? [] : [{ id, worth, values: inOrder.map((s) => summaryNumber(s.summary, id)) }];
  });
  const { steps, drifted } = runsOf(series);
  const bounds = [0, ...steps.map((s) => s.at), inOrder.length];
  return {
    runs: bounds.slice(1).map((to, i) => inOrder.slice(bounds[i], to)),
    steps: steps.map(({ at, id, before, after }) => ({ at: inOrder[at]!.row.number, measure: id, before, after })),
    drifted: drifted && { measure: drifted.id, from: drifted.from, to: drifted.to },
  };
}

/**
 * Findings of a lesson's sets: the whole swings with one club on one device, at least two of them. Where the golfer
 * changed within the lesson they are those of the last run.
 * @param standardOf the standard for a club and an intent
 * @param agreed the measure the lesson is judged by
 */
export function lessonFindings(
  pupil: Pupil,
  swings: readonly ReadSwing[],
  standardOf: StandardOf,
  agreed: MeasureId | null = null,
): LessonFindings {
  const own = swings.filter(counts);
  const sets = new Map<string, ReadSwing[]>();
  // a wanted shot changes what is asked, so that it makes a set of its own
  for (const s of own) {
    const key = [s.row.clubName, s.row.club, s.summary.device, s.row.intent].join('|');
    sets.set(key, [...(sets.get(key) ?? []), s]);
  }
  const clubs = [...sets.values()]
    .filter((set) => set.length >= 2)
    .map((set) => {
      const { club, clubName, intent } = set[0]!.row;
      const standard = standardOf(club, intent);
      const device = set[0]!.summary.device;
      // overruled in every swing of the set: overruled for the set
      const overruled = set[0]!.row.overruled.filter((o) =>
        set.every((s) => s.row.overruled.some((x) => x.fault === o.fault)),
      );
      const context = judgeContext(standard, { device, club, pupil, overruled });
      const { runs, steps, drifted } = runsIn(set, standard, agreed);
      const [last, ...before] = [...runs].reverse() as [ReadSwing[], ...ReadSwing[][]];
      const judgedOf = (run: readonly ReadSwing[]) => run.map((s) => s.summary.read!);
      const { findings } = judgeSet(judgedOf(last), context, before.reverse().map(judgedOf));
      return {
        club,
        clubName,
        device,
        pattern: standard.pattern.id,
        n: last.length,
        of: set.length,
        steps,
        drifted,
        findings: findings.map((f) => ({
          ...f,
          because: [...f.because],
          evidence: f.evidence.map((p) => ({ ...p, measures: [...p.measures] })),
          mayComeFrom: [...f.mayComeFrom],
        })),
      };
    });
  const fitted = own.map(({ row, summary }) => {
    const { pattern, tuning } = standardOf(row.club, row.intent);
    return {
      club: row.club,
      measures: summary.read!.measures,
      fit: compare(summary.read!.measures, pattern, row.club, tuning).fit,
    };
  });
  return { clubs, oneSwingForAll: oneSwingForAll(fitted) };
}
