import { MessageChannel, type Worker } from 'node:worker_threads';
import type { EndpointName } from '@vilko/contract';
import type { FastifyReply, FastifyRequest } from 'fastify';
import type { Door, OpenDatabase } from '../db/open.js';
import { buffer } from '../http/serve.js';
import { questionsTo } from '../threads/questions.js';
import { startThread } from '../threads/start.js';

/**
 * Pages are answered in a thread of their own, so that none of them, however long it takes, ever holds up a bay. What
 * stays in the bays' thread: what speaks of the bays themselves, who has signed in, and bytes that go by as a stream.
 */
const HERE: ReadonlySet<EndpointName> = new Set<EndpointName>([
  'bays',
  'addBay',
  'bay',
  'changeBay',
  'setUp',
  'zeroBay',
  'health',
  'devices',
  'session',
  'signIn',
  'signOut',
  'setPassword',
  // practising alone: a bay is looked for, given and freed
  'aloneHome',
  'aloneToday',
  'beginAlone',
  'endAlone',
  'aloneFile',
  'sendAlone',
  // a new lesson, or a swing for the inbox, asks in which bay
  'addPupil',
  'startLesson',
  'toInbox',
  // read in threads of their own, or sent as they lie on the disk
  'importRecording',
  'addFilm',
  'filmFile',
  'traces',
  'recording',
  'addLogFilm',
  'logFilm',
  'sendSharedFilm',
  'pupilBundle',
  'backupFile',
  'restoreFile',
  'keepDrillMedia',
  'drillMedia',
  'sharedDrillMedia',
  'keepReview',
  'review',
  'sharedReview',
]);

/** A request as it crosses. */
export interface OfficeQuestion {
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  readonly url: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly payload: string | Uint8Array | null;
  /** Where a phone reaches the server; null on this machine only. */
  readonly origin: string | null;
}
/** An answer as it crosses. */
export interface OfficeAnswer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string>>;
  readonly payload: Uint8Array;
}

/** What the thread is given once there is a database. */
export interface OfficeGiven {
  readonly door: Door;
  /** Folder of the log, in which it says its errors: who asked what is said where the request came in. */
  readonly log: string | undefined;
}

/** What of a request's head an answer may rest on. */
const HEARD = ['accept', 'content-type', 'if-none-match'];
/** What of an answer's head is the connection's own. */
const CONNECTIONS = new Set(['connection', 'content-length', 'date', 'keep-alive', 'transfer-encoding']);

const THREAD = {
  bundle: new URL('./office-thread.mjs', import.meta.url),
  source: new URL('./office-thread.ts', import.meta.url),
};

const questionOf = (request: FastifyRequest, origin: string | null): OfficeQuestion => {
  const { body, headers } = request;
  return {
    method: request.method as OfficeQuestion['method'],
    url: request.url,
    headers: Object.fromEntries(HEARD.flatMap((h) => (headers[h] ? [[h, String(headers[h])]] : []))),
    payload:
      body === undefined || body === null
        ? null
        : ArrayBuffer.isView(body)
          ? (body as Uint8Array)
          : JSON.stringify(body),
    origin,
  };
};

/** Another address that is asked in the name of a request, whose body has gone where it belongs. */
const askedAs = (request: FastifyRequest, origin: string | null, url: string): OfficeQuestion => ({
  method: request.method as OfficeQuestion['method'],
  url,
  headers: {},
  payload: null,
  origin,
});

const GONE = 'the thread of the pages has ended';

/** A thread of the pages that reads its code while the database is being opened. */
export interface PagesThread {
  readonly worker: Worker;
  readonly opens: (given: OfficeGiven) => void;
}

/** Starts it; `opens` may come later. */
export function pagesThread(): PagesThread {
  const { port1, port2 } = new MessageChannel();
  const worker = startThread(THREAD, { workerData: port2, transferList: [port2] });
  return {
    worker,
    opens: (given) => {
      port1.postMessage(given, 'port' in given.door ? [given.door.port] : []);
      port1.close();
    },
  };
}

/** What the office rests on: its database, and where the server listens. */
export interface OfficeOver {
  readonly door: NonNullable<OpenDatabase['door']>;
  readonly origin: () => string | null;
  readonly log: string | undefined;
  /** Something was changed: whoever stands on what is kept reads it anew. */
  readonly changed: () => Promise<void>;
  /** A thread that was started before; without it one is started now. */
  readonly first: PagesThread | undefined;
}

/** Answers requests in the thread of the pages; one that has died is started anew by the next request. */
export type Office = ReturnType<typeof openOffice>;

export function openOffice({ door: open, origin, log, changed, first }: OfficeOver) {
  let waiting = first;
  const start = async () => {
    const { worker, opens } = waiting ?? pagesThread();
    waiting = undefined;
    opens({ door: await open(), log });
    return { worker, ...questionsTo<OfficeQuestion>(worker, GONE) };
  };
  let running: ReturnType<typeof start> | null = null;
  /** The thread; another where it has ended or could not be started. */
  const thread = async () => {
    const was = running;
    const alive = was && (await was.catch(() => null));
    if (running === was && (!alive || alive.over())) running = start();
    return running!;
  };
  return {
    answers: (name: EndpointName): boolean => !HERE.has(name),
    async answer(request: FastifyRequest, reply: FastifyReply, as?: string): Promise<FastifyReply> {
      const { ask } = await thread();
      const asked = as === undefined ? questionOf(request, origin()) : askedAs(request, origin(), as);
      const { status, headers, payload } = (await ask(asked)) as OfficeAnswer;
      if (request.method !== 'GET' && status < 400) await changed();
      for (const [name, value] of Object.entries(headers)) if (!CONNECTIONS.has(name)) reply.header(name, value);
      return reply.code(status).send(buffer(payload));
    },
    /** Starts the thread before the first page asks. */
    async ready(): Promise<void> {
      await thread();
    },
    async close(): Promise<void> {
      const was = await running?.catch(() => null);
      running = null;
      await was?.worker.terminate();
    },
  };
}
