import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import browserOf from '../../scripts/chromium.json' with { type: 'json' };

const root = fileURLToPath(new URL('../..', import.meta.url));
const PORT = 4397;
const SECONDS = 12;

const start = (file: string, env: Record<string, string>): ChildProcess =>
  spawn('node', [file], { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'inherit'] });

/** Feed to paint in a real browser: frames per second and the delay from the server's socket to the painted canvas. */
export async function benchLive(): Promise<void> {
  const server = start('server/dist/main.mjs', { PORT: String(PORT), DATABASE_URL: 'memory://', VILKO_DEMO: '1' });
  await new Promise<void>((resolve) =>
    server.stdout!.on('data', (d: Buffer) => d.toString().includes('Vilko is at') && resolve()),
  );
  const device = start('server/dist/device.mjs', {
    VILKO_FEED: `ws://127.0.0.1:${PORT}/api/feed`,
    VILKO_DEVICE_BEFORE: '45',
  });
  const browser = await chromium.launch({ executablePath: browserOf.path, args: browserOf.flags });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(() => {
      const seen: number[] = [];
      Object.assign(globalThis, { seen });
      new PerformanceObserver((list) => {
        for (const e of list.getEntriesByName('vilko-painted')) seen.push((e as PerformanceMark).detail as number);
      }).observe({ type: 'mark' });
    });
    await page.goto(`http://127.0.0.1:${PORT}/lesson/lesson-maren/record`);
    await page.waitForFunction(() => (globalThis as unknown as { seen: number[] }).seen.length > 60, undefined, {
      timeout: 30_000,
    });
    await page.evaluate(() => void ((globalThis as unknown as { seen: number[] }).seen.length = 0));
    await page.waitForTimeout(1000 * SECONDS);
    const seen = await page.evaluate(() => (globalThis as unknown as { seen: number[] }).seen);
    const sorted = [...seen].sort((a, b) => a - b);
    const at = (q: number) => sorted[Math.floor(q * (sorted.length - 1))]!.toFixed(1);
    console.log('Live view, two plates at 1,000 Hz under a mat at 100 Hz, Record at 1280 × 800');
    console.log(
      `  ${(seen.length / SECONDS).toFixed(1)} pictures a second (aim 60); feed to paint median ${at(0.5)} ms, p95 ${at(0.95)} ms (aim under 60 ms)`,
    );
  } finally {
    await browser.close();
    device.kill();
    server.kill();
  }
}
