import { readBundle } from '@vilko/core/formats/bundle/bundle';
import { readTraces } from '@vilko/core/traces/trace-bundle';
import { Analysis } from '../workers/analysis';
import { type ReadRequest, readView } from '../workers/read-view';
import { smallestWhatIf, type StoredRecording, type WhatIfRequest, whatIfView } from '../workers/what-if-view';

/** The same analysis as in the worker, in the test's own thread. */
export const ANALYSED_HERE = {
  provide: Analysis,
  useValue: {
    // what is thrown is what a promise rejects with
    unpack: async (packed: Uint8Array) => Promise.resolve(readTraces(packed)),
    read: async (traces: Uint8Array, r: ReadRequest) => Promise.resolve(readView(traces, r)),
    whatIf: ({ bundle, part }: StoredRecording, r: ReadRequest, w: WhatIfRequest) =>
      Promise.resolve(whatIfView({ rec: readBundle(bundle, 'recording'), part }, r, w)),
    smallest: ({ bundle, part }: StoredRecording, r: ReadRequest, without: string, progress: (done: number) => void) =>
      Promise.resolve(smallestWhatIf({ rec: readBundle(bundle, 'recording'), part }, r, without, progress)),
  },
};
