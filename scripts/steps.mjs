// What the two commands share: finding out what is missing and running a step with its name.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the project; stops the whole run when it fails. */
export function run(words, command, args, options = {}) {
  console.log(`— ${words}`);
  const r = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (r.status !== 0) {
    console.error(`${words}: failed`);
    process.exit(r.status ?? 1);
  }
}

/** Installs packages where they are missing or older than the lock file. */
export function install() {
  const marker = join(root, 'node_modules/.package-lock.json');
  if (existsSync(marker) && statSync(marker).mtimeMs >= statSync(join(root, 'package-lock.json')).mtimeMs - 2000)
    return;
  run('installing packages', 'npm', ['ci', '--no-progress']);
}

const SOURCES = [
  'core/src',
  'contract/src',
  'server/src',
  'cli/src',
  'web/src',
  'web/public',
  'web/angular.json',
  'package-lock.json',
  'scripts/bundle.mjs',
  'scripts/compress.mjs',
];

function files(path) {
  if (!existsSync(path)) return [];
  if (statSync(path).isFile()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((f) => files(join(path, f)));
}

/** Of what lies under these paths of the project, tests aside. */
export function fingerprint(sources) {
  const hash = createHash('sha256');
  for (const s of sources)
    for (const f of files(join(root, s)))
      if (!f.includes('.spec.')) hash.update(f.slice(root.length)).update(readFileSync(f));
  return hash.digest('hex');
}

/** Builds web, server and command line, unless the sources are those of the last build. */
export function build({ force = false } = {}) {
  const stamp = join(root, '.data/build.stamp');
  const now = fingerprint(SOURCES);
  const built = [
    'web/dist/browser/index.html',
    'server/dist/main.mjs',
    'server/dist/device.mjs',
    'cli/dist/vilko.mjs',
  ].every((f) => existsSync(join(root, f)));
  if (!force && built && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  run('building the server and the command line', 'node', ['scripts/bundle.mjs', 'server', 'cli']);
  run('building the web application', 'npx', ['ng', 'build'], {
    cwd: join(root, 'web'),
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  run('building what opens a pupil’s page without a network', 'node', ['scripts/bundle.mjs', 'page']);
  run('compressing it', 'node', ['scripts/compress.mjs']);
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, now);
}
