import { Injectable } from '@angular/core';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import type { SmallestChange } from '@vilko/core/what-if/smallest-change';
import type { ReadRequest, ReadView } from './read-view';
import type { WorkerAnswer, WorkerQuestion } from './analysis.worker';
import type { StoredRecording, WhatIfRequest, WhatIfView } from './what-if-view';
import type { WithoutId } from './without-id';

interface Waiting {
  readonly resolve: (a: WorkerAnswer) => void;
  readonly reject: (e: Error) => void;
}

const newWorker = (): Worker => new Worker(new URL('./analysis.worker', import.meta.url), { type: 'module' });

/** Asks the analysis worker; the main thread never analyses. */
@Injectable({ providedIn: 'root' })
export class Analysis {
  private readonly worker = newWorker();
  private readonly waiting = new Map<number, Waiting>();
  private last = 0;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<WorkerAnswer>) => {
      const who = this.waiting.get(data.id);
      this.waiting.delete(data.id);
      if ('refused' in data) who?.reject(new Error(data.refused));
      else who?.resolve(data);
    };
  }

  /** A swing as it is, from its packed traces. */
  async read(traces: Uint8Array, request: ReadRequest): Promise<ReadView> {
    const answer = await this.ask({ traces, request });
    if (!('view' in answer)) throw new Error('the worker answered something else');
    return answer.view;
  }

  /** A swing's traces, unpacked. */
  async unpack(packed: Uint8Array): Promise<SwingTraces> {
    const answer = await this.ask({ packed });
    if (!('traces' in answer)) throw new Error('the worker answered something else');
    return answer.traces;
  }

  /** A swing altered, from its recording. */
  async whatIf(stored: StoredRecording, request: ReadRequest, whatIf: WhatIfRequest): Promise<WhatIfView> {
    const answer = await this.ask({ stored, request, whatIf });
    if (!('whatIf' in answer)) throw new Error('the worker answered something else');
    return answer.whatIf;
  }

  /** The smallest changes of a swing that remove a finding; it takes seconds, so nothing else waits for it. */
  async smallest(
    stored: StoredRecording,
    request: ReadRequest,
    without: string,
    progress: (done: number) => void,
  ): Promise<readonly SmallestChange[]> {
    const worker = newWorker();
    try {
      return await new Promise((resolve, reject) => {
        worker.onmessage = ({ data }: MessageEvent<WorkerAnswer>) => {
          if ('done' in data) progress(data.done);
          else if ('changes' in data) resolve(data.changes);
          else reject(new Error('refused' in data ? data.refused : 'the worker answered something else'));
        };
        worker.postMessage({ id: 0, stored, request, without } satisfies WorkerQuestion);
      });
    } finally {
      worker.terminate();
    }
  }

  private ask(question: WithoutId<WorkerQuestion>): Promise<WorkerAnswer> {
    const id = ++this.last;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker.postMessage({ id, ...question } satisfies WorkerQuestion);
    });
  }
}
