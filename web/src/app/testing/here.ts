import { readBundle } from '@vilko/core';
import { Analysis } from '../workers/analysis';
import { readView, type ReadRequest } from '../workers/read-view';
import { type WhatIfRequest, whatIfView } from '../workers/what-if-view';

/** The same analysis as in the worker, in the test's own thread. */
export const ANALYSED_HERE = {
  provide: Analysis,
  useValue: {
    read: (r: ReadRequest) => Promise.resolve(readView(r)),
    whatIf: (r: ReadRequest, w: WhatIfRequest) => Promise.resolve(whatIfView(readBundle(r.bundle, 'recording'), r, w)),
  },
};
