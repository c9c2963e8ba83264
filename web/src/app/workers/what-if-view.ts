import type { Marks } from '@vilko/contract/swing';
import { type AnalyseOptions, analyseInDepth } from '@vilko/core/analyse';
import { EVENT_NAMES } from '@vilko/core/events/event';
import { readGround } from '@vilko/core/ground/ground';
import type { Recording } from '@vilko/core/recording/recording';
import { swingTraces } from '@vilko/core/traces/swing-traces';
import { alterSwing } from '@vilko/core/what-if/alter';
import { type SmallestChange, smallestChanges, type TriedSwing } from '@vilko/core/what-if/smallest-change';
import { alterable, between, farthest, NOTHING_ALTERED, type WhatIf } from '@vilko/core/what-if/what-if';
import { type ReadRequest, type ReadView, viewOf } from './read-view';

/** A stored recording, and which of its swings is meant. */
export interface StoredRecording {
  readonly bundle: Uint8Array;
  readonly part: number;
}

/** A change of the swing that is asked for, and the last one that held. */
export interface WhatIfRequest {
  readonly from: WhatIf;
  readonly to: WhatIf;
}

/** The altered swing, how far the change could go, and what stopped it. */
export interface WhatIfView {
  readonly view: ReadView;
  readonly applied: WhatIf;
  readonly stopped: string | null;
}

/** Halvings after which a change that is stopped is near enough to where it stops. */
const HALVINGS = 6;

/** A recording, and which of its swings is meant. */
interface SwingIn {
  readonly rec: Recording;
  readonly part: number;
}

/** One swing to be altered again and again: what stops a change, and the altered swing, its events where they were. */
function altering({ rec, part }: SwingIn, r: ReadRequest) {
  const { handed = 'right', stature } = r.options;
  const withMarks = (marks: Marks): AnalyseOptions => ({
    ...r.options,
    club: r.club,
    marks: Array.from({ length: part + 1 }, (_, i) => (i === part ? marks : {})),
  });
  const swing = analyseInDepth(rec, withMarks(r.marks)).swings[part]!;
  const ground = readGround(rec, handed, undefined, stature);
  const marks = Object.fromEntries(
    EVENT_NAMES.flatMap((n) => (swing.events[n] ? [[n, { t: swing.events[n].t, u: swing.events[n].u }]] : [])),
  );
  return {
    answer: (w: WhatIf) => alterSwing(rec, ground, swing, w),
    view: (altered: Recording): ReadView => viewOf(swingTraces(analyseInDepth(altered, withMarks(marks)), part), r),
  };
}

/** Alters a swing as far as it goes, and reads the altered one. */
export function whatIfView(swing: SwingIn, r: ReadRequest, { from, to }: WhatIfRequest): WhatIfView {
  const { answer, view } = altering(swing, r);
  let stopped: string | null = null;
  let [applied, got] = [to, answer(to)];
  if ('stopped' in got) {
    stopped = got.stopped;
    applied = between(
      from,
      to,
      farthest((part) => !('stopped' in answer(between(from, to, part))), HALVINGS),
    );
    got = answer(applied);
    // what held before holds no more (another swing): back to the swing as it is
    if ('stopped' in got) [applied, got] = [NOTHING_ALTERED, answer(NOTHING_ALTERED)];
  }
  if ('stopped' in got) throw new Error(got.stopped);
  return { view: view(got.recording), applied, stopped };
}

/** The smallest changes that remove a finding of a swing, by trying them. */
export function smallestWhatIf(
  swing: SwingIn,
  r: ReadRequest,
  fault: string,
  progress: (done: number) => void,
): SmallestChange[] {
  const { answer, view } = altering(swing, r);
  const tried: TriedSwing<Recording> = {
    altered: (w) => {
      const got = answer(w);
      return 'stopped' in got ? null : got.recording;
    },
    verdict: (altered) => {
      const { weighed, findings } = view(altered);
      const says = weighed.find((x) => x.fault === fault);
      // what cannot be judged any more has not gone away
      return {
        strength: says && 'strength' in says ? says.strength : 1,
        main: findings.find((f) => f.main)?.fault ?? null,
      };
    },
  };
  return smallestChanges(alterable(swing.rec.device), tried, progress);
}
