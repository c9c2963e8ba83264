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
import type { Compared } from '../judging/swing-sets.js';
import { summaryNumber } from '../swings/read-swing.js';
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

/** Where the pattern has no band: the side of the fault's limit that is free of it. */
function besideLimit(finding: ClubFindings['findings'][number] | undefined, id: string): PracticeBand {
  const piece = finding?.evidence.find((p) => p.measures.length === 1 && p.measures[0] === id && !p.spread);
  if (!piece) return [null, null];
  return piece.direction === 'over' ? [null, piece.limit] : [piece.limit, null];
}

/**
 * The figures of a lesson's leading set over the swings that are compared in it. The measure is the one that was
 * agreed, else the one the main finding rests on.
 */
export function figuresOf(
  agreed: MeasureId | null,
  found: Pick<LessonFindings, 'clubs'>,
  { before, after }: Compared<SummarisedSwing>,
  standardOf: (club: ClubFindings['club']) => Standard,
): Figures {
  const set = leadingSet(found);
  if (!set) return { set: null, fault: null, measure: null, success: null, before: [], after: [] };
  const main = leadingFinding(set, agreed) ?? undefined;
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
    before: [...before],
    after: [...after],
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
