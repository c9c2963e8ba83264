import type { FastifyInstance } from 'fastify';
import { dayRoutes } from './day/day-routes.js';
import { drillRoutes } from './drills/drill-routes.js';
import { binRoutes } from './house/bin-routes.js';
import { type BinService, binService } from './house/bin-service.js';
import { houseRoutes } from './house/house-routes.js';
import { API } from './http/serve.js';
import { patternRoutes } from './judging/pattern-routes.js';
import { letterRoutes } from './letters/letter-routes.js';
import { lessonRoutes } from './lessons/lesson-routes.js';
import { practiceRoutes } from './practice/practice-routes.js';
import { programmeRoutes } from './programmes/programme-routes.js';
import { pupilRoutes } from './pupils/pupil-routes.js';
import { pupilService } from './pupils/pupil-service.js';
import { reportRoutes } from './reports/report-routes.js';
import { sharedRoutes } from './reports/shared-routes.js';
import type { Services, Tables } from './services.js';
import { inboxRoutes } from './swings/inbox-routes.js';
import { swingRoutes } from './swings/swing-routes.js';

/** What the pages ask of the bays. */
export interface AskedOfBays {
  /** A record has changed: whatever stands on it is read anew. */
  readonly changed: () => Promise<void>;
  /** The name of a bay; of the first where none is named. */
  readonly nameOf: (bayId: string | null | undefined) => string;
  /** Where a lesson's swings are made. */
  readonly whereIs: (lessonId: string) => string;
  /** Names of the devices that are connected. */
  readonly connected: () => ReadonlySet<string>;
}

export interface PagesOver {
  readonly tables: Tables;
  readonly services: Services;
  readonly bays: AskedOfBays;
  readonly deviceKey: string;
}

/** Every address that is no bay's own. */
export async function registerPages(
  fastify: FastifyInstance,
  { tables, services, bays, deviceKey }: PagesOver,
): Promise<{ bin: BinService }> {
  const { pupils, house } = tables;
  const { changed } = bays;
  const bin = binService({ ...tables, store: services.store, bytes: services.bytes, changed });
  const people = pupilService({
    pupils,
    archive: services.archive,
    backups: services.backups,
    moved: async (from, to) => {
      await tables.practice.move(from, to);
      await tables.bookings.move(from, to);
      await tables.programmes.move(from, to);
    },
    bayName: bays.nameOf,
  });
  const prefix = API;
  await fastify.register(pupilRoutes, { prefix, pupils, service: people, changed });
  await fastify.register(lessonRoutes, { prefix, pupils, ...services, changed });
  await fastify.register(swingRoutes, { prefix, ...services, bayName: bays.whereIs });
  await fastify.register(inboxRoutes, { prefix, ...services });
  await fastify.register(binRoutes, { prefix, bin });
  await fastify.register(practiceRoutes, { prefix, ...services });
  await fastify.register(reportRoutes, { prefix, ...services });
  await fastify.register(letterRoutes, { prefix, ...services });
  await fastify.register(sharedRoutes, { prefix, ...services });
  await fastify.register(patternRoutes, { prefix, ...services });
  await fastify.register(drillRoutes, { prefix, ...services });
  await fastify.register(programmeRoutes, { prefix, ...services });
  await fastify.register(dayRoutes, { prefix, ...services });
  await fastify.register(houseRoutes, {
    prefix,
    house,
    backups: services.backups,
    connected: bays.connected,
    deviceKey,
  });
  return { bin };
}
