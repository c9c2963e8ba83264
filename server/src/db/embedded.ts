import { MessageChannel, type MessagePort, type Transferable } from 'node:worker_threads';
import type { PGlite, Results } from '@electric-sql/pglite';
import { questionsTo } from '../threads/questions.js';
import { startThread } from '../threads/start.js';
import type { Room } from './room.js';

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

/** What the thread is given. */
export interface EmbeddedGiven {
  readonly dataDir: string;
  /** Of a sealed folder. */
  readonly key: Uint8Array | null;
}

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

/** What writes, by its first word; `exec` is only used for that. */
const WRITES = /^\s*(insert|update|delete|create|alter|drop|truncate|vacuum|checkpoint)\b/i;

type Ask = (q: DbQuestion, transferList?: readonly Transferable[]) => Promise<unknown>;

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
 * @param key of a sealed folder
 * @throws Error what the database says where it cannot be opened
 */
export async function openEmbedded(dataDir: string, key: Uint8Array | null = null): Promise<EmbeddedOwner> {
  const worker = startThread(THREAD, { workerData: { dataDir, key } satisfies EmbeddedGiven });
  const { there, ask } = questionsTo<DbQuestion>(worker, GONE);
  try {
    await there();
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
    await ask({ do: 'join', port: port1 }, [port1]);
    return port2;
  };
  return { ...clientOf(ask, close), port };
}

/** The same database, asked by another thread through a port that was handed to it. */
export async function joinEmbedded(port: MessagePort): Promise<Embedded> {
  const { there, ask } = questionsTo<DbQuestion>(port, GONE);
  await there();
  return clientOf(ask, () => {
    port.close();
    return Promise.resolve();
  });
}

/**
 * The same database, which refuses to write where the disk has no room. A full disk may only be met before anything is
 * begun: a log that cannot be written stops the database for good, reading too.
 */
export function whereRoom(client: Embedded, room: Room): Embedded {
  const gated =
    <A extends readonly [string, ...unknown[]], T>(run: (...asked: A) => Promise<T>) =>
    async (...asked: A): Promise<T> => {
      if (WRITES.test(asked[0])) await room();
      return run(...asked);
    };
  const of = ({ query }: Pick<Embedded, 'query'>) => ({ query: gated(query as never) as Embedded['query'] });
  return {
    ...client,
    ...of(client),
    exec: gated(client.exec),
    transaction: (run) => client.transaction((tx) => run(of(tx))),
  };
}
