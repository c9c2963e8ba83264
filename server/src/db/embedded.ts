import { MessageChannel, type MessagePort, type Worker } from 'node:worker_threads';
import type { PGlite, Results } from '@electric-sql/pglite';
import { startThread } from '../threads/start.js';

/** What the thread of the embedded database is asked; `within` a transaction by its number, null outside. */
export type DbQuestion =
  | {
      readonly do: 'query';
      readonly sql: string;
      readonly params: readonly unknown[];
      readonly rowMode: 'array' | 'object';
      readonly within: number | null;
    }
  | { readonly do: 'exec'; readonly sql: string }
  | { readonly do: 'begin' | 'commit' | 'rollback'; readonly within: number }
  | { readonly do: 'join'; readonly port: MessagePort }
  | { readonly do: 'close' };

/** What of an error crosses: its sentence, and what the database says beside it (code, constraint, detail). */
export interface DbFailure {
  readonly message: string;
  readonly fields: Readonly<Record<string, string | number>>;
}
export type DbAnswer =
  { readonly id: number; readonly value: unknown } | { readonly id: number; readonly failure: DbFailure };

/** What is done with the embedded database: as much of its own interface as its driver asks for. */
export interface Embedded {
  readonly query: PGlite['query'];
  readonly exec: (sql: string) => Promise<void>;
  readonly transaction: <T>(run: (tx: Pick<Embedded, 'query'>) => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
}
/** The thread's own client: it can be asked for a port to hand to another thread. */
export interface EmbeddedOwner extends Embedded {
  readonly port: () => Promise<MessagePort>;
}

const GONE = 'the thread of the database has ended: start the server again';

/** Questions under way to the thread, each by its number. */
function questions(to: Worker | MessagePort) {
  const waiting = new Map<number, { done: (value: unknown) => void; failed: (e: Error) => void }>();
  let ended: Error | null = null;
  let last = 0;
  const wait = (id: number): Promise<unknown> =>
    new Promise((done, failed) => {
      if (ended) failed(ended);
      else waiting.set(id, { done, failed });
    });
  const end = (e: Error): void => {
    ended ??= e;
    for (const w of waiting.values()) w.failed(ended);
    waiting.clear();
  };
  to.on('message', (a: DbAnswer) => {
    const w = waiting.get(a.id);
    waiting.delete(a.id);
    if ('value' in a) w?.done(a.value);
    else w?.failed(Object.assign(new Error(a.failure.message), a.failure.fields));
  });
  to.on('error', end);
  for (const gone of ['exit', 'close']) to.on(gone, () => end(new Error(GONE)));
  return {
    /** The thread says that it is there under number 0. */
    there: wait(0),
    ask: (q: DbQuestion): Promise<unknown> => {
      const answer = wait(++last);
      to.postMessage({ id: last, q }, q.do === 'join' ? [q.port] : []);
      return answer;
    },
  };
}

type Ask = ReturnType<typeof questions>['ask'];

/** What is done with the database, question by question. */
function clientOf(ask: Ask, close: () => Promise<void>): Embedded {
  const queryWithin =
    (within: number | null): PGlite['query'] =>
    async <T>(sql: string, params: unknown[] = [], o: { rowMode?: 'array' | 'object' } = {}) =>
      (await ask({ do: 'query', sql, params, rowMode: o.rowMode ?? 'object', within })) as Results<T>;
  let transactions = 0;
  return {
    query: queryWithin(null),
    exec: async (sql) => {
      await ask({ do: 'exec', sql });
    },
    transaction: async (run) => {
      const within = ++transactions;
      await ask({ do: 'begin', within });
      try {
        const done = await run({ query: queryWithin(within) });
        await ask({ do: 'commit', within });
        return done;
      } catch (e) {
        await ask({ do: 'rollback', within }).catch(() => undefined);
        throw e;
      }
    },
    close,
  };
}

const THREAD = {
  bundle: new URL('./embedded-thread.mjs', import.meta.url),
  source: new URL('./embedded-thread.ts', import.meta.url),
};

/**
 * Opens the embedded database of a folder in a thread of its own: however much is asked, whoever asks goes on
 * meanwhile. Its answers to one question come as one message, JSON as text.
 * @throws Error what the database says where it cannot be opened
 */
export async function openEmbedded(dataDir: string): Promise<EmbeddedOwner> {
  const worker = startThread(THREAD, { workerData: { dataDir } });
  const { there, ask } = questions(worker);
  try {
    await there;
  } catch (e) {
    await worker.terminate();
    throw e;
  }
  const close = async (): Promise<void> => {
    await ask({ do: 'close' });
    await worker.terminate();
  };
  const port = async (): Promise<MessagePort> => {
    const { port1, port2 } = new MessageChannel();
    await ask({ do: 'join', port: port1 });
    return port2;
  };
  return { ...clientOf(ask, close), port };
}

/** The same database, asked by another thread through a port that was handed to it. */
export async function joinEmbedded(port: MessagePort): Promise<Embedded> {
  const { there, ask } = questions(port);
  await there;
  return clientOf(ask, () => {
    port.close();
    return Promise.resolve();
  });
}
