import helmet from '@fastify/helmet';
import swagger from '@fastify/swagger';
import websocket from '@fastify/websocket';
import Fastify, { type FastifyInstance } from 'fastify';
import { jsonSchemaTransform, serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import { sayErrors } from './errors.js';
import { logOptions } from './log.js';
import { nulInAddress, nulRefused } from './nul.js';

/**
 * What every route rests on: checks, bytes, errors in a sentence.
 * @param log folder of the log; without it only errors are said
 * @param level from which on something is logged
 */
export function bareServer(log: string | undefined, level?: string): FastifyInstance {
  const fastify = Fastify({ ...logOptions(log ?? null, level), routerOptions: { maxParamLength: 200 } });
  fastify.setValidatorCompiler(validatorCompiler);
  fastify.setSerializerCompiler(serializerCompiler);
  fastify.addContentTypeParser(
    'application/octet-stream',
    { parseAs: 'buffer', bodyLimit: 256 << 20 },
    (_, body, done) => done(null, body),
  );
  fastify.decorate('elsewhere', null);
  fastify.addHook('onRequest', (request, _, done) => done(nulInAddress(request.url) ? nulRefused() : undefined));
  sayErrors(fastify);
  return fastify;
}

/** The same as the network sees it: headers, sockets, and a description of every address. */
export async function prepareServer(log: string | undefined): Promise<FastifyInstance> {
  const fastify = bareServer(log);
  await fastify.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        'upgrade-insecure-requests': null,
        'style-src': ["'self'", "'unsafe-inline'"],
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
