import {
  type ClubFindings,
  leadingFinding,
  leadingSet,
  type LessonFindings,
  type Report,
  type ReportSwing,
} from '@vilko/contract';
import {
  bandsFor,
  mean,
  type MeasureId,
  measureRow,
  type PracticeBand,
  representative,
  type Success,
  successOf,
  worthOf,
} from '@vilko/core';
import type { Standard } from '@vilko/contract';
import { summaryNumber } from '../swings/read-swing.js';
import { countsInTrends } from '../practice/dashboard.js';
import type { SummarisedSwing } from '../swings/swing-service.js';

/** The figures a report stands on. */
export interface Figures {
  readonly set: ClubFindings | null;
  readonly fault: string | null;
  readonly measure: Report['measure'];
  readonly success: Success | null;
  readonly before: SummarisedSwing[];
  readonly after: SummarisedSwing[];
}

/** Swings of one comparison: whole, no exercises, read, with one club on one kind of device. */
const alike = (club: string, device: string) => (s: SummarisedSwing) =>
  countsInTrends(s) && s.summary.read !== null && s.row.clubName === club && s.summary.device === device;

/** Where the pattern has no band: the side of the fault's limit that is free of it. */
function besideLimit(finding: ClubFindings['findings'][number] | undefined, id: string): PracticeBand {
  const piece = finding?.evidence.find((p) => p.measures.length === 1 && p.measures[0] === id && !p.spread);
  if (!piece) return [null, null];
  return piece.direction === 'over' ? [null, piece.limit] : [piece.limit, null];
}

/**
 * What is compared: this lesson with the last one of the same club and device; in a first lesson its last run with the
 * one before, or its first half with its second. The measure is the one that was agreed, else the one the main finding
 * rests on.
 * @param swings every swing of the pupil up to this lesson, oldest first
 */
export function figuresOf(
  { id: lessonId, measure: agreed }: { readonly id: string; readonly measure: MeasureId | null },
  found: LessonFindings,
  swings: readonly SummarisedSwing[],
  standardOf: (club: ClubFindings['club']) => Standard,
): Figures {
  const set = leadingSet(found);
  if (!set) return { set: null, fault: null, measure: null, success: null, before: [], after: [] };
  const main = leadingFinding(set, agreed) ?? undefined;
  const own = swings.filter(alike(set.clubName, set.device));
  const here = own.filter((s) => s.row.lessonId === lessonId);
  const last = own.findLast((s) => s.row.recordedAt < here[0]!.row.recordedAt && s.row.lessonId !== lessonId)?.row
    .lessonId;
  // where the pupil changed within the lesson, its last run speaks; in a first lesson against the run before
  const [from, earlier] = [set.steps.at(-1)?.at, set.steps.at(-2)?.at ?? 0];
  const half = Math.ceil(here.length / 2);
  const now = from === undefined ? here : here.filter((s) => s.row.number >= from);
  const [before, after] = last
    ? [own.filter((s) => s.row.lessonId === last), now]
    : from === undefined
      ? [here.slice(0, half), here.slice(half)]
      : [here.filter((s) => s.row.number >= earlier && s.row.number < from), now];
  const id = agreed ?? main?.evidence[0]?.measures[0] ?? 'share.lead.p7';
  const row = measureRow(id);
  const { pattern, tuning } = standardOf(set.club);
  const band = bandsFor(pattern, set.club, tuning).find((b) => b.measure === id)?.ideal ?? besideLimit(main, id);
  const values = (s: readonly SummarisedSwing[]) => s.flatMap((x) => summaryNumber(x.summary, id) ?? []);
  const [a, b] = [values(before), values(after)];
  const worth = worthOf(id);
  return {
    set,
    fault: main?.fault ?? null,
    measure: row
      ? {
          id,
          words: row.words,
          unit: row.unit,
          agreed: agreed !== null,
          band: [band[0], band[1]],
          before: a.length ? mean(a) : null,
          after: b.length ? mean(b) : null,
          n: [a.length, b.length],
        }
      : null,
    success: worth !== null && b.length && (band[0] !== null || band[1] !== null) ? successOf(a, b, band, worth) : null,
    before,
    after,
  };
}

/** The swing that stands for a set on the page. */
export function standsFor(swings: readonly SummarisedSwing[], measure: MeasureId | null): ReportSwing | null {
  if (!swings.length) return null;
  const ids = [
    ...new Set<MeasureId>(['share.lead.address', 'share.lead.p4', 'share.lead.p7', ...(measure ? [measure] : [])]),
  ];
  const { row, summary } = swings[representative(swings.map((s) => s.summary.read!.measures), ids)]!; // prettier-ignore
  return {
    id: row.id,
    number: row.number,
    clubName: row.clubName,
    date: row.recordedAt.toISOString(),
    value: measure ? summaryNumber(summary, measure) : null,
    shape: summary.thumbnail,
  };
}
