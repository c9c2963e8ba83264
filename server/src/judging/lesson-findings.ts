import type { LessonFindings, Pupil, Standard } from '@vilko/contract';
import { type ClubClass, compare, judgeSet, oneSwingForAll, unjudgedWords } from '@vilko/core';
import { judgeContext } from '../swings/read-swing.js';
import type { ReadSwing } from '../swings/swing-service.js';

/** Whole swings that are judged: those a finding is made of. */
const counts = ({ row, summary, doubt }: ReadSwing): boolean =>
  unjudgedWords({ ...row, doubt }) === null && summary.read !== null;

/**
 * Findings of a lesson's sets: the whole swings with one club on one device, at least two of them.
 * @param standardOf the standard for a club and an intent
 */
export function lessonFindings(
  pupil: Pupil,
  swings: readonly ReadSwing[],
  standardOf: (club: ClubClass, intent: string) => Standard,
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
      const { findings } = judgeSet(
        set.map((s) => s.summary.read!),
        context,
      );
      return {
        club,
        clubName,
        device,
        pattern: standard.pattern.id,
        n: set.length,
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
