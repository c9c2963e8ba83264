// A PostgreSQL server of its own for as long as it is needed: in a new folder, on a free port, gone afterwards.
import { spawn, spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Where Debian's packages put a version's programs. */
const VERSIONS = '/usr/lib/postgresql';

/** The folder of the newest version's programs; null where none is installed. */
export function postgresPrograms() {
  if (!existsSync(VERSIONS)) return null;
  const folders = readdirSync(VERSIONS)
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(VERSIONS, version, 'bin'));
  return folders.find((folder) => existsSync(join(folder, 'initdb'))) ?? null;
}

/** It refuses to run as root: then it runs as the user that its package has made. */
function who() {
  if (process.getuid?.() !== 0) return {};
  const id = (flag) => Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout);
  return { uid: id('-u'), gid: id('-g') };
}

const freePort = () =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

/** Starts one; it trusts everybody on this machine, for it holds nothing but what is made up. */
export async function startPostgres() {
  const programs = postgresPrograms();
  if (!programs) throw new Error('PostgreSQL is not installed: apt-get install postgresql');
  const as = who();
  const folder = mkdtempSync(join(tmpdir(), 'vilko-postgres-'));
  if (as.uid !== undefined) chownSync(folder, as.uid, as.gid);
  const data = join(folder, 'data');
  const made = spawnSync(
    join(programs, 'initdb'),
    ['-D', data, '-U', 'vilko', '-A', 'trust', '-E', 'UTF8', '--no-sync', '--locale=C.UTF-8'],
    { ...as, cwd: folder, encoding: 'utf8' },
  );
  if (made.status !== 0) throw new Error(`PostgreSQL could not be set up: ${made.stderr}`);
  const port = await freePort();
  const serve = (settings = []) =>
    spawn(
      join(programs, 'postgres'),
      ['-D', data, '-p', String(port), '-k', folder, '-h', '127.0.0.1', ...settings.flatMap((s) => ['-c', s])],
      { ...as, cwd: folder, stdio: 'ignore' },
    );
  // what it holds may be lost with the machine: it waits for no disk
  const settings = ['fsync=off', 'full_page_writes=off', 'synchronous_commit=off', 'max_connections=200'];
  let running = null;
  const ready = async () => {
    for (let i = 0; i < 300; i++) {
      if (spawnSync(join(programs, 'pg_isready'), ['-h', '127.0.0.1', '-p', String(port)]).status === 0) return;
      await new Promise((r) => setTimeout(r, 100));
    }
    throw new Error('PostgreSQL does not answer');
  };
  const start = async () => {
    // a second on the same folder would end at once, and be taken for the one that runs
    if (!running || running.exitCode !== null) running = serve(settings);
    await ready();
  };
  const end = async () => {
    const was = running;
    running = null;
    if (!was || was.exitCode !== null) return;
    const gone = new Promise((r) => was.once('exit', r));
    was.kill('SIGINT');
    await gone;
  };
  await start();
  return {
    url: `postgres://vilko@127.0.0.1:${port}/postgres`,
    start,
    end,
    close: async () => {
      await end();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
