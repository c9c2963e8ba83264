// The browser's list of the core's specs, complete by construction: every spec file of the core, and the suites it
// must bring. Writes web/src/core.spec.ts; --check only looks.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { root } from './steps.mjs';

const core = join(root, 'core/src');
const path = join(root, 'web/src/core.spec.ts');

const specs = readdirSync(core, { recursive: true, encoding: 'utf8' })
  .filter((f) => f.endsWith('.spec.ts'))
  .map((f) => f.replaceAll('\\', '/'))
  .sort();
const suites = specs.flatMap((f) =>
  [...readFileSync(join(core, f), 'utf8').matchAll(/^describe\(\s*(?:'((?:[^'\\]|\\.)*)'|"([^"]*)")/gm)].map(
    ([, a, b]) => a ?? b,
  ),
);
const quoted = (s) => `'${s.replaceAll(/(?<!\\)'/g, "\\'")}'`;
const text = `// Written by scripts/core-specs.mjs: the core's own specs, run in the browser that will run the core.
${specs.map((f) => `import '../../core/src/${f.replace(/\.ts$/, '')}';`).join('\n')}

/** Every suite these files hold: one that a bundler dropped is missed by name. */
const SUITES = [
${[...new Set(suites)].map((s) => `  ${quoted(s)},`).join('\n')}
];

describe('the core in the browser', () => {
  it('brings all its specs', () => {
    const there = new Set(
      jasmine
        .getEnv()
        .topSuite()
        .children.map((c) => c.description),
    );
    expect(SUITES.filter((s) => !there.has(s))).toEqual([]);
  });
});
`;
if (readFileSync(path, 'utf8') !== text) {
  if (process.argv.includes('--check')) {
    console.error(`${relative(root, path)}: the core's specs have changed; npm run format writes the list anew`);
    process.exit(1);
  }
  writeFileSync(path, text);
}
