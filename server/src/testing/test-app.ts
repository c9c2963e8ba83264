import { mkdtempSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Imported, Lesson, NO_PROFILE, type Pupil, type SwingHead } from '@vilko/contract';
import { type Recording, writeRecording } from '@vilko/core';
import { type App, buildApp } from '../app.js';
import { openDatabase } from '../db/open.js';
import type { Room } from '../db/room.js';
import { freshDatabase } from './fresh-database.js';
import { pupilRepository } from '../pupils/pupil-repository.js';

export const SOMEBODY: Pupil = {
  id: 'p',
  name: 'Somebody',
  about: 'Test pilot',
  handed: 'right',
  stature: 1.75,
  // simulated golfers weigh what their seed says: with a mass on record each would first be asked about
  mass: null,
  story: '',
  profile: NO_PROFILE,
  archived: false,
};

/** A server for tests: in memory unless `onDisk`, with one pupil and one lesson `l`. */
export async function testApp(
  o: {
    onDisk?: boolean;
    /** Of an empty database on a PostgreSQL server. */
    url?: string;
    signIn?: boolean;
    home?: boolean;
    listen?: boolean;
    pupil?: Partial<Pupil>;
    log?: string;
    apart?: boolean;
    room?: Room;
  } = {},
) {
  const folder = mkdtempSync(join(tmpdir(), 'vilko-test-'));
  const database = await (o.onDisk || o.url ? openDatabase(folder, o.url, o.room) : freshDatabase(folder, o.room));
  const pupils = pupilRepository(database.db);
  const pupil = { ...SOMEBODY, ...o.pupil };
  await pupils.add(pupil);
  await pupils.addLesson({
    id: 'l',
    pupilId: pupil.id,
    startedAt: new Date('2026-11-01T10:00:00Z'),
    bay: 'Bay 3',
    aim: 'Test',
  });
  const app: App = await buildApp(database, {
    web: '/nowhere',
    signIn: o.signIn,
    home: o.home,
    log: o.log,
    apart: o.apart,
  });
  if (o.listen) await app.fastify.listen({ port: 0, host: '127.0.0.1' });
  const inject = app.fastify.inject.bind(app.fastify);
  const octets = { 'content-type': 'application/octet-stream' };
  return {
    ...app,
    database,
    folder: database.folder,
    pupils,
    port: o.listen ? (app.fastify.server.address() as AddressInfo).port : 0,
    get: async (url: string) => inject({ method: 'GET', url }),
    send: async (method: 'POST' | 'PUT' | 'PATCH' | 'DELETE', url: string, payload?: object) =>
      inject({ method, url, ...(payload ? { payload } : {}) }),
    sendBytes: async (url: string, bytes: Uint8Array, method: 'POST' | 'PUT' = 'POST') =>
      inject({ method, url, headers: octets, payload: Buffer.from(bytes) }),
    lesson: async (id = 'l') => Lesson.parse((await inject({ method: 'GET', url: `/api/lessons/${id}` })).json()),
    /** Puts a recording into a lesson and returns its swings. */
    bring: async (rec: Recording, name = 'a.vilko', lesson = 'l', query = ''): Promise<SwingHead[]> => {
      const answer = await inject({
        method: 'POST',
        url: `/api/lessons/${lesson}/recordings?name=${name}${query}`,
        headers: octets,
        payload: Buffer.from(writeRecording(rec, name)),
      });
      return Imported.parse(answer.json()).swings;
    },
    close: async () => {
      await app.fastify.close();
      await database.close();
    },
  };
}

export type TestApp = Awaited<ReturnType<typeof testApp>>;
