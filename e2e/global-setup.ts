import { startServer } from './bay.js';

/** One server with the demo's sample world, in memory, for every journey that does not need its own. */
export default async function setup(): Promise<() => Promise<void>> {
  const server = await startServer(4391, { DATABASE_URL: 'memory://', VILKO_DEMO: 'whole' });
  return () => server.end();
}
