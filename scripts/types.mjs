// Type-checks every workspace, the worker's and the specs' projects too: ng build does not see errors in a worker.
import { spawnSync } from 'node:child_process';
import { root } from './steps.mjs';

const projects = [
  'core/tsconfig.spec.json',
  'contract/tsconfig.json',
  'server/tsconfig.spec.json',
  'cli/tsconfig.spec.json',
  'web/tsconfig.worker.json',
  'e2e/tsconfig.json',
  'bench/tsconfig.json',
  'scripts/tsconfig.json',
];
let failed = 0;
for (const p of projects) failed += spawnSync('npx', ['tsc', '-p', p], { cwd: root, stdio: 'inherit' }).status ? 1 : 0;
failed += spawnSync('npx', ['ngc', '-p', 'web/tsconfig.spec.json', '--noEmit'], { cwd: root, stdio: 'inherit' }).status
  ? 1
  : 0;
process.exit(failed ? 1 : 0);
