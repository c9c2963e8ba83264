import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import type { SwingHead } from '@vilko/contract';
import { bayRests } from '@vilko/core/live';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import websocket from '@fastify/websocket';
import Fastify, { type FastifyInstance } from 'fastify';
import { jsonSchemaTransform, serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import { guard } from './auth/guard.js';
import { signIn } from './auth/sign-in.js';
import type { BayServices } from './bays/bay-services.js';
import { bayRepository } from './bays/bay-repository.js';
import { bayRoutes } from './bays/bay-routes.js';
import { baySockets } from './bays/bay-sockets.js';
import { type Bays, openBays } from './bays/bays.js';
import type { OpenDatabase } from './db/open.js';
import type { DemoShelves } from './demo/seed.js';
import { apiPage } from './house/api-page.js';
import { binRepository } from './house/bin-repository.js';
import { binRoutes } from './house/bin-routes.js';
import { binService } from './house/bin-service.js';
import { backups as openBackups } from './house/backups.js';
import { houseRepository } from './house/house-repository.js';
import { houseRoutes } from './house/house-routes.js';
import { nightShift, type NightWork } from './house/night.js';
import { settingsOf } from './house/settings.js';
import { pupilArchive } from './house/pupil-archive.js';
import { sayErrors } from './http/errors.js';
import { logOptions } from './http/log.js';
import { API } from './http/serve.js';
import { findingsService } from './judging/findings-service.js';
import { drillRepository } from './drills/drill-repository.js';
import { drillRoutes } from './drills/drill-routes.js';
import { drillService } from './drills/drill-service.js';
import { patternRepository } from './judging/pattern-repository.js';
import { patternRoutes } from './judging/pattern-routes.js';
import { patternService } from './judging/pattern-service.js';
import { lessonRoutes } from './lessons/lesson-routes.js';
import { dashboardService } from './practice/dashboard-service.js';
import { experimentRepository } from './practice/experiment-repository.js';
import { experimentService } from './practice/experiment-service.js';
import { practiceRepository } from './practice/practice-repository.js';
import { practiceRoutes } from './practice/practice-routes.js';
import { practiceService } from './practice/practice-service.js';
import { pupilRepository } from './pupils/pupil-repository.js';
import { pupilRoutes } from './pupils/pupil-routes.js';
import { pupilService } from './pupils/pupil-service.js';
import { originOf } from './reports/origin.js';
import { openOutbox } from './reports/outbox.js';
import { reportRoutes } from './reports/report-routes.js';
import { reportService } from './reports/report-service.js';
import { shareRepository } from './reports/share-repository.js';
import { shareService } from './reports/share-service.js';
import { sharedRoutes } from './reports/shared-routes.js';
import { enteredRepository } from './swings/entered-repository.js';
import { enteredService } from './swings/entered-service.js';
import { filmRepository } from './swings/film-repository.js';
import { filmService } from './swings/film-service.js';
import { filmStore } from './swings/film-store.js';
import { shotRepository } from './swings/shot-repository.js';
import { shotService } from './swings/shot-service.js';
import { swingRepository } from './swings/swing-repository.js';
import { inboxRepository } from './swings/inbox-repository.js';
import { inboxRoutes } from './swings/inbox-routes.js';
import { inboxService } from './swings/inbox-service.js';
import { swingRoutes } from './swings/swing-routes.js';
import { swingService } from './swings/swing-service.js';

export interface App {
  readonly fastify: FastifyInstance;
  readonly bays: Bays;
  /** What is done once a night, when somebody asks whether it is due. */
  readonly night: NightWork;
  /** Gives up a swing that may be another's and that nobody answered for; null where somebody has. */
  readonly giveUp: (swingId: string) => Promise<SwingHead | null>;
  /** Where a sample world would go. */
  readonly demo: DemoShelves;
}

export interface AppOptions {
  /** Folder of the built web application. */
  readonly web: string;
  /** The server listens beyond this machine: signing in is needed. */
  readonly signIn?: boolean;
  /** Folder of the log; without it only errors are said. */
  readonly log?: string;
}

/** Everything the server keeps, by table. */
export function openTables({ db }: OpenDatabase) {
  return {
    pupils: pupilRepository(db),
    swings: swingRepository(db),
    shots: shotRepository(db),
    films: filmRepository(db),
    entered: enteredRepository(db),
    house: houseRepository(db),
    patterns: patternRepository(db),
    drills: drillRepository(db),
    practice: practiceRepository(db),
    shares: shareRepository(db),
    experiments: experimentRepository(db),
    bays: bayRepository(db),
    inbox: inboxRepository(db),
    bin: binRepository(db),
  };
}
type Tables = ReturnType<typeof openTables>;

/** The key with which a device on another machine may speak; made once. */
async function deviceKeyOf(house: Tables['house']): Promise<string> {
  const kept = await house.get<string>('device-key');
  if (kept) return kept;
  const made = randomBytes(16).toString('hex');
  await house.put('device-key', made);
  return made;
}

/** What every plug-in rests on: headers, checks, description, sockets, bytes. */
async function prepareServer(log: string | undefined): Promise<FastifyInstance> {
  const fastify = Fastify({ ...logOptions(log ?? null), routerOptions: { maxParamLength: 200 } });
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
  sayErrors(fastify);
  return fastify;
}

/** What is done with what is kept, each service on those below it. */
function openServices(database: OpenDatabase, tables: Tables, addresses: () => string | null) {
  const { pupils, swings, shots, films, house } = tables;
  const store = filmStore(database.folder);
  const outbox = openOutbox(database.folder);
  const patterns = patternService(tables.patterns);
  const drills = drillService(tables.drills, store);
  const service = swingService({
    ...tables,
    standards: async () => ({ house: await settingsOf(house), own: await patterns.own() }),
    shelf: drills.shelf,
  });
  const findings = findingsService(service);
  const archive = pupilArchive({ ...tables, store, outbox, scrub: database.scrub });
  const units = async () => (await settingsOf(house)).units;
  const reports = reportService({
    pupils,
    practice: tables.practice,
    swings: service,
    outbox,
    store,
    units,
    shelf: drills.shelf,
  });
  const practice = practiceService({ pupils, practice: tables.practice, swings: service, store, shelf: drills.shelf });
  return {
    store,
    patterns,
    drills,
    swings: service,
    findings,
    films: filmService(swings, films, store),
    entered: enteredService({ pupils, entered: tables.entered, swings: service }),
    shots: shotService(pupils, swings, shots),
    inbox: inboxService(tables),
    archive,
    backups: openBackups({
      data: database.folder,
      pupils,
      archive,
      nightFolder: async () => (await settingsOf(house)).nightly.folder,
    }),
    reports,
    practice,
    dashboard: dashboardService(pupils, service, tables.practice),
    experiments: experimentService(tables.experiments, service),
    shares: shareService({
      shares: tables.shares,
      pupils,
      entries: tables.practice,
      practice,
      reports,
      drills,
      origin: addresses,
    }),
  };
}
type Services = ReturnType<typeof openServices>;

/** What a bay asks of the rest of the server. */
const bayServices = (
  { pupils, house }: Tables,
  { swings, shots, inbox }: Services,
  failed: (e: unknown) => void,
): Omit<BayServices, 'keepPlace'> => ({
  inbox: (rec, arrival) => inbox.put(rec, arrival),
  stillDoubted: async (swingId, bay) => {
    const swing = await swings.head(swingId);
    return swing?.doubt && (await inbox.take(swing, bay)) ? swing : null;
  },
  store: async (rec, arrival) => {
    const swing = await swings.store(rec, { ...arrival, source: 'bay', file: null });
    return swing && (await shots.matchSwing(swing.id)) ? swings.head(swing.id) : swing;
  },
  lesson: async (lessonId) => {
    const found = await pupils.lesson(lessonId);
    return found && { pupil: found.pupil, setUp: found.head.setUp };
  },
  keepSetUp: async (lessonId, setUp) => {
    await pupils.changeLesson(lessonId, { setUp });
  },
  sawDevice: ({ name, kind, rate, health }) => house.sawDevice({ name, kind, rate, ...(health ? { health } : {}) }),
  failed,
});

/**
 * Builds the server over an open database.
 * @example await buildApp(await openDatabase(folder, 'memory://'), { web: 'web/dist/browser' })
 */
export async function buildApp(database: OpenDatabase, { web, signIn: needed = false, log }: AppOptions): Promise<App> {
  const fastify = await prepareServer(log);
  const tables = openTables(database);
  const { pupils, house } = tables;
  const services = openServices(database, tables, () =>
    originOf(fastify.addresses().filter((a) => typeof a !== 'string')),
  );
  const deviceKey = await deviceKeyOf(house);
  const forBays = bayServices(tables, services, (e) => fastify.log.error(e));
  const bays = await openBays(tables.bays, forBays);
  const changed = () => bays.refresh();
  const bin = binService({ ...tables, store: services.store, scrub: database.scrub, changed });
  const busy = () => bays.all().some((b) => !bayRests(b.state().state));
  const night = nightShift({ house, backups: services.backups, bin, busy });
  const people = pupilService({
    pupils,
    archive: services.archive,
    backups: services.backups,
    moved: async (from, to) => {
      await tables.practice.move(from, to);
    },
    bayName: (id) => ((id && bays.one(id)) || bays.first()).state().name,
  });
  await guard(fastify, { auth: signIn(house), needed, deviceKey });
  const prefix = API;
  await fastify.register(pupilRoutes, { prefix, pupils, service: people, changed });
  await fastify.register(lessonRoutes, { prefix, pupils, ...services, changed });
  const bayName = (lessonId: string) =>
    (bays.all().find((b) => b.state().lessonId === lessonId) ?? bays.first()).state().name;
  await fastify.register(swingRoutes, { prefix, ...services, bayName });
  await fastify.register(inboxRoutes, { prefix, ...services });
  await fastify.register(binRoutes, { prefix, bin });
  await fastify.register(practiceRoutes, { prefix, ...services });
  await fastify.register(reportRoutes, { prefix, ...services });
  await fastify.register(sharedRoutes, { prefix, ...services });
  await fastify.register(patternRoutes, { prefix, ...services });
  await fastify.register(drillRoutes, { prefix, ...services });
  await fastify.register(bayRoutes, { prefix, bays });
  await fastify.register(baySockets, { prefix, bays, ...services });
  await fastify.register(houseRoutes, { prefix, house, backups: services.backups, bays, deviceKey });
  await fastify.register(apiPage, { prefix });
  await serveWeb(fastify, web, services.store.folder);
  fastify.addHook('onClose', () => bays.close());
  return {
    fastify,
    bays,
    night,
    giveUp: (swingId) => forBays.stillDoubted(swingId, bays.first().state().name),
    demo: {
      pupils,
      service: services.swings,
      shots: tables.shots,
      films: services.films,
      entered: tables.entered,
      drills: tables.drills,
      practice: tables.practice,
      experiments: tables.experiments,
    },
  };
}

/** The application's own files, and films in ranges by the same plug-in. */
async function serveWeb(fastify: FastifyInstance, web: string, films: string): Promise<void> {
  const hasWeb = existsSync(join(web, 'index.html'));
  await fastify.register(fastifyStatic, { root: hasWeb ? web : films, serve: hasWeb, wildcard: false, maxAge: '1h' });
  if (!hasWeb) return;
  const index = readFileSync(join(web, 'index.html'));
  // deep links: every other path is the application's own
  fastify.setNotFoundHandler((request, reply) =>
    request.url.startsWith(`${API}/`) || /\.[a-z0-9]+$/i.test(request.url.split('?')[0]!)
      ? reply.code(404).send({ code: 'not-found', message: 'There is nothing at this address.' })
      : reply.type('text/html').header('cache-control', 'no-cache').send(index),
  );
}
