import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import type { FastifyInstance } from 'fastify';
import { attached, serve } from '../http/serve.js';
import { streamOf } from '../http/words.js';
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
  serve(app, 'keeping', () => ({ sealed: backups.sealed }));
  serve(app, 'devices', async () => {
    const here = connected();
    const rows = await house.devices();
    const devices = rows.map((d) => ({ ...d, lastSeen: d.lastSeen.toISOString(), connected: here.has(d.name) }));
    return { key: deviceKey, devices };
  });
  serve(app, 'backups', () => backups.list());
  serve(app, 'night', () => house.get<NightReport>(NIGHT));
  serve(app, 'makeBackup', () => backups.make());
  serve(app, 'backupFile', async ({ params, reply }) => {
    const file = await backups.fileOf(params.name);
    const { size } = await stat(file);
    return attached(reply, 'application/zip', params.name).header('content-length', size).send(createReadStream(file));
  });
  serve(app, 'restoreBackup', ({ params, query }) => backups.restore(params.name, query.called));
  void app.register((arriving, _, ready) => {
    // of any size: it goes to the disk as it comes
    arriving.removeContentTypeParser('application/octet-stream');
    arriving.addContentTypeParser('application/octet-stream', (_request, bytes, taken) => taken(null, bytes));
    serve(arriving, 'restoreFile', async ({ query, request, reply }) => {
      const { name, gone } = await backups.arriving(streamOf(request.body));
      try {
        if (!app.elsewhere) return await backups.restore(name, query.name);
        const url = `/api/backups/${name}/restore?called=${encodeURIComponent(query.name)}`;
        return await app.elsewhere.answer(request, reply, url);
      } finally {
        await gone();
      }
    });
    ready();
  });
  done();
}
