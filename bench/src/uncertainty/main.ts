import { spawn } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { SIMULATED_DEVICES, type SimulatedDevice } from '@vilko/core/golfer';
import type { Run } from './run.js';
import { eventsMarkdown, uncertaintyMarkdown } from './tables.js';

/** Simulates, compares and writes both tables; `--tables` writes them from runs that are there. */
const SWINGS = Number(process.argv.find((a) => a.startsWith('--swings='))?.slice('--swings='.length) ?? 2000);
const AT_ONCE = 2;
const at = (path: string): string => fileURLToPath(new URL(path, import.meta.url));
const file = (device: SimulatedDevice): string => at(`../../runs/${device}.json`);

const simulated = (device: SimulatedDevice): Promise<void> =>
  new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--import', 'tsx', at('./run.ts'), device, String(SWINGS), file(device)], {
      stdio: 'inherit',
    });
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`${device} ended with ${code}`))));
  });

if (!process.argv.includes('--tables')) {
  const waiting = [...SIMULATED_DEVICES];
  const next = async (): Promise<void> => {
    for (let device = waiting.shift(); device; device = waiting.shift()) {
      console.log(`${device}: ${SWINGS} swings`);
      await simulated(device);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, next));
}
const runs = new Map(
  SIMULATED_DEVICES.filter((d) => existsSync(file(d))).map((d) => [
    d,
    JSON.parse(readFileSync(file(d), 'utf8')) as Run,
  ]),
);
if (runs.size < SIMULATED_DEVICES.length)
  throw new Error(`runs are missing: ${SIMULATED_DEVICES.filter((d) => !runs.has(d)).join(', ')}`);
writeFileSync(at('../../../docs/uncertainty.md'), uncertaintyMarkdown(runs));
writeFileSync(at('../../../docs/events.md'), eventsMarkdown(runs));
console.log('docs/uncertainty.md and docs/events.md');
