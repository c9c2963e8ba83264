// The versions of everything that turns samples into numbers, and numbers into a verdict: fingerprints of what
// `analyse.ts` and `judge.ts` run, so that nobody can forget to raise them. Comments and formatting do not count.
// Writes core/src/core-version.ts; --check only looks.
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { root } from './steps.mjs';

const path = join(root, 'core/src/core-version.ts');

/** Fingerprint of all that these files of the core run. */
async function fingerprint(...files) {
  const { outputFiles } = await build({
    stdin: {
      contents: files.map((f) => `export * from './${f}';`).join(''),
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
  return createHash('sha256').update(code).digest('hex').slice(0, 12);
}

// what is drawn of a swing is kept under the same version
const numbers = await fingerprint('analyse.ts', 'traces/swing-traces.ts', 'traces/trace-bundle.ts');
const judging = await fingerprint('faults/judge.ts');
const text = `/** Fingerprint of everything that turns samples into numbers; a stored result of another one is made anew. */
export const CORE_VERSION = '${numbers}';
/** Fingerprint of everything that turns numbers into a verdict; a stored verdict of another one is judged anew. */
export const JUDGING_VERSION = '${judging}';
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
      'core/src/core-version.ts: what turns samples into numbers, or numbers into a verdict, changed; npm run format writes it',
    );
    process.exit(1);
  }
  writeFileSync(path, text);
}
