// The version of everything that turns samples into numbers: a fingerprint of what `analyse.ts` runs, so that nobody
// can forget to raise it. Comments and formatting do not count. Writes core/src/core-version.ts; --check only looks.
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { root } from './steps.mjs';

const path = join(root, 'core/src/core-version.ts');
const { outputFiles } = await build({
  // what is drawn of a swing is kept under the same version
  stdin: {
    contents:
      "export * from './analyse.ts'; export * from './traces/swing-traces.ts'; export * from './traces/trace-bundle.ts';",
    resolveDir: join(root, 'core/src'),
    loader: 'ts',
  },
  bundle: true,
  packages: 'external',
  format: 'esm',
  minifyWhitespace: true,
  legalComments: 'none',
  write: false,
});
const code = outputFiles[0].text.replaceAll(root, '');
const version = createHash('sha256').update(code).digest('hex').slice(0, 12);
const text = `/** Fingerprint of everything that turns samples into numbers; a stored result of another one is made anew. */
export const CORE_VERSION = '${version}';
`;

let now = '';
try {
  now = readFileSync(path, 'utf8');
} catch {
  // not written yet
}
if (now !== text) {
  if (process.argv.includes('--check')) {
    console.error(
      `core/src/core-version.ts: what turns samples into numbers changed; npm run format writes ${version}`,
    );
    process.exit(1);
  }
  writeFileSync(path, text);
}
