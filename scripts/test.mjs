// One command from a fresh clone to a verdict: install what is missing (Debian's Chromium and PostgreSQL too), lint,
// types, unit tests in Node on both databases and in the browser, end to end, in two lanes, for two processors. Its
// last line is the true sum.
import { spawn } from 'node:child_process';
import { closeSync, existsSync, mkdtempSync, openSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { postgresPrograms } from './postgres.mjs';
import { install, root, run } from './steps.mjs';

const CHROMIUM = JSON.parse(readFileSync(join(root, 'scripts/chromium.json'), 'utf8')).path;

install();
const missing = [...(existsSync(CHROMIUM) ? [] : ['chromium']), ...(postgresPrograms() ? [] : ['postgresql'])];
if (missing.length) {
  run(`looking for ${missing.join(' and ')}`, 'apt-get', ['update', '-qq']);
  run(`installing ${missing.join(' and ')}`, 'apt-get', ['install', '-y', '-qq', ...missing]);
}

const env = { ...process.env, CHROME_BIN: CHROMIUM, NG_CLI_ANALYTICS: 'false', FORCE_COLOR: '0' };
let passed = 0;
let failed = 0;
/** What failed, said once more at the end: by then the output of its step is far above. */
const complaints = [];

/**
 * Runs a step, shows what it prints when it ends, and takes its counts; a step without counts is one test. Says
 * whether it went well.
 */
async function step(words, command, args, { count, cwd = root } = {}) {
  // into a file: what two lanes print at once would be read by nobody
  const folder = mkdtempSync(join(tmpdir(), 'vilko-step-'));
  const file = join(folder, 'output');
  const out = openSync(file, 'w');
  const began = Date.now();
  console.log(`… ${words}`);
  const child = spawn(command, args, { cwd, env, stdio: ['ignore', out, out] });
  const status = await new Promise((resolve) => child.once('close', resolve));
  closeSync(out);
  const output = readFileSync(file, 'utf8');
  rmSync(folder, { recursive: true });
  return take(`${words}${lasted(began)}`, output, status, count);
}

/** How long a step took. */
const lasted = (began) => ` (${((Date.now() - began) / 60_000).toFixed(1)} min)`;

/** Shows what a step has printed, and adds its counts. */
function take(words, output, status, count) {
  console.log(`\n— ${words}`);
  process.stdout.write(output);
  const counted = count?.(output);
  const before = failed;
  if (counted) {
    passed += counted.passed;
    failed += counted.failed;
    // a runner that fails after its tests has found something too
    if (status !== 0 && counted.failed === 0) failed++;
  } else if (status === 0 && !count) passed++;
  else failed++;
  if (failed > before) complaints.push(`${words}:`, ...named(output));
  return failed === before;
}

/** The lines of an output that name what failed, as the runners here write them. */
function named(output) {
  const lines = output.split('\n');
  const names = lines.filter((line) => /FAILED|✘|^\d+\) |error TS|✖|\[warn\]/.test(line)).slice(0, 20);
  return (names.length ? names : lines.filter((line) => line.trim()).slice(-10)).map((line) => `  ${line.trim()}`);
}

const jasmine = (output) => {
  const m = /(\d+) specs?, (\d+) failures?/.exec(output);
  return m && Number(m[1]) > 0 ? { passed: Number(m[1]) - Number(m[2]), failed: Number(m[2]) } : null;
};
const karma = (output) => {
  const m = /KARMA (\d+) passed (\d+) failed/.exec(output);
  return m && Number(m[1]) > 0 ? { passed: Number(m[1]), failed: Number(m[2]) } : null;
};
const playwright = (output) => {
  const n = (word) => Number(new RegExp(`(\\d+) ${word}`).exec(output)?.[1] ?? 0);
  return n('passed') + n('failed') > 0
    ? { passed: n('passed'), failed: n('failed') + n('did not run') + n('flaky') }
    : null;
};

/** Making what the journeys run is no test; when it fails, that is said. */
const made = () => ({ passed: 0, failed: 0 });

/** The databases wait more than they work: they go beside what needs a processor. */
async function besides() {
  await step(
    'server, on PostgreSQL',
    'node',
    ['scripts/on-postgres.mjs', 'npm', 'run', '-s', 'test:postgres', '-w', 'server'],
    { count: jasmine },
  );
  await step('server', 'npm', ['run', '-s', 'test', '-w', 'server'], { count: jasmine });
}

async function others() {
  await step('lint and format', 'npm', ['run', '-s', 'lint']);
  await step('types', 'npm', ['run', '-s', 'types']);
  const built = await step('build', 'node', ['scripts/build.mjs'], { count: made });
  await step('core, in Node', 'npm', ['run', '-s', 'test', '-w', 'core'], { count: jasmine });
  await step('command line', 'npm', ['run', '-s', 'test', '-w', 'cli'], { count: jasmine });
  await step('core and web, in Chromium', 'npx', ['ng', 'test'], { count: karma, cwd: join(root, 'web') });
  // beside what is left of the other lane: they wait more than they work
  if (built)
    await step('end to end, in Chromium', 'npx', ['playwright', 'test'], { count: playwright, cwd: join(root, 'e2e') });
}

await Promise.all([besides(), others()]);

if (complaints.length) console.log(`\nWhat failed\n${complaints.join('\n')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
