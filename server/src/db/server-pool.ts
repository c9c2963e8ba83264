import { setTimeout as wait } from 'node:timers/promises';
import pg from 'pg';
import { notNowWords } from './not-now.js';

/** Nobody waits for a connection longer, ms: neither for a server that starts again, nor for others to be done. */
const PATIENCE = 8_000;
const BETWEEN = 200;

/** A pool whose connections are made as soon as the server is there: what was not asked yet can wait for it. */
class PatientPool extends pg.Pool {
  override connect(): Promise<pg.PoolClient>;
  override connect(
    callback: (err: Error | undefined, client: pg.PoolClient | undefined, done: (release?: unknown) => void) => void,
  ): void;
  override connect(
    callback?: (err: Error | undefined, client: pg.PoolClient | undefined, done: (release?: unknown) => void) => void,
  ): Promise<pg.PoolClient> | undefined {
    const connected = this.patiently();
    if (!callback) return connected;
    connected.then(
      (client) => callback(undefined, client, client.release.bind(client) as (release?: unknown) => void),
      (e: unknown) => callback(e as Error, undefined, () => undefined),
    );
    return undefined;
  }

  private async patiently(): Promise<pg.PoolClient> {
    const until = performance.now() + PATIENCE;
    for (;;)
      try {
        return await super.connect();
      } catch (e) {
        if (performance.now() > until || notNowWords(e) === null) throw e;
        await wait(BETWEEN);
      }
  }
}

/** Connections to a PostgreSQL server. One that is lost while nobody uses it is no error: the next one is made. */
export function serverPool(url: string): pg.Pool {
  const pool = new PatientPool({ connectionString: url, connectionTimeoutMillis: PATIENCE });
  pool.on('error', (e) => {
    if (notNowWords(e) === null) console.error('vilko: a connection to the database ended:', e);
  });
  return pool;
}

/** An address without its password, as it may be said. */
export function addressWords(url: string): string {
  const { hostname, port, pathname } = new URL(url);
  return `${hostname}:${port || '5432'}${pathname}`;
}
