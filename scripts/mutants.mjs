// Would the tests notice? Makes the code wrong in one place at a time and runs the specs that come by there.
//   npm run mutants -- [folder …] [--n 40] [--seed 1] [--all]
// Works on a copy; the tree is not touched. Prints the part that was killed and every mutant that survived.
import { spawn } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { instrument } from './mutants/points.mjs';
import { root } from './steps.mjs';

/** Part of the mutants that the tests have to kill. */
const ENOUGH = 0.85;
const FOLDERS = ['core/src/measures', 'core/src/events', 'core/src/faults', 'core/src/formats', 'server/src/auth'];
/** Specs that only look at one folder's code, so that a whole server need not be asked about it. */
const SPECS = { server: 'src/auth' };

const WORKSPACES = ['core', 'contract', 'server', 'cli'];
/** Specs that take longer are asked last, and only those of the folder itself. ms */
const QUICK = 8000;
/** Golden answers of the command line that are compared where the specs notice nothing. */
const GOLDEN = 48;

const args = process.argv.slice(2);
const option = (name, other) => (args.includes(name) ? Number(args[args.indexOf(name) + 1]) : other);
const folders = args.filter((a, i) => !a.startsWith('--') && !/^--(n|seed)$/.test(args[i - 1] ?? ''));
const chosen = folders.length ? folders : FOLDERS;
const perFolder = args.includes('--all') ? Infinity : option('--n', 40);

/** Numbers 0–1 that are the same for the same seed (mulberry32). */
function random(seed) {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t ^= t + Math.imul(t ^ (t >>> 7), 61 | t);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
const draw = random(option('--seed', 1));
const filesIn = (folder, end) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith(end))
    .sort()
    .map((f) => join(folder, f));

// a copy with every mutant asleep in it
const copy = mkdtempSync(join(tmpdir(), 'mutants-'));
process.on('exit', () => rmSync(copy, { recursive: true, force: true }));
for (const w of [...WORKSPACES, 'scripts', 'tsconfig.base.json', 'package.json'])
  cpSync(join(root, w), join(copy, w), { recursive: true, filter: (f) => !/\/(node_modules|dist)(\/|$)/.test(f) });
// its packages, and the workspaces of the copy where the tree has its own
mkdirSync(join(copy, 'node_modules/@vilko'), { recursive: true });
for (const name of readdirSync(join(root, 'node_modules')))
  if (name !== '@vilko') symlinkSync(join(root, 'node_modules', name), join(copy, 'node_modules', name));
for (const w of WORKSPACES) symlinkSync(join(copy, w), join(copy, 'node_modules/@vilko', w));
for (const w of WORKSPACES)
  if (existsSync(join(root, w, 'node_modules')))
    symlinkSync(join(root, w, 'node_modules'), join(copy, w, 'node_modules'));

const points = [];
for (const folder of chosen)
  for (const file of filesIn(join(copy, folder), '.ts').filter((f) => !f.endsWith('.spec.ts'))) {
    const made = instrument(relative(copy, file), readFileSync(file, 'utf8'), points.length);
    points.push(...made.points.map((p) => ({ ...p, folder })));
    writeFileSync(file, `/* eslint-disable */\n${made.text}`);
  }

const JASMINE = join(root, 'node_modules/jasmine/bin/jasmine.js');
const WATCH = join(copy, 'scripts/mutants/watch.mjs');
/** Runs a program of the copy; what takes longer than its limit, ms, has failed. */
function ran(workspace, program, env, limit) {
  return new Promise((done) => {
    const began = Date.now();
    const child = spawn(process.execPath, ['--import', WATCH, '--import', 'tsx', ...program], {
      cwd: join(copy, workspace),
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    child.stdout.on('data', (d) => (said += d));
    child.stderr.on('data', (d) => (said += d));
    const timer = setTimeout(() => child.kill('SIGKILL'), limit);
    child.on('close', (code) => {
      clearTimeout(timer);
      done({ code, said, ms: Date.now() - began });
    });
  });
}
const specs = (workspace, files, env, limit) =>
  ran(workspace, [JASMINE, '--config=jasmine.json', '--fail-fast', ...files], env, limit);
const golden = (env) => ran('cli', [join(copy, 'scripts/mutants/golden.ts'), String(GOLDEN)], env, 300_000);
/** Does something for each of a list, as many at a time as there are processors. */
async function each(list, f) {
  const queue = [...list];
  const one = async () => {
    for (let x = queue.shift(); x !== undefined; x = queue.shift()) await f(x);
  };
  await Promise.all(cpus().map(one));
}

// which specs come by which point, and how long they take
const workspaces = [...new Set(chosen.map((f) => f.split('/')[0]))];
const seenBy = points.map(() => []);
const took = new Map();
const all = workspaces.flatMap((w) =>
  filesIn(join(copy, w, SPECS[w] ?? 'src'), '.spec.ts').map((f) => ({
    workspace: w,
    file: relative(join(copy, w), f),
  })),
);
const untouched = await golden({});
if (untouched.code !== 0) throw new Error(`the golden answers differ before anything is wrong ${untouched.said}`);
console.log(`${points.length} places to go wrong; looking which of ${all.length} spec files come by them`);
mkdirSync(join(copy, 'seen'));
await each(all, async ({ workspace, file }) => {
  const notes = join(copy, 'seen', file.replaceAll('/', '-'));
  const r = await specs(workspace, [file], { MUTANTS_SEEN: notes }, 600_000);
  if (r.code !== 0) throw new Error(`${file} fails before anything is wrong:\n${r.said.slice(-2000)}`);
  took.set(file, r.ms);
  if (existsSync(notes)) for (const i of JSON.parse(readFileSync(notes, 'utf8'))) seenBy[i]?.push(file);
});

const sample = chosen.flatMap((folder) => {
  const own = points.flatMap((p, i) => (p.folder === folder ? [{ i, at: draw() }] : []));
  return own
    .sort((a, b) => a.at - b.at)
    .slice(0, perFolder)
    .map((x) => x.i);
});
const survived = [];
const counts = new Map(chosen.map((f) => [f, { killed: 0, golden: 0, of: 0 }]));
let done = 0;
await each(sample, async (i) => {
  const p = points[i];
  const count = counts.get(p.folder);
  count.of++;
  const workspace = p.folder.split('/')[0];
  const env = { MUTANT: String(i) };
  const time = (files) => files.reduce((sum, f) => sum + took.get(f), 0);
  const notice = async (files) =>
    files.length > 0 && (await specs(workspace, files, env, 30_000 + 4 * time(files))).code !== 0;
  const quick = seenBy[i].filter((f) => took.get(f) < QUICK);
  const slow = seenBy[i].filter((f) => took.get(f) >= QUICK && p.path.startsWith(`${workspace}/${dirname(f)}`));
  if ((await notice(quick)) || (await notice(slow))) count.killed++;
  else if (workspace === 'core' && (await golden(env)).code !== 0) count.golden++;
  else survived.push({ ...p, seen: seenBy[i].length });
  if (++done % 20 === 0) console.log(`${done} of ${sample.length}, ${survived.length} survive`);
});

for (const s of survived.sort((a, b) => a.path.localeCompare(b.path) || a.line - b.line))
  console.log(`survives: ${s.path}:${s.line}  ${s.was}  →  ${s.is}${s.seen ? '' : '  (no spec comes by)'}`);
let [killed, of] = [0, 0];
for (const [folder, c] of counts) {
  const all = c.killed + c.golden;
  console.log(
    `${folder}: ${all} of ${c.of} killed, ${Math.round((100 * all) / c.of)}%: ${c.killed} by specs, ${c.golden} by golden answers alone`,
  );
  killed += all;
  of += c.of;
}
console.log(`${killed} of ${of} killed, ${Math.round((100 * killed) / of)}%; wanted ${100 * ENOUGH}%`);
process.exitCode = killed / of < ENOUGH ? 1 : 0;
