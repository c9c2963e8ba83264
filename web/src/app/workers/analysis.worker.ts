/// <reference lib="webworker" />
import { readBundle, type Recording, VilkoError } from '@vilko/core';
import { type ReadRequest, type ReadView, readView } from './read-view';
import { type StoredRecording, type WhatIfRequest, type WhatIfView, whatIfView } from './what-if-view';

/** A swing as it is, from its traces; or altered, from its recording. */
export type WorkerQuestion = { readonly id: number; readonly request: ReadRequest } & (
  { readonly traces: Uint8Array } | { readonly stored: StoredRecording; readonly whatIf: WhatIfRequest }
);
export type WorkerAnswer =
  | { readonly id: number; readonly view: ReadView }
  | { readonly id: number; readonly whatIf: WhatIfView }
  | { readonly id: number; readonly refused: string };

/** The recording asked about last: a slider asks about it many times. */
let last: { readonly id: string; readonly rec: Recording } | null = null;

function swingIn({ bundle, part }: StoredRecording, { id }: ReadRequest) {
  if (last?.id !== id) last = { id, rec: readBundle(bundle, 'recording') };
  return { rec: last.rec, part };
}

addEventListener('message', ({ data: q }: MessageEvent<WorkerQuestion>) => {
  const { id, request } = q;
  try {
    const answer: WorkerAnswer =
      'traces' in q
        ? { id, view: readView(q.traces, request) }
        : { id, whatIf: whatIfView(swingIn(q.stored, request), request, q.whatIf) };
    const mat = ('view' in answer ? answer.view : answer.whatIf.view).mat;
    postMessage(answer, mat ? [mat.frames.buffer] : []);
  } catch (e) {
    const refused = e instanceof VilkoError ? e.message : 'this recording could not be analysed';
    postMessage({ id, refused } satisfies WorkerAnswer);
  }
});
