import { existsSync, openSync, renameSync, statSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { counted } from '@vilko/core';
import { causesOf } from '../db/causes.js';
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

/** What a query was, without what it was asked with, which goes to the end of the message or to the stack's frames. */
const withoutValues = (text: string): string => text.replace(/\nparams: [^]*?(?=\n {4}at |$)/, '');

/** An error as it may stand in a log. */
const lineOf = ({ name, code, message, stack }: Error & { readonly code?: unknown }) => ({
  type: name,
  ...(typeof code === 'string' ? { code } : {}),
  message: withoutValues(message),
  stack: withoutValues(stack ?? ''),
});
/** With what is behind it: what runs a query wraps what the database says. */
const errorLine = (e: Error) => ({ ...lineOf(e), behind: causesOf(e).slice(1).map(lineOf) });

/**
 * The server's log, one JSON line an event, in the data folder; null (tests) says errors alone, where they are seen.
 * What was asked is named by its row of the table, what failed in the database by its query without its values: no
 * address, body or name of anybody gets into it.
 */
export function logOptions(
  folder: string | null,
  level = process.env['VILKO_LOG'] ?? 'info',
): Pick<FastifyServerOptions, 'logger'> {
  const serializers = {
    req: (r: Pick<FastifyRequest, 'method' | 'routeOptions'>) => ({ method: r.method, url: r.routeOptions.url ?? '' }),
    res: (r: Pick<FastifyReply, 'statusCode'>) => ({ statusCode: r.statusCode }),
    err: errorLine,
  };
  const hooks = {
    // an error alone would be said once more by its own message
    logMethod(this: unknown, args: unknown[], method: (...a: unknown[]) => void): void {
      const [e, ...said] = args;
      method.apply(this, e instanceof Error && !said.length ? [e, withoutValues(e.message)] : args);
    },
  };
  if (folder === null) return { logger: { level: 'error', serializers, hooks } };
  const file = join(folder, 'vilko.log');
  if (existsSync(file) && statSync(file).size > LARGE) renameSync(file, `${file}.before`);
  return { logger: { level, stream: lines(file), serializers, hooks } };
}
