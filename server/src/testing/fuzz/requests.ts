import { BYTES, type Endpoint, type EndpointName, ENDPOINTS, namesIn, pathOf } from '@vilko/contract';
import * as z from 'zod';
import type { TestApp } from '../test-app.js';
import { chances, type Chances, wounded } from './mutate.js';
import type { Found } from './readers.js';

/** What nobody expects in a field. */
const ODD: readonly unknown[] = [
  null,
  '',
  ' ',
  '\u0000',
  '../../x',
  '__proto__',
  'constructor',
  'ö'.repeat(3000),
  '2026-02-31',
  'not a date',
  '-1',
  -1,
  0,
  1e308,
  2 ** 53,
  0.5,
  true,
  [],
  [[[[[[]]]]]],
  {},
  { __proto__: null, toString: 1 },
  '<script>1</script>',
  "'; drop table swings; --",
];
/** Chance that a field is something that nobody expects, is left out, or that a name is made up. */
const ODDLY = 0.15;
const DEPTH = 6;
/** Longest that any answer may take, ms. */
const LONGEST = 15_000;

/** Zod's own description of a schema, as far as it is needed to make something up. */
interface Def {
  readonly type: string;
  readonly [more: string]: unknown;
}
const defOf = (schema: unknown): Def => (schema as { readonly _zod: { readonly def: Def } })._zod.def;

/** Anything as it may stand in an address. */
const inAddress = (v: unknown): string => (typeof v === 'string' ? v : (JSON.stringify(v) ?? ''));

/** Something that a schema may take, with something odd in it now and then. */
function madeUp(schema: unknown, c: Chances, depth = 0): unknown {
  if (depth > DEPTH || c.uniform() < ODDLY) return c.one(ODD);
  const def = defOf(schema);
  const within = (part: unknown): unknown => madeUp(part, c, depth + 1);
  const inner = (): unknown => within(def.innerType);
  const makes: Readonly<Record<string, () => unknown>> = {
    string: () =>
      c.one(['a', 'iron', '2026-12-01', '2026-12-01T10:00:00.000Z', 'share.lead.p7', 'Some words', 'l', 'p']),
    number: () => c.one([0, 1, 2, 5, 10, 0.5, -3, 70, 1.75]),
    boolean: () => c.uniform() < 0.5,
    literal: () => c.one(def.values as unknown[]),
    enum: () => c.one<unknown>(Object.values(def.entries as object)),
    array: () => Array.from({ length: c.upTo(4) }, () => within(def.element)),
    tuple: () => (def.items as unknown[]).map(within),
    record: () => ({ [inAddress(within(def.keyType))]: within(def.valueType) }),
    union: () => within(c.one(def.options as unknown[])),
    intersection: () => within(def.left),
    optional: () => (c.uniform() < 0.4 ? undefined : inner()),
    nullable: () => (c.uniform() < 0.3 ? null : inner()),
    default: inner,
    prefault: inner,
    readonly: inner,
    pipe: () => within(def.in),
    object: () =>
      Object.fromEntries(
        Object.entries(def.shape as object).flatMap(([key, part]) => (c.uniform() < 0.1 ? [] : [[key, within(part)]])),
      ),
  };
  return makes[def.type]?.() ?? c.one(ODD);
}

/** What would shut the tester out or takes its time, and is tried elsewhere. */
const SPARED: ReadonlySet<string> = new Set<EndpointName>([
  'signIn',
  'signOut',
  'setPassword',
  'makeBackup',
  'erasePupil',
]);
const ASKED: readonly Endpoint[] = Object.entries(ENDPOINTS).flatMap(([name, e]) => (SPARED.has(name) ? [] : [e]));

/** A request to an address of the table, the way nobody should ask. */
export interface Asking {
  readonly method: Endpoint['method'];
  readonly url: string;
  readonly payload?: Buffer | string;
  readonly headers: Readonly<Record<string, string>>;
}

const TYPES = ['application/json', 'application/octet-stream', 'text/plain', 'application/x-www-form-urlencoded', 'x'];

/** Makes up a request. @param ids what there is, so that some requests find something */
export function request(c: Chances, ids: readonly string[], file: Uint8Array): Asking {
  const endpoint = c.one(ASKED);
  const { method, path, query, body } = endpoint;
  const named = Object.fromEntries(
    namesIn(path).map((n) => [n, c.uniform() < 0.75 ? c.one(ids) : inAddress(c.one(ODD)) || 'x']),
  );
  const asked = Object.entries((query ? madeUp(query, c) : null) ?? {})
    .filter(([, v]) => v !== undefined)
    .map(([k, v]) => `${encodeURIComponent(k)}=${encodeURIComponent(inAddress(v))}`);
  const type = c.uniform() < 0.08 ? c.one(TYPES) : body === BYTES ? 'application/octet-stream' : 'application/json';
  const url = pathOf(path, named) + (asked.length ? `?${asked.join('&')}` : '');
  if (!body) return { method, url, headers: {} };
  const bytes = body === BYTES ? wounded(file, file, c) : Buffer.from(jsonOf(madeUp(body, c), c));
  return { method, url, headers: { 'content-type': type }, payload: Buffer.from(bytes) };
}

/** JSON, broken now and then, or so deep that nobody wrote it. */
function jsonOf(value: unknown, c: Chances): string {
  const text = JSON.stringify(value) ?? '';
  const whim = c.uniform();
  if (whim < 0.03) return text.slice(0, c.upTo(text.length + 1));
  if (whim < 0.05) return '['.repeat(5000) + ']'.repeat(5000);
  return whim < 0.08 ? text.replace('{', '{"__proto__":{"x":1},') : text;
}

/** What is asked, and what there is to be asked about. */
export interface Requests {
  readonly seed: number;
  readonly cases: number;
  readonly ids: readonly string[];
  /** A recording. */
  readonly file: Uint8Array;
}

/** Asks a server what nobody should, and wants a sentence for everything that it does not do. */
export async function fuzzRequests(app: TestApp, { seed, cases, ids, file }: Requests): Promise<Found[]> {
  const found: Found[] = [];
  for (let i = seed; i < seed + cases; i++) {
    const asking = request(chances(i), ids, file);
    const began = performance.now();
    const answer = await app.fastify.inject({ ...asking, headers: { ...asking.headers } });
    const took = performance.now() - began;
    const where = `${asking.method} ${asking.url.slice(0, 200)}`;
    const told =
      answer.statusCode >= 400 ? z.object({ message: z.string().min(1) }).safeParse(tryJson(answer.body)) : null;
    if (answer.statusCode >= 500)
      found.push({ seed: i, where, what: `${answer.statusCode} ${answer.body.slice(0, 400)}` });
    else if (told && !told.success)
      found.push({ seed: i, where, what: `no sentence: ${answer.statusCode} ${answer.body.slice(0, 200)}` });
    else if (took > LONGEST) found.push({ seed: i, where, what: `${Math.round(took)} ms` });
  }
  return found;
}

function tryJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
