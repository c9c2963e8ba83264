/// <reference lib="webworker" />
import { readBundle, type Recording, VilkoError } from '@vilko/core';
import { type ReadRequest, type ReadView, viewOf } from './read-view';
import { type WhatIfRequest, type WhatIfView, whatIfView } from './what-if-view';

export interface WorkerQuestion {
  readonly id: number;
  readonly request: ReadRequest;
  /** The swing altered, instead of as it is. */
  readonly whatIf?: WhatIfRequest;
}
export type WorkerAnswer =
  | { readonly id: number; readonly view: ReadView }
  | { readonly id: number; readonly whatIf: WhatIfView }
  | { readonly id: number; readonly refused: string };

/** The recording asked about last: a slider asks about it many times. */
let last: { readonly key: string; readonly rec: Recording } | null = null;

function recordingOf({ bundle, key }: ReadRequest): Recording {
  if (!key || last?.key !== key) last = { key: key ?? '', rec: readBundle(bundle, 'recording') };
  return last.rec;
}

addEventListener('message', ({ data: { id, request, whatIf } }: MessageEvent<WorkerQuestion>) => {
  try {
    const rec = recordingOf(request);
    const answer: WorkerAnswer = whatIf
      ? { id, whatIf: whatIfView(rec, request, whatIf) }
      : { id, view: viewOf(rec, request) };
    const mat = ('view' in answer ? answer.view : answer.whatIf.view).mat;
    postMessage(answer, mat ? [mat.frames.buffer] : []);
  } catch (e) {
    const refused = e instanceof VilkoError ? e.message : 'this recording could not be analysed';
    postMessage({ id, refused } satisfies WorkerAnswer);
  }
});
