import { once } from 'node:events';
import { type MessagePort, parentPort, workerData } from 'node:worker_threads';
import { joinDatabase } from '../db/open.js';
import { bareServer } from '../http/prepare.js';
import { type AskedOfBays, registerPages } from '../pages.js';
import { openServices, openTables } from '../services.js';
import { giveWay } from '../threads/give-way.js';
import { answerTo } from '../threads/questions.js';
import type { OfficeAnswer, OfficeGiven, OfficeQuestion } from './office.js';

/** The pages in a thread of their own: requests come as messages, already let in by who they are of. */

const ELSEWHERE = (): never => {
  throw new Error('this is asked where the bays are');
};
/** Who changes something here tells the bays' thread by its answer. */
const NO_BAYS: AskedOfBays = {
  changed: () => Promise.resolve(),
  nameOf: ELSEWHERE,
  whereIs: ELSEWHERE,
  connected: ELSEWHERE,
};

giveWay(10);
let origin: string | null = null;

async function openPages() {
  const [{ door, log }] = (await once(workerData as MessagePort, 'message')) as [OfficeGiven];
  const database = await joinDatabase(door);
  const tables = openTables(database);
  const services = openServices(database, tables, () => origin);
  const fastify = bareServer(log, 'error');
  await registerPages(fastify, { tables, services, bays: NO_BAYS, deviceKey: '' });
  await fastify.ready();
  return fastify;
}

const pages = openPages();

answerTo<OfficeQuestion>(
  parentPort!,
  async ({ method, url, headers, payload, origin: from }): Promise<OfficeAnswer> => {
    const fastify = await pages;
    origin = from;
    const body = payload === null ? {} : { payload: typeof payload === 'string' ? payload : Buffer.from(payload) };
    const answered = await fastify.inject({ method, url, headers, ...body });
    const told = Object.entries(answered.headers).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)]]));
    return {
      status: answered.statusCode,
      headers: Object.fromEntries(told) as OfficeAnswer['headers'],
      payload: answered.rawPayload,
    };
  },
);
