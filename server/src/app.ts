import type { SwingHead } from '@vilko/contract';
import { bayRests } from '@vilko/core/live';
import type { FastifyInstance } from 'fastify';
import { aloneRoutes } from './alone/alone-routes.js';
import { aloneService } from './alone/alone-service.js';
import { atHome } from './alone/at-home.js';
import { guard } from './auth/guard.js';
import { knownBrowsers } from './auth/known-browsers.js';
import { signIn } from './auth/sign-in.js';
import type { BayServices } from './bays/bay-services.js';
import { bayRoutes } from './bays/bay-routes.js';
import { baySockets } from './bays/bay-sockets.js';
import { type Bays, openBays } from './bays/bays.js';
import { watchForSwing } from './bays/watch.js';
import type { OpenDatabase } from './db/open.js';
import { whereItCan, watchRoom } from './db/room.js';
import type { DemoShelves } from './demo/seed.js';
import { apiPage } from './house/api-page.js';
import { keptKey } from './house/kept-key.js';
import { settingsOf } from './house/settings.js';
import { nightShift, type NightWork } from './house/night.js';
import { prepareServer } from './http/prepare.js';
import { API } from './http/serve.js';
import { serveWeb } from './http/web-files.js';
import { openOffice, type PagesThread } from './office/office.js';
import { type AskedOfBays, registerPages } from './pages.js';
import { originOf } from './reports/origin.js';
import type { Renewal } from './swings/renewal.js';
import { openServices, openTables, type Services, type Tables } from './services.js';

export interface App {
  readonly fastify: FastifyInstance;
  readonly bays: Bays;
  /** What is done once a night, when somebody asks whether it is due. */
  readonly night: NightWork;
  /** Gives up a swing that may be another's and that nobody answered for; null where somebody has. */
  readonly giveUp: (swingId: string) => Promise<SwingHead | null>;
  /** Reads anew what an older version has read. */
  readonly renew: Renewal;
  /** Where a sample world would go. */
  readonly demo: DemoShelves;
}

export interface AppOptions {
  /** Folder of the built web application. */
  readonly web: string;
  /** The server listens beyond this machine: signing in is needed. */
  readonly signIn?: boolean;
  /** Only practising alone is open: the machine stands at somebody's home. */
  readonly home?: boolean;
  /** Folder of the log; without it only errors are said. */
  readonly log?: string;
  /** Pages are answered in a thread of their own, which may have been started already; without it in this one. */
  readonly apart?: PagesThread | boolean;
}

/** What a bay asks of the rest of the server. */
const bayServices = (
  { pupils, house }: Tables,
  { swings, shots, inbox }: Services,
  { failed, room }: Pick<BayServices, 'failed' | 'room'>,
): Omit<BayServices, 'keepPlace'> => ({
  look: watchForSwing,
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
  sawDevice: ({ name, kind, rate, health }) =>
    whereItCan(house.sawDevice({ name, kind, rate, ...(health ? { health } : {}) })),
  failed,
  room,
});

/** What the pages ask of the bays. */
const askedOf = (bays: Bays): AskedOfBays => ({
  changed: () => bays.refresh(),
  nameOf: (id) => ((id && bays.one(id)) || bays.first()).state().name,
  whereIs: (lessonId) => (bays.all().find((b) => b.state().lessonId === lessonId) ?? bays.first()).state().name,
  connected: () =>
    new Set(
      bays.all().flatMap((b) => {
        const { device } = b.state();
        return device?.connected ? [device.name] : [];
      }),
    ),
});

/**
 * Builds the server over an open database.
 * @example await buildApp(await openDatabase(folder, 'memory://'), { web: 'web/dist/browser' })
 */
export async function buildApp(
  database: OpenDatabase,
  { web, signIn: needed = false, home = false, log, apart = false }: AppOptions,
): Promise<App> {
  const fastify = await prepareServer(log);
  const tables = openTables(database);
  const { pupils, house } = tables;
  const origin = () => originOf(fastify.addresses().filter((a) => typeof a !== 'string'));
  const services = openServices(database, tables, origin);
  const houseName = async () => (await settingsOf(house)).name;
  // with it a device on another machine may speak
  const deviceKey = await keptKey(house, 'device-key', 16);
  const forBays = bayServices(tables, services, {
    failed: (e) => fastify.log.error(e),
    room: database.room,
  });
  const bays = await openBays(tables.bays, forBays);
  await guard(fastify, { auth: signIn(house), known: await knownBrowsers(house), needed, deviceKey });
  if (home) atHome(fastify);
  // before anything is begun, or the bytes of a film are taken in; who is there and what stands on a bay is no writing
  fastify.addHook('onRequest', async ({ method, url, headers }) => {
    if (method === 'GET' || /^\/api\/(session|bays\/)/.test(url)) return;
    await database.room(Number(headers['content-length'] ?? 0));
  });
  const { bin } = await registerPages(fastify, { tables, services, bays: askedOf(bays), deviceKey });
  const busy = () => bays.all().some((b) => !bayRests(b.state().state));
  const night = nightShift({ ...services, house, bin, tidy: database.tidy, busy });
  const prefix = API;
  await fastify.register(bayRoutes, { prefix, bays });
  await fastify.register(baySockets, { prefix, bays, ...services });
  const alone = aloneService({ ...services, pupils, kept: tables.practice, bays, houseName, home });
  await fastify.register(aloneRoutes, { prefix, alone, files: services.practiceFiles });
  await fastify.register(apiPage, { prefix });
  await serveWeb(fastify, web, services.store.folder);
  const { door } = database;
  const first = typeof apart === 'object' ? apart : undefined;
  if (!door) await first?.worker.terminate();
  const office = apart && door ? openOffice({ door, origin, log, changed: () => bays.refresh(), first }) : null;
  await office?.ready();
  fastify.elsewhere = office;
  const watched = watchRoom(database.folder, (room) => bays.room(room));
  fastify.addHook('onClose', async () => {
    watched();
    bays.close();
    await office?.close();
  });
  return {
    fastify,
    bays,
    night,
    renew: async (stopping, said) => {
      const done = await services.swings.renew(stopping, said);
      // each left its older reading behind; whoever stops the server does not wait for that
      if (done.read && !stopping()) await database.tidy();
      return done;
    },
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
      house,
      days: { house, bookings: services.bookings, bays: tables.bays, letters: tables.letters },
      // what is to be asked about a swing is asked where it lies, not on every screen
      came: (swing) => {
        if (!swing.doubt) bays.tell(swing);
      },
    },
  };
}
