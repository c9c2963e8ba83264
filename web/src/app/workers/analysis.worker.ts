/// <reference lib="webworker" />
import { VilkoError } from '@vilko/core';
import { readView, type ReadRequest, type ReadView } from './read-view';

export interface WorkerQuestion {
  readonly id: number;
  readonly request: ReadRequest;
}
export type WorkerAnswer = { readonly id: number; readonly view: ReadView } | { readonly id: number; readonly refused: string };

addEventListener('message', ({ data }: MessageEvent<WorkerQuestion>) => {
  try {
    const view = readView(data.request);
    postMessage({ id: data.id, view } satisfies WorkerAnswer, view.mat ? [view.mat.frames.buffer] : []);
  } catch (e) {
    const refused = e instanceof VilkoError ? e.message : 'this recording could not be analysed';
    postMessage({ id: data.id, refused } satisfies WorkerAnswer);
  }
});
