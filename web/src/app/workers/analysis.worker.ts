/// <reference lib="webworker" />
import { VilkoError } from '@vilko/core/error';
import { readBundle } from '@vilko/core/formats/bundle/bundle';
import type { Recording } from '@vilko/core/recording/recording';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { readTraces } from '@vilko/core/traces/trace-bundle';
import type { SmallestChange } from '@vilko/core/what-if/smallest-change';
import { type ReadRequest, type ReadView, readView } from './read-view';
import { smallestWhatIf, type StoredRecording, type WhatIfRequest, type WhatIfView, whatIfView } from './what-if-view';

/**
 * A swing's traces, unpacked; a swing as it is, from its traces; or altered, from its recording; or the smallest
 * changes that remove a finding.
 */
export type WorkerQuestion = { readonly id: number } & (
  | { readonly packed: Uint8Array }
  | ({ readonly request: ReadRequest } & (
      | { readonly traces: Uint8Array }
      | { readonly stored: StoredRecording; readonly whatIf: WhatIfRequest }
      | { readonly stored: StoredRecording; readonly without: string }
    ))
);
export type WorkerAnswer =
  | { readonly id: number; readonly traces: SwingTraces }
  | { readonly id: number; readonly view: ReadView }
  | { readonly id: number; readonly whatIf: WhatIfView }
  | { readonly id: number; readonly changes: readonly SmallestChange[] }
  /** The part of a question that is done, 0–1; its answer follows. */
  | { readonly id: number; readonly done: number }
  | { readonly id: number; readonly refused: string };

/** The recording asked about last: a slider asks about it many times. */
let last: { readonly id: string; readonly rec: Recording } | null = null;

function swingIn({ bundle, part }: StoredRecording, { id }: ReadRequest) {
  if (last?.id !== id) last = { id, rec: readBundle(bundle, 'recording') };
  return { rec: last.rec, part };
}

/** Posts a swing; the frames of a mat are handed over, not copied. */
function answered(answer: Extract<WorkerAnswer, { view: ReadView } | { whatIf: WhatIfView }>): void {
  const { mat } = 'view' in answer ? answer.view : answer.whatIf.view;
  postMessage(answer, mat ? [mat.frames.buffer] : []);
}

addEventListener('message', ({ data: q }: MessageEvent<WorkerQuestion>) => {
  const { id } = q;
  try {
    if ('packed' in q) {
      const traces = readTraces(q.packed);
      postMessage({ id, traces } satisfies WorkerAnswer, traces.mat ? [traces.mat.frames.buffer] : []);
      return;
    }
    const { request } = q;
    if ('without' in q) {
      const progress = (done: number): void => postMessage({ id, done } satisfies WorkerAnswer);
      const changes = smallestWhatIf(swingIn(q.stored, request), request, q.without, progress);
      postMessage({ id, changes } satisfies WorkerAnswer);
      return;
    }
    if ('traces' in q) answered({ id, view: readView(q.traces, request) });
    else answered({ id, whatIf: whatIfView(swingIn(q.stored, request), request, q.whatIf) });
  } catch (e) {
    const refused = e instanceof VilkoError ? e.message : 'this recording could not be analysed';
    postMessage({ id, refused } satisfies WorkerAnswer);
  }
});
