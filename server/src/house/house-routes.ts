import type { FastifyInstance } from 'fastify';
import { buffer, serve } from '../http/serve.js';
import type { Backups } from './backups.js';
import type { HouseRepository } from './house-repository.js';
import type { NightReport } from '@vilko/contract';
import { NIGHT } from './night.js';
import { SETTINGS, settingsOf } from './settings.js';

export interface HouseRoutes {
  readonly house: HouseRepository;
  readonly backups: Backups;
  /** Names of the devices that are connected now. */
  readonly connected: () => ReadonlySet<string>;
  readonly deviceKey: string;
}

/** Settings of the house, devices, backups. */
export function houseRoutes(
  app: FastifyInstance,
  { house, backups, connected, deviceKey }: HouseRoutes,
  done: () => void,
): void {
  serve(app, 'health', () => ({ ok: true }));
  serve(app, 'house', () => settingsOf(house));
  serve(app, 'changeHouse', async ({ body }) => {
    await house.put(SETTINGS, body);
    return body;
  });
  serve(app, 'devices', async () => {
    const here = connected();
    const rows = await house.devices();
    const devices = rows.map((d) => ({ ...d, lastSeen: d.lastSeen.toISOString(), connected: here.has(d.name) }));
    return { key: deviceKey, devices };
  });
  serve(app, 'backups', () => backups.list());
  serve(app, 'night', () => house.get<NightReport>(NIGHT));
  serve(app, 'makeBackup', () => backups.make());
  serve(app, 'backupFile', async ({ params, reply }) =>
    reply
      .header('content-type', 'application/zip')
      .header('content-disposition', `attachment; filename="${params.name}"`)
      .send(buffer(await backups.read(params.name))),
  );
  serve(app, 'restoreBackup', async ({ params }) => backups.restore(await backups.read(params.name), params.name));
  serve(app, 'restoreFile', ({ body, query }) => backups.restore(body, query.name));
  done();
}
