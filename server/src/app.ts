import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import websocket from '@fastify/websocket';
import { VilkoError } from '@vilko/core';
import Fastify, { type FastifyInstance } from 'fastify';
import { hasZodFastifySchemaValidationErrors, jsonSchemaTransform, serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import { swingService } from './analysis/swing-service.js';
import { type BayHandle, openBay } from './bays/bay.js';
import { pupilRepository } from './db/pupils.js';
import type { Db } from './db/open.js';
import { swingRepository } from './db/swings.js';
import { apiPage } from './routes/api-page.js';
import { bayRoutes } from './routes/bay.js';
import { lessonRoutes } from './routes/lessons.js';
import { swingRoutes } from './routes/swings.js';

export interface App {
  readonly fastify: FastifyInstance;
  readonly bay: BayHandle;
}

/** Builds the server over an open database. */
export async function buildApp(db: Db, web: string): Promise<App> {
  const fastify = Fastify({ logger: false, routerOptions: { maxParamLength: 200 } });
  fastify.setValidatorCompiler(validatorCompiler);
  fastify.setSerializerCompiler(serializerCompiler);
  await fastify.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        'upgrade-insecure-requests': null,
        'style-src': ["'self'", "'unsafe-inline'"],
        'connect-src': ["'self'", 'ws:'],
        'worker-src': ["'self'", 'blob:'],
        'img-src': ["'self'", 'data:', 'blob:'],
      },
    },
  });
  await fastify.register(swagger, { openapi: { info: { title: 'Vilko', version: '1' } }, transform: jsonSchemaTransform });
  await fastify.register(websocket, { options: { maxPayload: 1 << 20 } });
  fastify.addContentTypeParser('application/octet-stream', { parseAs: 'buffer', bodyLimit: 256 << 20 }, (_, body, done) => done(null, body));

  fastify.setErrorHandler((error, _request, reply) => {
    if (error instanceof VilkoError)
      return reply.code(422).send({
        code: error.code,
        message: `${error.message}.`,
        ...(error.position ? { position: error.position } : {}),
        kept: 'Everything recorded before is kept; nothing of this file was stored.',
      });
    if (hasZodFastifySchemaValidationErrors(error))
      return reply.code(400).send({
        code: 'bad-request',
        message: `The request was not understood: ${error.validation.map((v) => `${v.instancePath.slice(1)} ${v.message}`).join('; ')}.`,
      });
    const status = (error as { statusCode?: number }).statusCode ?? 500;
    if (status >= 500) console.error(error);
    return reply
      .code(status)
      .send({ code: 'server', message: status === 413 ? 'The file is larger than 256 MB.' : 'The server could not do this; nothing was changed.' });
  });

  const pupils = pupilRepository(db);
  const service = swingService(pupils, swingRepository(db));
  const bay = openBay('Bay 3', {
    store: (rec, lessonId, club, clubName) => service.store(rec, { lessonId, club, clubName, source: 'bay', file: null, recordedAt: new Date() }),
    pupilOf: async (lessonId) => (await pupils.lesson(lessonId))?.pupil ?? null,
  });
  await fastify.register((scope, _options, done) => {
    scope.get('/api/health', { schema: { summary: 'Whether the server answers' } }, () => ({ ok: true }));
    lessonRoutes(scope, pupils, service);
    swingRoutes(scope, service);
    bayRoutes(scope, bay);
    apiPage(scope);
    done();
  });
  if (existsSync(join(web, 'index.html'))) {
    await fastify.register(fastifyStatic, { root: web, wildcard: false, maxAge: '1h' });
    const index = readFileSync(join(web, 'index.html'));
    // deep links: every other path is the application's own
    fastify.setNotFoundHandler((request, reply) =>
      request.url.startsWith('/api/') || /\.[a-z0-9]+$/i.test(request.url.split('?')[0]!)
        ? reply.code(404).send({ code: 'not-found', message: 'There is nothing at this address.' })
        : reply.type('text/html').header('cache-control', 'no-cache').send(index),
    );
  }
  fastify.addHook('onClose', () => bay.close());
  return { fastify, bay };
}
