import type { Marks, SwingHead } from '@vilko/contract/swing';
import type { AnalyseOptions } from '@vilko/core/analyse';
import type { JudgeContext } from '@vilko/core/faults/judge';
import type { ClubClass } from '@vilko/core/recording/recording';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { readTraces } from '@vilko/core/traces/trace-bundle';
import { type Judged, judged } from './judged';

/** Everything the reading of one swing shows: what was measured, what is drawn, and what it is said to be. */
export type ReadView = SwingTraces & Judged;

/** Which swing is read, of whom, and by what it is judged. */
export interface ReadRequest {
  readonly id: string;
  readonly club: ClubClass;
  readonly by: Omit<JudgeContext, 'device' | 'club' | 'statureGiven'>;
  readonly options: Pick<AnalyseOptions, 'handed' | 'kind' | 'stature'>;
  /** An exercise is measured, never judged. */
  readonly tag?: string;
  /** So is one of which it is first to be asked who made it. */
  readonly doubt?: SwingHead['doubt'];
  readonly marks: Marks;
}

/** A swing's traces as they are judged. */
export const viewOf = (traces: SwingTraces, r: ReadRequest): ReadView => ({ ...traces, ...judged(traces, r) });

/** Unpacks a swing's traces and judges the swing. */
export const readView = (packed: Uint8Array, r: ReadRequest): ReadView => viewOf(readTraces(packed), r);
