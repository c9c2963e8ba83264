import type { Worker } from 'node:worker_threads';

/** Asks a thread one thing and waits for its answer; only one question may be on its way. */
export function ask<Q, A>(worker: Worker, question: Q): Promise<A> {
  return new Promise((resolve, reject) => {
    const failed = (e: Error): void => {
      worker.off('message', came);
      reject(e);
    };
    const came = (answer: A): void => {
      worker.off('error', failed);
      resolve(answer);
    };
    worker.once('error', failed);
    worker.once('message', came);
    worker.postMessage(question);
  });
}
