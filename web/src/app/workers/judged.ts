import {
  type CannotJudge,
  type Finding,
  type JudgeContext,
  judgeSwing,
  type Weighing,
  weighSwing,
} from '@vilko/core/faults/judge';
import type { Comparison } from '@vilko/core/patterns/fit';
import type { Pattern } from '@vilko/core/patterns/pattern';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { unjudgedWords } from '@vilko/core/words/findings';
import type { ReadRequest } from './read-view';

/** What a swing is said to be, apart from what was measured in it. */
export interface Judged {
  readonly comparison: Comparison;
  readonly findings: readonly Finding[];
  readonly cannotJudge: readonly CannotJudge[];
  /** Every fault weighed, found or not. */
  readonly weighed: readonly (Weighing | CannotJudge)[];
}

/**
 * Judges a swing by what was measured in it: no sample is looked at again. A rehearsal or an exercise is measured,
 * never judged.
 */
export function judged(
  { device, events, measures }: Pick<SwingTraces, 'device' | 'events' | 'measures'>,
  { by, club, options, tag, doubt }: Pick<ReadRequest, 'by' | 'club' | 'options' | 'tag' | 'doubt'>,
): Judged {
  if (unjudgedWords({ kind: options.kind ?? 'full', tag: tag ?? 'ball', doubt: doubt ?? null }))
    return unjudged(by.pattern, club);
  const context: JudgeContext = { ...by, device, club, statureGiven: options.stature !== undefined };
  const swing = { events, measures };
  return { ...judgeSwing(swing, context), weighed: weighSwing(swing, context) };
}

const unjudged = (pattern: Pattern, club: ReadRequest['club']): Judged => ({
  comparison: { pattern: pattern.id, version: pattern.version, club, fit: null, judged: 0, of: 0, bands: [] },
  findings: [],
  cannotJudge: [],
  weighed: [],
});
