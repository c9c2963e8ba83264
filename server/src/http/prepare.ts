import { randomBytes } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import type { Socket } from 'node:net';
import helmet from '@fastify/helmet';
import swagger from '@fastify/swagger';
import websocket from '@fastify/websocket';
import Fastify, { type FastifyInstance } from 'fastify';
import { jsonSchemaTransform, serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import { sayErrors } from './errors.js';
import { logOptions } from './log.js';
import { nulInAddress, nulRefused } from './nul.js';

/** A request's head is there within so long, and that is looked at so often, ms. */
const HEAD_WITHIN = 10_000;
const LOOKED_AFTER = 2_000;
/** Nobody sends a body in pieces that lie farther apart, ms. */
const IDLE_BODY = 20_000;

/** Connections that are listened to already: many requests go over one. */
const TIMED = new WeakSet<Socket>();

/**
 * Ends a connection over which a body has begun and does not go on: it would be held open for nothing. An answer may
 * take as long as it takes.
 */
function cutOffIdle(request: IncomingMessage): void {
  const { socket, headers } = request;
  // without a body nothing is waited for; a request that is made within the server has no connection to be timed
  const hasBody = Boolean(headers['transfer-encoding']) || Number(headers['content-length'] ?? 0) > 0;
  if (!hasBody || typeof socket.setTimeout !== 'function') return;
  if (!TIMED.has(socket)) {
    TIMED.add(socket);
    socket.on('timeout', () => socket.destroy());
  }
  socket.setTimeout(IDLE_BODY);
  request.once('end', () => socket.setTimeout(0));
}

/**
 * What every route rests on: checks, bytes, errors in a sentence.
 * @param log folder of the log; without it only errors are said
 * @param level from which on something is logged
 */
export function bareServer(log: string | undefined, level?: string): FastifyInstance {
  const fastify = Fastify({
    ...logOptions(log ?? null, level),
    routerOptions: { maxParamLength: 200 },
    // one name an error keeps, whichever thread has answered
    genReqId: () => randomBytes(4).toString('hex'),
    http: { headersTimeout: HEAD_WITHIN, connectionsCheckingInterval: LOOKED_AFTER },
  });
  fastify.setValidatorCompiler(validatorCompiler);
  fastify.setSerializerCompiler(serializerCompiler);
  fastify.addContentTypeParser(
    'application/octet-stream',
    { parseAs: 'buffer', bodyLimit: 256 << 20 },
    (_, body, done) => done(null, body),
  );
  fastify.decorate('elsewhere', null);
  fastify.addHook('onRequest', (request, _, done) => done(nulInAddress(request.url) ? nulRefused() : undefined));
  fastify.addHook('onRequest', (request, _, done) => {
    cutOffIdle(request.raw);
    done();
  });
  sayErrors(fastify);
  return fastify;
}

/** The same as the network sees it: headers, sockets, and a description of every address. */
export async function prepareServer(log: string | undefined): Promise<FastifyInstance> {
  const fastify = bareServer(log);
  await fastify.register(helmet, {
    enableCSPNonces: true,
    contentSecurityPolicy: {
      directives: {
        'upgrade-insecure-requests': null,
        'script-src': ["'self'"],
        // with the number used once that each page is given; in attributes none at all
        'style-src': ["'self'"],
        'style-src-attr': ["'none'"],
        'font-src': ["'self'"],
        'connect-src': ["'self'", 'ws:'],
        'worker-src': ["'self'", 'blob:'],
        'img-src': ["'self'", 'data:', 'blob:'],
        'media-src': ["'self'", 'blob:'],
      },
    },
  });
  await fastify.register(swagger, {
    openapi: { info: { title: 'Vilko', version: '1' } },
    transform: jsonSchemaTransform,
  });
  await fastify.register(websocket, { options: { maxPayload: 1 << 20 } });
  return fastify;
}
