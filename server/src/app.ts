import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import websocket from '@fastify/websocket';
import { VilkoError } from '@vilko/core';
import Fastify, { type FastifyInstance } from 'fastify';
import {
  hasZodFastifySchemaValidationErrors,
  jsonSchemaTransform,
  serializerCompiler,
  validatorCompiler,
} from 'fastify-type-provider-zod';
import { swingService } from './analysis/swing-service.js';
import { guard } from './auth/guard.js';
import { signIn } from './auth/sign-in.js';
import { type BayHandle, openBay } from './bays/bay.js';
import { experimentRepository } from './db/experiments.js';
import { filmRepository } from './db/films.js';
import { houseRepository } from './db/house.js';
import { patternRepository } from './db/patterns.js';
import { patternService } from './judging/pattern-service.js';
import { patternRoutes } from './routes/patterns.js';
import { practiceRepository } from './db/practice.js';
import { pupilRepository } from './db/pupils.js';
import type { OpenDatabase } from './db/open.js';
import type { DemoShelves } from './demo/seed.js';
import { shareRepository } from './db/shares.js';
import { shotRepository } from './db/shots.js';
import { swingRepository } from './db/swings.js';
import { filmService } from './films/film-service.js';
import { filmStore } from './films/film-store.js';
import { backups as openBackups } from './house/backups.js';
import { pupilArchive } from './pupils/pupil-archive.js';
import { pupilService } from './pupils/pupil-service.js';
import { apiPage } from './routes/api-page.js';
import { bayRoutes } from './routes/bay.js';
import { filmRoutes } from './routes/films.js';
import { houseRoutes, settingsOf } from './routes/house.js';
import { lessonRoutes } from './routes/lessons.js';
import { experimentService } from './practice/experiment-service.js';
import { practiceService } from './practice/practice-service.js';
import { experimentRoutes } from './routes/experiments.js';
import { practiceRoutes } from './routes/practice.js';
import { openOutbox } from './reports/outbox.js';
import { reportService } from './reports/report-service.js';
import { originOf } from './reports/origin.js';
import { shareService } from './reports/share-service.js';
import { reportRoutes } from './routes/reports.js';
import { pupilRoutes } from './routes/pupils.js';
import { sharedRoutes, shareRoutes } from './routes/shares.js';
import { shotRoutes } from './routes/shots.js';
import { swingRoutes } from './routes/swings.js';
import { shotService } from './shots/shot-service.js';

export interface App {
  readonly fastify: FastifyInstance;
  readonly bay: BayHandle;
  /** Where a sample world would go. */
  readonly demo: DemoShelves;
}

export interface AppOptions {
  /** Folder of the built web application. */
  readonly web: string;
  /** The server listens beyond this machine: signing in is needed. */
  readonly signIn?: boolean;
}

const BAY = 'Bay 3';

const REFUSALS: Readonly<Record<number, string>> = {
  413: 'The file is larger than this server takes.',
  429: 'Too many tries: wait a minute, then try again.',
};

/** Everything the server keeps, by table. */
export function openTables(database: OpenDatabase) {
  const { db } = database;
  return {
    pupils: pupilRepository(db),
    swings: swingRepository(db),
    shots: shotRepository(db),
    films: filmRepository(db),
    house: houseRepository(db),
    patterns: patternRepository(db),
    practice: practiceRepository(db),
    shares: shareRepository(db),
    experiments: experimentRepository(db),
  };
}

/** The key with which a device on another machine may speak; made once. */
async function deviceKeyOf(house: ReturnType<typeof houseRepository>): Promise<string> {
  const kept = await house.get<string>('device-key');
  if (kept) return kept;
  const made = randomBytes(16).toString('hex');
  await house.put('device-key', made);
  return made;
}

/** Builds the server over an open database. */
export async function buildApp(database: OpenDatabase, { web, signIn: needed = false }: AppOptions): Promise<App> {
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
        'media-src': ["'self'", 'blob:'],
      },
    },
  });
  await fastify.register(swagger, {
    openapi: { info: { title: 'Vilko', version: '1' } },
    transform: jsonSchemaTransform,
  });
  await fastify.register(websocket, { options: { maxPayload: 1 << 20 } });
  fastify.addContentTypeParser(
    'application/octet-stream',
    { parseAs: 'buffer', bodyLimit: 256 << 20 },
    (_, body, done) => done(null, body),
  );

  fastify.setErrorHandler((error, _request, reply) => {
    if (error instanceof VilkoError)
      return reply.code(422).send({
        code: error.code,
        message: `${error.message}.`,
        ...(error.position ? { position: error.position } : {}),
        kept:
          error.code === 'bad-option'
            ? 'Nothing was changed.'
            : 'Everything recorded before is kept; nothing of this file was stored.',
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
      .send({ code: 'server', message: REFUSALS[status] ?? 'The server could not do this; nothing was changed.' });
  });

  const tables = openTables(database);
  const { pupils, swings, shots, films, house } = tables;
  const store = filmStore(database.folder);
  const outbox = openOutbox(database.folder);
  const patterns = patternService(tables.patterns);
  const service = swingService({
    ...tables,
    standards: async () => ({ house: await settingsOf(house), own: await patterns.own() }),
  });
  const filmsOf = filmService(swings, films, store);
  const shotsOf = shotService(pupils, swings, shots);
  const archive = pupilArchive({ ...tables, store, outbox, scrub: database.scrub });
  const reports = reportService(pupils, tables.practice, service, outbox, store);
  const practice = practiceService(pupils, tables.practice, service, store);
  const links = shareService(tables.shares, pupils, tables.practice, practice, reports, () =>
    originOf(fastify.addresses().filter((a) => typeof a !== 'string')),
  );
  const backups = openBackups(database.folder, pupils, archive);
  const deviceKey = await deviceKeyOf(house);
  const bay = openBay(BAY, {
    store: async (rec, arrival) => {
      const swing = await service.store(rec, { ...arrival, source: 'bay', file: null });
      return swing && (await shotsOf.matchSwing(swing.id)) ? service.head(swing.id) : swing;
    },
    lesson: async (lessonId) => {
      const found = await pupils.lesson(lessonId);
      return found && { pupil: found.pupil, setUp: found.head.setUp };
    },
    keepSetUp: async (lessonId, setUp) => {
      await pupils.changeLesson(lessonId, { setUp });
    },
    sawDevice: ({ name, kind, rate, health }) => house.sawDevice({ name, kind, rate, ...(health ? { health } : {}) }),
  });
  await guard(fastify, signIn(house), needed, deviceKey);
  await fastify.register((scope, _options, done) => {
    scope.get('/api/health', { schema: { summary: 'Whether the server answers' } }, () => ({ ok: true }));
    pupilRoutes(
      scope,
      pupils,
      pupilService({ ...tables, swings: service, archive, backups, bayName: BAY }),
      service,
      bay,
    );
    lessonRoutes(scope, pupils, service);
    reportRoutes(scope, reports, links);
    shareRoutes(scope, links);
    sharedRoutes(scope, links, reports);
    practiceRoutes(scope, practice);
    experimentRoutes(scope, experimentService(tables.experiments, service));
    patternRoutes(scope, patterns);
    swingRoutes(scope, service);
    shotRoutes(scope, shotsOf, service, bay);
    filmRoutes(scope, filmsOf);
    bayRoutes(scope, bay);
    houseRoutes(scope, house, backups, bay, deviceKey);
    apiPage(scope);
    done();
  });
  const hasWeb = existsSync(join(web, 'index.html'));
  // films are sent in ranges by the same plug-in that serves the application
  await fastify.register(fastifyStatic, {
    root: hasWeb ? web : store.folder,
    serve: hasWeb,
    wildcard: false,
    maxAge: '1h',
  });
  if (hasWeb) {
    const index = readFileSync(join(web, 'index.html'));
    // deep links: every other path is the application's own
    fastify.setNotFoundHandler((request, reply) =>
      request.url.startsWith('/api/') || /\.[a-z0-9]+$/i.test(request.url.split('?')[0]!)
        ? reply.code(404).send({ code: 'not-found', message: 'There is nothing at this address.' })
        : reply.type('text/html').header('cache-control', 'no-cache').send(index),
    );
  }
  fastify.addHook('onClose', () => bay.close());
  return {
    fastify,
    bay,
    demo: { pupils, service, shots, films: filmsOf, practice: tables.practice, experiments: tables.experiments },
  };
}
