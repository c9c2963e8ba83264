import { type MessagePort, parentPort, workerData } from 'node:worker_threads';
import { PGlite, type Transaction, types } from '@electric-sql/pglite';
import { giveWay } from '../threads/give-way.js';
import { answerTo, couldNotBegin } from '../threads/questions.js';
import { SealedFilesystem } from '../sealed/sealed-filesystem.js';
import type { DbQuestion, EmbeddedGiven } from './embedded.js';

/** The embedded database in a thread of its own: it answers what `embedded.ts` asks, of several threads at once. */

const asText = (value: string): string => value;
/** Text crosses between threads by a copy of bytes, an object piece by piece; who asks reads these as text. */
const parsers = {
  [types.JSON]: asText,
  [types.JSONB]: asText,
  [types.TIMESTAMP]: asText,
  [types.TIMESTAMPTZ]: asText,
  [types.DATE]: asText,
  [types.INTERVAL]: asText,
};

/** A transaction that is open: what runs in it, how it ends, and when it has. */
interface Open {
  readonly tx: Transaction;
  readonly end: (keep: boolean) => void;
  readonly ended: Promise<void>;
}
/** Thrown inside a transaction that its asker gave up. */
const GIVEN_UP = new Error('given up');

/** Answers one thread that asks; its transactions are its own. */
function answersTo(pg: PGlite) {
  const open = new Map<number, Open>();
  /** Opens a transaction; resolved as soon as it runs. Others wait until it ends. */
  const begin = (number: number): Promise<void> =>
    new Promise((running, failed) => {
      const ended = pg.transaction(
        (tx) =>
          new Promise<void>((keep, giveUp) => {
            open.set(number, { tx, end: (kept) => (kept ? keep() : giveUp(GIVEN_UP)), ended });
            running();
          }),
      );
      // whoever ends it hears how that went; one that could not begin is told here
      ended.catch(failed);
    });
  const end = async (number: number, keep: boolean): Promise<void> => {
    const one = open.get(number);
    open.delete(number);
    one?.end(keep);
    await one?.ended.catch((e: unknown) => {
      if (e !== GIVEN_UP) throw e;
    });
  };
  return {
    async answer(q: DbQuestion): Promise<unknown> {
      switch (q.do) {
        case 'begin':
          return begin(q.within);
        case 'commit':
        case 'rollback':
          return end(q.within, q.do === 'commit');
        case 'join':
          serve(q.port, pg);
          return null;
        case 'close':
          return pg.close();
        case 'exec':
          await pg.exec(q.sql);
          return null;
        case 'query': {
          const on = q.within === null ? pg : open.get(q.within)!.tx;
          return on.query(q.sql, [...q.params], { rowMode: q.rowMode, parsers });
        }
      }
    },
    /** Whoever asked has gone: nobody ends what it began. */
    gone: (): void => [...open.keys()].forEach((number) => void end(number, false)),
  };
}

/** Answers whatever comes through a port. */
function serve(port: MessagePort, pg: PGlite): void {
  const asked = answersTo(pg);
  answerTo<DbQuestion>(port, (q) => asked.answer(q));
  port.on('close', () => asked.gone());
}

giveWay(5);
const { dataDir, key } = workerData as EmbeddedGiven;
PGlite.create(key ? { fs: new SealedFilesystem(dataDir, key) } : { dataDir })
  .then((pg) => serve(parentPort!, pg))
  .catch((e: unknown) => couldNotBegin(parentPort!, e));
