import {
  alterSwing,
  analyseInDepth,
  between,
  EVENT_NAMES,
  NOTHING_ALTERED,
  readGround,
  type Recording,
  type WhatIf,
} from '@vilko/core';
import { type ReadRequest, type ReadView, viewOf } from './read-view';

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

/** Alters a swing as far as it goes, and reads the altered one with the events where they were. */
export function whatIfView(rec: Recording, r: ReadRequest, { from, to }: WhatIfRequest): WhatIfView {
  const { handed = 'right', stature } = r.options;
  const swing = analyseInDepth(rec, r.options).swings[r.part]!;
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
  const options = {
    ...r.options,
    marks: Array.from({ length: r.part + 1 }, (_, i) => (i === r.part ? marks : (r.options.marks?.[i] ?? {}))),
  };
  return { view: viewOf(got.recording, { ...r, options }), applied, stopped };
}
