import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { type Transferable, Worker } from 'node:worker_threads';

/** Where a thread's code lies: bundled, or beside who starts it. */
export interface ThreadCode {
  readonly bundle: URL;
  readonly source: URL;
}

/**
 * Starts a thread from its bundle, or from its source where nothing was bundled.
 * @param handed what the thread is given at its start, and which of it goes over to it
 */
export function startThread(
  { bundle, source }: ThreadCode,
  { workerData, transferList = [] }: { readonly workerData: unknown; readonly transferList?: readonly Transferable[] },
): Worker {
  const handed = { workerData, transferList: [...transferList] };
  if (existsSync(fileURLToPath(bundle))) return new Worker(bundle, handed);
  // a thread does not begin with TypeScript, but it may import it
  const begin = `import('tsx/esm/api').then(({ register }) => (register(), import('${source.href}')))`;
  return new Worker(begin, { ...handed, eval: true });
}
