import {
  type BodyRead,
  BYTES,
  type Endpoint,
  type EndpointName,
  ENDPOINTS,
  type Endpoints,
  namesIn,
  type ParamsOf,
  Problem,
  type QueryRead,
  type ReplyOf,
  type Who,
} from '@vilko/contract';
import { isQuantityId, VilkoError } from '@vilko/core';
import type { FastifyInstance, FastifyReply, FastifyRequest, onRequestAsyncHookHandler } from 'fastify';
import * as z from 'zod';
import { NUL, nulRefused } from './nul.js';
import { bytesOf } from './words.js';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Who may ask; without it nobody but who has signed in. */
    who?: Who;
    /** Name of the endpoint; sockets and pages have none. */
    endpoint?: EndpointName;
  }
  interface FastifyInstance {
    /** Where else requests are answered; null: nowhere. */
    elsewhere: Elsewhere | null;
  }
}

/** Another thread that answers some of the endpoints. */
export interface Elsewhere {
  readonly answers: (name: EndpointName) => boolean;
  /** @param as another address, without a body, that is asked in the name of this request */
  readonly answer: (request: FastifyRequest, reply: FastifyReply, as?: string) => Promise<FastifyReply>;
}

/** What a handler is asked: everything validated by the row of the table. */
export interface Asked<E extends Endpoint> {
  readonly params: ParamsOf<E>;
  readonly query: QueryRead<E>;
  readonly body: BodyRead<E>;
  readonly request: FastifyRequest;
  readonly reply: FastifyReply;
}

/** What a handler answers: null where there is no such thing; a reply that it has sent itself. */
type Answered<E extends Endpoint> = ReplyOf<E> | FastifyReply | null;

/** Prefix of every address; plug-ins are registered under it. */
export const API = '/api';
/** Longest secret or id in an address. */
const LONGEST = 200;

/**
 * Serves one endpoint of the table inside a plug-in that is registered under `/api`.
 * @param first runs before the body is read, to refuse early
 * @example serve(app, 'dashboard', ({ params }) => service.dashboard(params.id))
 */
export function serve<N extends EndpointName>(
  app: FastifyInstance,
  name: N,
  handle: (asked: Asked<Endpoints[N]>) => Answered<Endpoints[N]> | Promise<Answered<Endpoints[N]>>,
  first?: onRequestAsyncHookHandler,
): void {
  const endpoint: Endpoint = ENDPOINTS[name];
  const { method, path, does, query, body, reply, makes, missing, largest, perMinute, who } = endpoint;
  const names = namesIn(path);
  const right = makes ? 201 : 200;
  app.route({
    method,
    url: path.slice(API.length),
    config: { who, endpoint: name, ...(perMinute ? { rateLimit: { max: perMinute, timeWindow: '1 minute' } } : {}) },
    ...(largest ? { bodyLimit: largest } : {}),
    ...(first ? { onRequest: first } : {}),
    schema: {
      summary: does,
      ...(names.length ? { params: z.object(Object.fromEntries(names.map((n) => [n, z.string().max(LONGEST)]))) } : {}),
      ...(query ? { querystring: query } : {}),
      ...(body && body !== BYTES ? { body } : {}),
      ...(reply === BYTES ? {} : { response: { [right]: reply, ...refusals(endpoint) } }),
    },
    async handler(request, answer) {
      if (app.elsewhere?.answers(name)) return app.elsewhere.answer(request, answer);
      refuseUnknownMeasures(request.query);
      // bytes say nothing that could be refused, and may still be on their way
      if (body !== BYTES) {
        refuseNul(request.body);
        refuseUnknownMeasures(request.body);
      }
      const answered = await handle({
        params: request.params,
        query: request.query,
        body: body === BYTES ? bytesOf(request.body) : (request.body ?? null),
        request,
        reply: answer,
      } as unknown as Asked<Endpoints[N]>);
      // a reply is waited for like a promise: whoever has sent it itself is done
      if (answer.sent) return answer;
      if (answered === null && missing && !takesNull(reply))
        return answer.code(404).send({ code: 'not-found', message: missing });
      return answer.code(right).send(answered);
    },
  });
}

/** So deep does nobody ask: what is nested deeper is refused before anything walks through it. */
const DEEPEST = 60;

/** Everything that was asked, from the whole to its parts; their names too. */
function* partsOf(asked: unknown, depth = 0): Generator {
  if (depth > DEEPEST) throw new VilkoError('bad-option', `what was asked is nested more than ${DEEPEST} deep`);
  yield asked;
  if (typeof asked !== 'object' || asked === null || ArrayBuffer.isView(asked)) return;
  for (const [name, part] of Object.entries(asked)) {
    yield name;
    yield* partsOf(part, depth + 1);
  }
}

/** Refuses texts, and names of what they are, with a character in them that no text may hold (`nul.ts`). */
function refuseNul(asked: unknown): void {
  for (const part of partsOf(asked)) if (typeof part === 'string' && part.includes(NUL)) throw nulRefused();
}

/**
 * The contract takes the id of a measure for a word, so that a browser need not load the registry with it; here it is
 * looked up, wherever it stands in what was asked.
 */
function refuseUnknownMeasures(asked: unknown): void {
  for (const part of partsOf(asked)) {
    if (typeof part !== 'object' || part === null || ArrayBuffer.isView(part)) continue;
    const { measure, of, id } = part as Readonly<Record<string, unknown>>;
    for (const name of [measure, of === 'swing' ? id : undefined])
      if (typeof name === 'string' && !isQuantityId(name))
        throw new VilkoError('bad-option', `there is no measure "${name.slice(0, 60)}"`);
  }
}

const refusals = ({ missing }: Endpoint) => ({ 422: Problem, ...(missing ? { 404: Problem } : {}) });

/** Whether nothing is an answer too. */
const takesNull = (reply: Endpoint['reply']): boolean => reply !== BYTES && reply.safeParse(null).success;

/** A file to be taken along: never kept by anything in between. */
export const attached = (reply: FastifyReply, type: string, name: string): FastifyReply =>
  reply
    .header('content-type', type)
    .header('content-disposition', `attachment; filename="${name}"`)
    .header('cache-control', 'no-store');

/** Bytes without a copy. */
export const buffer = (b: Uint8Array): Buffer => Buffer.from(b.buffer, b.byteOffset, b.byteLength);
