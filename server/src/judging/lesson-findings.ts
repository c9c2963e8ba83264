import type { LessonFindings, Pupil } from '@vilko/contract';
import { compare, judgeSet, oneSwingForAll } from '@vilko/core';
import { judgeContext } from '../swings/read-swing.js';
import type { ReadSwing } from '../swings/swing-service.js';
import type { StandardOf, SwingSet } from './swing-sets.js';

/** What cannot be told yet, at most: more would hide what is found. */
const MOST_NEAR = 3;

/**
 * Findings of a lesson's sets, at least two swings each. Where the golfer changed within the lesson they are those of
 * the last run.
 * @param standardOf the standard for a club and an intent
 */
export function lessonFindings(
  pupil: Pupil,
  sets: readonly SwingSet[],
  standardOf: StandardOf,
): Omit<LessonFindings, 'compared'> {
  const clubs = sets
    .filter((set) => set.swings.length >= 2)
    .map(({ club, clubName, device, intent, swings, runs, steps, drifted, byHand }) => {
      const standard = standardOf(club, intent);
      // overruled in every swing of the set: overruled for the set
      const overruled = swings[0]!.row.overruled.filter((o) =>
        swings.every((s) => s.row.overruled.some((x) => x.fault === o.fault)),
      );
      const context = judgeContext(standard, { device, club, pupil, overruled });
      const [last, ...before] = [...runs].reverse() as [ReadSwing[], ...ReadSwing[][]];
      const judgedOf = (run: readonly ReadSwing[]) => run.map((s) => s.summary.read!);
      const { findings, near } = judgeSet(judgedOf(last), context, before.reverse().map(judgedOf));
      return {
        club,
        clubName,
        device,
        intent,
        pattern: standard.pattern.id,
        n: last.length,
        of: swings.length,
        steps: [...steps],
        drifted,
        byHand,
        near: near.slice(0, MOST_NEAR),
        findings: findings.map((f) => ({
          ...f,
          because: [...f.because],
          evidence: f.evidence.map((p) => ({ ...p, measures: [...p.measures] })),
          mayComeFrom: [...f.mayComeFrom],
        })),
      };
    });
  const fitted = sets
    .flatMap((s) => s.swings)
    .map(({ row, summary }) => {
      const { pattern, tuning } = standardOf(row.club, row.intent);
      return {
        club: row.club,
        measures: summary.read!.measures,
        fit: compare(summary.read!.measures, pattern, row.club, tuning).fit,
      };
    });
  return { clubs, oneSwingForAll: oneSwingForAll(fitted) };
}
