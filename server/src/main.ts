import { fileURLToPath } from 'node:url';
import { signIn } from './auth/sign-in.js';
import { buildApp } from './app.js';
import { type Config, readConfig } from './config.js';
import { houseRepository } from './house/house-repository.js';
import { openDatabase, type OpenDatabase } from './db/open.js';
import type { Renewal } from './swings/renewal.js';
import { DEMO_LESSON, type DemoRest, seedDemo } from './demo/seed.js';

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
  const database: OpenDatabase = await openDatabase(config.data, config.databaseUrl);
  stop = database.close;
  if (stopping) return;
  await needPassword(config, database);
  const { fastify, bays, night, renew, demo } = await buildApp(database, {
    web: config.web,
    signIn: config.signIn,
    log: database.folder,
    apart: true,
  });
  const rest = config.demo === '0' ? null : await seedDemo(demo, saying('demo swings'));
  if (rest && config.demo === 'whole') await rest.make(2, saying('demo swings of the lessons before'), () => stopping);
  let behind: Promise<void> = Promise.resolve();
  const nights = setInterval(() => void night.tick(new Date()).catch((e: unknown) => fastify.log.error(e)), NIGHT_LOOK);
  stop = async () => {
    clearInterval(nights);
    await behind;
    await fastify.close();
    await database.close();
  };
  for (const name of config.bays) if (!bays.lines().some((b) => b.name === name)) await bays.add(name);
  if (config.demo !== '0') await bays.first().change({ lessonId: DEMO_LESSON });
  const address = await fastify.listen({ host: config.host, port: config.port });
  console.log(`Vilko is at ${address}`);
  behind = readAnew(renew).then(() => (rest && config.demo === '1' ? fillIn(rest) : undefined));
}

/** After an update every stored swing is read again by what measures now, while the pages are open. */
async function readAnew(renew: Renewal): Promise<void> {
  const tell = saying('swings read anew by this version');
  try {
    const { failed } = await renew(() => stopping, tell);
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

/** The older lessons of the sample world come while the newest can be read already. */
async function fillIn(rest: DemoRest): Promise<void> {
  console.log(`  ${rest.swings} older demo swings follow in the background`);
  try {
    await rest.make(1, saying('older demo swings'), () => stopping);
  } catch (e) {
    console.error(`vilko: the older demo swings could not be made: ${(e as Error).message}`);
  }
}

/** Says how far something is, every tenth of it. */
function saying(what: string): (part: number) => void {
  let said = 0;
  return (part) => {
    if (part - said < 0.1 && part < 1) return;
    said = part;
    console.log(`  ${what} ${Math.round(100 * part)}%`);
  };
}

main().catch((e: unknown) => {
  console.error(`vilko: ${e instanceof Error ? e.message : String(e)}`);
  process.exit(2);
});
