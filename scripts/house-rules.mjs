// House rules that no linter of lines knows: what may lie in the tree, and which way arrows go.
// - every tracked file lies in a known folder and is of a known kind: no archives, wheels, pictures outside docs
// - no two files import each other, by whatever way round (what only types need does not count)
// - the folders of the server stand above each other: no knots
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { root } from './steps.mjs';

const complaints = [];

// — the tree
const ROOT =
  /^(README|CONTRIBUTING)\.md$|^(package(-lock)?|tsconfig\.base)\.json$|^eslint\.config\.mjs$|^\.(gitignore|npmrc|prettier\w+(\.json)?)$/;
const FOLDERS = /^(core|contract|server|cli|web|e2e|bench|docs|scripts|\.ci)\//;
const KINDS = /\.(ts|mts|mjs|cjs|html|css|json|md|sql|svg|ico|csv)$|(^|\/)(run|\.postcssrc\.json)$/;
/** Kinds that belong in one place only. */
const PLACES = [
  [/\.png$/, /^docs\/screenshots\//],
  [/\.(c3d|npz)$/, /^core\/test-data\//],
  [/\.webm$/, /^server\/demo-films\//],
];
const LARGEST = 2_000_000;
const listed = spawnSync('git', ['ls-files'], { cwd: root, encoding: 'utf8' });
const tracked = listed.status === 0 ? listed.stdout.split('\n').filter((f) => f && existsSync(join(root, f))) : [];
for (const f of tracked) {
  const place = PLACES.find(([kind]) => kind.test(f));
  const known = ROOT.test(f) || (FOLDERS.test(f) && (place ? place[1].test(f) : KINDS.test(f)));
  if (!known) complaints.push(`${f}: does not belong in the tree`);
  else if (statSync(join(root, f)).size > LARGEST) complaints.push(`${f}: over ${LARGEST / 1e6} MB`);
}

// — the arrows
const sources = tracked.filter(
  (f) => /^(core|contract|server|cli|web)\/src\/.*\.ts$/.test(f) && !f.endsWith('.spec.ts'),
);
const known = new Set(sources);
const IMPORT = /^(?:import|export)\s+(?!type\b)[^;]*?from\s+'(\.[^']+)'/gms;
/** Files a file runs, its own project's alone. */
function runs(f) {
  const text = readFileSync(join(root, f), 'utf8');
  return [...text.matchAll(IMPORT)].flatMap(([, to]) => {
    const at = normalize(join(dirname(f), to)).replace(/\.js$/, '');
    return [`${at}.ts`, join(at, 'index.ts')].filter((x) => known.has(x));
  });
}
const arrows = new Map(sources.map((f) => [f, runs(f)]));

/** Rings in a graph: each as the way round it. */
function ringsIn(graph) {
  const state = new Map();
  const rings = [];
  const walk = (node, way) => {
    state.set(node, 'open');
    for (const next of graph.get(node) ?? []) {
      if (state.get(next) === 'open') rings.push([...way.slice(way.indexOf(next)), next]);
      else if (!state.has(next)) walk(next, [...way, next]);
    }
    state.set(node, 'done');
  };
  for (const node of graph.keys()) if (!state.has(node)) walk(node, [node]);
  return rings;
}
for (const ring of ringsIn(arrows)) complaints.push(`import cycle: ${ring.join(' → ')}`);

const folderOf = (f) => /^server\/src\/([^/]+)\//.exec(f)?.[1];
const folders = new Map();
for (const [f, to] of arrows)
  for (const t of to) {
    const [a, b] = [folderOf(f), folderOf(t)];
    if (a && b && a !== b) folders.set(a, (folders.get(a) ?? new Set()).add(b));
  }
for (const ring of ringsIn(folders)) complaints.push(`knot of folders in the server: ${ring.join(' → ')}`);

if (complaints.length) {
  console.error(complaints.join('\n'));
  process.exit(1);
}
