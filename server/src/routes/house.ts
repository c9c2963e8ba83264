import { Backup, DEFAULT_HOUSE, HouseSettings, KnownDevice, Restored } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { BayHandle } from '../bays/bay.js';
import type { HouseRepository } from '../db/house.js';
import type { Backups } from '../house/backups.js';

const SETTINGS = 'settings';
/** Largest backup taken back over the wire, bytes. */
const LARGEST = 2 ** 31 - 1;

/** The settings in force. */
export const settingsOf = async (house: HouseRepository): Promise<HouseSettings> => ({
  ...DEFAULT_HOUSE,
  ...(await house.get<HouseSettings>(SETTINGS)),
});

/** Settings of the house, devices, backups. */
export function houseRoutes(
  app: FastifyInstance,
  house: HouseRepository,
  backups: Backups,
  bay: BayHandle,
  deviceKey: string,
): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get('/api/house', { schema: { summary: 'Settings of the house', response: { 200: HouseSettings } } }, () =>
    settingsOf(house),
  );
  routes.put(
    '/api/house',
    { schema: { summary: 'Changes settings of the house', body: HouseSettings, response: { 200: HouseSettings } } },
    async (request) => {
      await house.put(SETTINGS, request.body);
      return request.body;
    },
  );
  routes.get(
    '/api/devices',
    {
      schema: {
        summary: 'Devices that were in the bay',
        response: { 200: z.object({ devices: z.array(KnownDevice), key: z.string() }) },
      },
    },
    async () => {
      const now = bay.state().device;
      const rows = await house.devices();
      return {
        key: deviceKey,
        devices: rows.map((d) => ({
          ...d,
          lastSeen: d.lastSeen.toISOString(),
          connected: now?.name === d.name && now.connected,
        })),
      };
    },
  );
  routes.get(
    '/api/backups',
    { schema: { summary: 'Backups in the data folder', response: { 200: z.array(Backup) } } },
    () => backups.list(),
  );
  routes.post('/api/backups', { schema: { summary: 'Makes a backup', response: { 201: Backup } } }, async (_, reply) =>
    reply.code(201).send(await backups.make()),
  );
  routes.get(
    '/api/backups/:name',
    { schema: { summary: 'A backup as a file', params: z.object({ name: z.string() }) } },
    async (request, reply) => {
      const bytes = await backups.read(request.params.name);
      return reply
        .header('content-type', 'application/zip')
        .header('content-disposition', `attachment; filename="${request.params.name}"`)
        .send(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));
    },
  );
  routes.post(
    '/api/backups/:name/restore',
    { schema: { summary: 'Puts a backup back', params: z.object({ name: z.string() }), response: { 200: Restored } } },
    async (request) => backups.restore(await backups.read(request.params.name), request.params.name),
  );
  routes.post(
    '/api/restore',
    {
      bodyLimit: LARGEST,
      schema: {
        summary: 'Puts a backup or pupil bundle back; the body is the file',
        querystring: z.object({ name: z.string() }),
        response: { 200: Restored },
      },
    },
    (request) =>
      backups.restore(request.body instanceof Uint8Array ? request.body : new Uint8Array(0), request.query.name),
  );
}
