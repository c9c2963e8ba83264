import { fileURLToPath } from 'node:url';
import { signIn } from './auth/sign-in.js';
import { type App, buildApp } from './app.js';
import { type Config, readConfig } from './config.js';
import { houseRepository } from './house/house-repository.js';
import { orDamaged } from './db/damaged.js';
import { everySecond } from './every-second.js';
import { openDatabase, type OpenDatabase } from './db/open.js';
import { pagesThread, type PagesThread } from './office/office.js';
import type { WorkBehind } from '@vilko/contract';
import type { Renewal } from './swings/renewal.js';
import { unlock } from './db/unlock.js';
import { DEMO_LESSON, type DemoLeft, type Said, seedDemo } from './demo/seed.js';

/** How often it is looked whether the night's work is due, ms. */
const NIGHT_LOOK = 10 * 60 * 1000;

let stopping = false;
let stop: () => Promise<void> = () => Promise.resolve();

// before anything slow: a database that is not closed keeps the process alive and its folder locked
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    if (stopping) return;
    stopping = true;
    void stop().then(() => process.exit(0));
  });

async function main(): Promise<void> {
  const config = readConfig(process.env, fileURLToPath(new URL('../../web/dist/browser', import.meta.url)));
  const pages = pagesThread();
  // no process that is started from here on is told it
  delete process.env['VILKO_PASSPHRASE'];
  const key = await unlock(config.data, config.passphrase);
  const database: OpenDatabase = await openDatabase(config.data, config.databaseUrl, undefined, key);
  stop = database.close;
  if (stopping) return;
  const { fastify, bays, night, renew, demo } = await housed(config, database, pages).catch((e: unknown) => {
    throw config.databaseUrl ? e : orDamaged(config.data, e);
  });
  for (const name of config.bays) if (!bays.lines().some((b) => b.name === name)) await bays.add(name);
  const left = config.demo === '0' ? null : await seedDemo(demo);
  const until = (): boolean => stopping;
  if (left && config.demo !== '1') await left.newest({ threads: 2, said: saying('sample swings'), until });
  if (left && config.demo === 'whole') await left.older({ threads: 2, said: saying('older sample swings'), until });
  let behind: Promise<void> = Promise.resolve();
  const nights = setInterval(() => void night.tick(new Date()).catch((e: unknown) => fastify.log.error(e)), NIGHT_LOOK);
  stop = async () => {
    clearInterval(nights);
    await behind;
    await fastify.close();
    await database.close();
  };
  if (config.demo !== '0') await bays.first().change({ lessonId: DEMO_LESSON });
  const address = await fastify.listen({ host: config.host, port: config.port });
  console.log(`Vilko is at ${address}`);
  const tells = (what: WorkBehind['what']): Said => {
    const print = saying(what);
    return everySecond((done, of) => {
      print(done, of);
      bays.works(done < of && !stopping ? { what, done, of } : null);
    });
  };
  const swings = left && config.demo === '1' ? left : null;
  behind = fillIn(swings?.newest, { threads: 2, said: tells('sample swings'), until })
    .then(() => readAnew(renew, tells('swings read anew')))
    .then(() => fillIn(swings?.older, { threads: 1, said: tells('older sample swings'), until }))
    .finally(() => bays.works(null));
}

/** The house over its database, of whom everything is asked that it needs to begin. */
async function housed(config: Config, database: OpenDatabase, apart: PagesThread): Promise<App> {
  await needPassword(config, database);
  const { web, signIn: needed, home } = config;
  return buildApp(database, { web, signIn: needed, home, log: database.folder, apart });
}

/** After an update every stored swing is read again by what measures now, while the pages are open. */
async function readAnew(renew: Renewal, said: Said): Promise<void> {
  try {
    const { failed } = await renew(() => stopping, said);
    for (const { swing, why } of failed) console.error(`vilko: swing ${swing} could not be read anew: ${why}`);
  } catch (e) {
    console.error(`vilko: the stored swings could not be read anew: ${(e as Error).message}`);
  }
}

/** Beyond loopback nobody is let in without a password. */
async function needPassword(config: Config, database: OpenDatabase): Promise<void> {
  const auth = signIn(houseRepository(database.db));
  if (config.password) await auth.setPassword(config.password);
  if (config.signIn && !(await auth.hasPassword())) {
    await database.close();
    throw new Error(
      `HOST=${config.host} would show pupils' data to the network without a sign-in: set a password first, in Office › Settings on this machine or as VILKO_PASSWORD (10 characters or more)`,
    );
  }
}

type Making = DemoLeft['newest'];

/** The swings of the sample world come while its lessons can be looked at already. */
async function fillIn(make: Making | undefined, how: Parameters<Making>[0]): Promise<void> {
  try {
    await make?.(how);
  } catch (e) {
    console.error(`vilko: the sample swings could not be made: ${(e as Error).message}`);
  }
}

/** Says how far something is, every tenth of it. */
function saying(what: string): Said {
  let last = 0;
  return (done, of) => {
    const part = done / of;
    if (part - last < 0.1 && part < 1) return;
    last = part;
    console.log(`  ${what} ${Math.round(100 * part)}%`);
  };
}

main().catch((e: unknown) => {
  console.error(`vilko: ${e instanceof Error ? e.message : String(e)}`);
  process.exit(2);
});
