import { fileURLToPath } from 'node:url';
import { swingService } from './analysis/swing-service.js';
import { buildApp } from './app.js';
import { readConfig } from './config.js';
import { openDatabase, type OpenDatabase } from './db/open.js';
import { pupilRepository } from './db/pupils.js';
import { swingRepository } from './db/swings.js';
import { seedDemo } from './demo/seed.js';

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
  if (config.demo) {
    const pupils = pupilRepository(database.db);
    let said = 0;
    await seedDemo(pupils, swingService(pupils, swingRepository(database.db)), (part) => {
      if (part - said < 0.1 && part < 1) return;
      said = part;
      console.log(`  demo swings ${Math.round(100 * part)}%`);
    });
  }
  const { fastify, bay } = await buildApp(database.db, config.web);
  stop = async () => {
    await fastify.close();
    await database.close();
  };
  if (config.demo) await bay.change({ lessonId: 'lesson-maren' });
  const address = await fastify.listen({ host: config.host, port: config.port });
  console.log(`Vilko is at ${address}`);
}

main().catch((e: unknown) => {
  console.error(`vilko: ${e instanceof Error ? e.message : String(e)}`);
  process.exit(2);
});
