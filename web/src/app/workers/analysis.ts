import { Injectable } from '@angular/core';
import type { ReadRequest, ReadView } from './read-view';
import type { WorkerAnswer, WorkerQuestion } from './analysis.worker';

/** Asks the analysis worker; the main thread never analyses. */
@Injectable({ providedIn: 'root' })
export class Analysis {
  private readonly worker = new Worker(new URL('./analysis.worker', import.meta.url), { type: 'module' });
  private readonly waiting = new Map<number, { resolve: (v: ReadView) => void; reject: (e: Error) => void }>();
  private last = 0;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<WorkerAnswer>) => {
      const who = this.waiting.get(data.id);
      this.waiting.delete(data.id);
      if ('view' in data) who?.resolve(data.view);
      else who?.reject(new Error(data.refused));
    };
  }

  read(request: ReadRequest): Promise<ReadView> {
    const id = ++this.last;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker.postMessage({ id, request } satisfies WorkerQuestion);
    });
  }
}
