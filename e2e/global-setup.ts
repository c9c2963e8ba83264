import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer } from './bay.js';
import { PORT } from './port.js';

/** One server with the demo's sample world, as a house runs it, for every journey that does not need its own. */
export default async function setup(): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'vilko-journeys-'));
  const server = await startServer(PORT, { VILKO_DATA: folder, VILKO_DEMO: 'whole' });
  return async () => {
    await server.end();
    rmSync(folder, { recursive: true, force: true });
  };
}
