import type { Marks } from '@vilko/contract';
import {
  alterSwing,
  type AnalyseOptions,
  analyseInDepth,
  between,
  EVENT_NAMES,
  NOTHING_ALTERED,
  readGround,
  type Recording,
  swingTraces,
  type WhatIf,
} from '@vilko/core';
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

/** Alters a swing as far as it goes, and reads the altered one with the events where they were. */
export function whatIfView({ rec, part }: SwingIn, r: ReadRequest, { from, to }: WhatIfRequest): WhatIfView {
  const { handed = 'right', stature } = r.options;
  const withMarks = (marks: Marks): AnalyseOptions => ({
    ...r.options,
    club: r.club,
    marks: Array.from({ length: part + 1 }, (_, i) => (i === part ? marks : {})),
  });
  const swing = analyseInDepth(rec, withMarks(r.marks)).swings[part]!;
  const ground = readGround(rec, handed, undefined, stature);
  let stopped: string | null = null;
  const answer = (w: WhatIf) => alterSwing(rec, ground, swing, w);
  let [applied, got] = [to, answer(to)];
  if ('stopped' in got) {
    stopped = got.stopped;
    let [good, bad] = [0, 1];
    for (let i = 0; i < HALVINGS; i++) {
      const part = (good + bad) / 2;
      if ('stopped' in answer(between(from, to, part))) bad = part;
      else good = part;
    }
    applied = between(from, to, good);
    got = answer(applied);
    // what held before holds no more (another swing): back to the swing as it is
    if ('stopped' in got) [applied, got] = [NOTHING_ALTERED, answer(NOTHING_ALTERED)];
  }
  if ('stopped' in got) throw new Error(got.stopped);
  const marks = Object.fromEntries(
    EVENT_NAMES.flatMap((n) => (swing.events[n] ? [[n, { t: swing.events[n].t, u: swing.events[n].u }]] : [])),
  );
  const altered = swingTraces(analyseInDepth(got.recording, withMarks(marks)), part);
  return { view: viewOf(altered, r), applied, stopped };
}
