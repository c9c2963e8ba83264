// Bundles the command line, the server and the simulated device for plain Node.
import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, readFileSync, writeFileSync } from 'node:fs';
import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';
import { fingerprint } from './steps.mjs';

const root = new URL('..', import.meta.url);
const at = (path) => fileURLToPath(new URL(path, root));

// bundled CommonJS packages ask for `require`, `__dirname` and `__filename`
const banner = {
  js: "import { createRequire as __cr } from 'node:module'; import { fileURLToPath as __fu } from 'node:url'; import { dirname as __dn } from 'node:path'; const require = __cr(import.meta.url); const __filename = __fu(import.meta.url); const __dirname = __dn(__filename);",
};
const common = {
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: false,
  minify: true,
  keepNames: false,
  legalComments: 'none',
  banner,
  logLevel: 'warning',
};

/** What a browser runs beside a pupil's page. */
const inBrowser = { platform: 'browser', target: 'es2022', format: 'iife', banner: {} };

/** What both threads that serve pages find beside the bundle. */
const INSTALLED = ['@electric-sql/pglite', 'pg-native', 'pdfmake', 'piscina'];

const targets = {
  cli: [{ entryPoints: [at('cli/src/main.ts')], outfile: at('cli/dist/vilko.mjs') }],
  server: [
    {
      entryPoints: [at('server/src/main.ts')],
      outfile: at('server/dist/main.mjs'),
      external: INSTALLED,
    },
    {
      entryPoints: [at('server/src/db/embedded-thread.ts')],
      outfile: at('server/dist/embedded-thread.mjs'),
      external: ['@electric-sql/pglite'],
    },
    {
      entryPoints: [at('server/src/move.ts')],
      outfile: at('server/dist/move.mjs'),
      external: INSTALLED,
    },
    {
      entryPoints: [at('server/src/seal.ts')],
      outfile: at('server/dist/seal.mjs'),
      external: INSTALLED,
    },
    {
      entryPoints: [at('server/src/office/office-thread.ts')],
      outfile: at('server/dist/office-thread.mjs'),
      external: INSTALLED,
    },
    { entryPoints: [at('server/src/swings/prepare-worker.ts')], outfile: at('server/dist/prepare-worker.mjs') },
    { entryPoints: [at('server/src/bays/watch-worker.ts')], outfile: at('server/dist/watch-worker.mjs') },
    { entryPoints: [at('server/src/demo/worker.ts')], outfile: at('server/dist/demo-worker.mjs') },
    { entryPoints: [at('server/src/mail.ts')], outfile: at('server/dist/mail.mjs') },
    { entryPoints: [at('server/src/device/main.ts')], outfile: at('server/dist/device.mjs') },
  ],
  page: [
    {
      ...inBrowser,
      entryPoints: [at('web/src/page-worker/page-worker.ts')],
      outfile: at('web/dist/browser/page-worker.js'),
      define: { 'process.env.NODE_ENV': '"production"' },
    },
  ],
};

/** The empty database that a new house begins with, made anew where its tables or the database itself have changed. */
function makeBlank() {
  const stamp = at('server/dist/blank.stamp');
  const now = fingerprint(['server/src/db/migrations', 'package-lock.json']);
  if (existsSync(at('server/dist/blank')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  execFileSync('node', ['--import', 'tsx', at('server/src/db/make-blank.ts'), at('server/dist/blank')], {
    stdio: 'inherit',
  });
  writeFileSync(stamp, now);
}

for (const name of process.argv.slice(2)) {
  for (const t of targets[name]) await build({ ...common, ...t });
  if (name !== 'server') continue;
  cpSync(at('server/src/db/migrations'), at('server/dist/migrations'), { recursive: true });
  for (const weight of [400, 600]) {
    const file = `hanken-grotesk-latin-${weight}-normal.woff`;
    cpSync(at(`node_modules/@fontsource/hanken-grotesk/files/${file}`), at(`server/dist/fonts/${file}`));
  }
  makeBlank();
  if (existsSync(at('server/demo-films')))
    cpSync(at('server/demo-films'), at('server/dist/films'), { recursive: true });
}
