// Runs a command with a PostgreSQL server beside it, whose address it finds in VILKO_POSTGRES.
import { spawn } from 'node:child_process';
import { startPostgres } from './postgres.mjs';

const [command, ...args] = process.argv.slice(2);
const server = await startPostgres();
const run = spawn(command, args, { stdio: 'inherit', env: { ...process.env, VILKO_POSTGRES: server.url } });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => run.kill(signal));
const status = await new Promise((r) => run.once('exit', (code) => r(code ?? 1)));
await server.close();
process.exit(status);
