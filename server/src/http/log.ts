import { existsSync, openSync, renameSync, statSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { counted } from '@vilko/core';
import type { FastifyReply, FastifyRequest, FastifyServerOptions } from 'fastify';

/** A log that has grown over this is put aside at the next start, bytes. */
const LARGE = 5_000_000;

/**
 * Appends lines to a file. One that cannot be written is left out, and how many were so is said once it can be: the
 * usual stream of the log tries the same line again without end, and with it stands the whole server while a disk is
 * full.
 */
export function lines(file: string, write: (fd: number, line: string) => number = writeSync) {
  const fd = openSync(file, 'a');
  let left = 0;
  /** The last line stands there in part. */
  let broken = false;
  const missing = (): string =>
    `${JSON.stringify({ level: 40, time: Date.now(), msg: `${counted(left, 'line')} could not be written` })}\n`;
  return {
    write(line: string): void {
      try {
        const all = `${broken ? '\n' : ''}${left ? missing() : ''}${line}`;
        broken = write(fd, all) < Buffer.byteLength(all);
        left = broken ? 1 : 0;
      } catch {
        left++;
      }
    },
  };
}

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
  return { logger: { level, stream: lines(file), serializers } };
}
