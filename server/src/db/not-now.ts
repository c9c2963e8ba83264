import { causesOf } from './causes.js';
import { wasUndone } from './undone.js';

/**
 * What is said where a server cannot be reached: by the operating system, or by the server as it starts or stops
 * (SQLSTATE class 57P and 08).
 */
const AWAY: ReadonlySet<unknown> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'ENOTFOUND',
  'EAI_AGAIN',
  '57P01',
  '57P02',
  '57P03',
  '08000',
  '08001',
  '08003',
  '08006',
]);
/** What the driver says without a code. */
const CUT_OFF = /^Connection terminated|^Client has encountered a connection error/;
const TOO_MANY: ReadonlySet<unknown> = new Set(['53300']);
const WAITED = /^timeout exceeded when trying to connect/;

/** Why a database cannot do now what it could a moment later, in words; null where that is not the reason. */
export function notNowWords(error: unknown): string | null {
  const causes = causesOf(error);
  const said = (codes: ReadonlySet<unknown>, words?: RegExp): boolean =>
    causes.some((e) => codes.has(e.code) || words?.test(e.message));
  if (said(AWAY, CUT_OFF)) return 'the database does not answer';
  if (said(TOO_MANY, WAITED)) return 'the database is busy with others';
  if (wasUndone(error)) return 'two changed the same at once';
  return null;
}
