import { existsSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { FastifyReply, FastifyRequest, FastifyServerOptions } from 'fastify';

/** A log that has grown over this is put aside at the next start, bytes. */
const LARGE = 5_000_000;

/**
 * The server's log, one JSON line an event, in the data folder; null (tests) says errors alone, where they are seen.
 * What was asked is named by its row of the table: no address, query, body or name of anybody gets into it.
 */
export function logOptions(
  folder: string | null,
  level = process.env['VILKO_LOG'] ?? 'info',
): Pick<FastifyServerOptions, 'logger'> {
  const serializers = {
    req: (r: Pick<FastifyRequest, 'method' | 'routeOptions'>) => ({ method: r.method, url: r.routeOptions.url ?? '' }),
    res: (r: Pick<FastifyReply, 'statusCode'>) => ({ statusCode: r.statusCode }),
  };
  if (folder === null) return { logger: { level: 'error', serializers } };
  const file = join(folder, 'vilko.log');
  if (existsSync(file) && statSync(file).size > LARGE) renameSync(file, `${file}.before`);
  return { logger: { level, file, serializers } };
}
