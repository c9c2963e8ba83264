import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';
import { type Browser, chromium, type Page } from '@playwright/test';
import browserOf from '../../scripts/chromium.json' with { type: 'json' };
import { comparedIn, type Paired, PAIRS } from './paired.js';
import { rowOf, type SpeedRow } from './speed-table.js';

const PAGE = fileURLToPath(new URL('./score-page.ts', import.meta.url));
const STEPS = 60;
const AIM = 1;

/** The page with both drawings, as one script. */
async function script(): Promise<string> {
  const { outputFiles } = await build({
    entryPoints: [PAGE],
    bundle: true,
    format: 'iife',
    platform: 'browser',
    write: false,
    logLevel: 'error',
  });
  return outputFiles[0]!.text;
}

/** Processor time of everything the browser has started, s: what is painted is painted in other processes. */
async function processor(browser: Browser): Promise<number> {
  const session = await browser.newBrowserCDPSession();
  const { processInfo } = await session.send('SystemInfo.getProcessInfo');
  await session.detach();
  return processInfo.reduce((sum, p) => sum + p.cpuTime, 0);
}

async function took(browser: Browser, page: Page, act: string): Promise<number> {
  const before = await processor(browser);
  await page.evaluate(
    ([a, n]) => (globalThis as unknown as { run: (a: string, n: number) => Promise<void> }).run(a, n),
    [act, STEPS] as const,
  );
  return (1000 * ((await processor(browser)) - before)) / STEPS;
}

const lay = (page: Page, whose: 'paths' | 'plots'): Promise<void> =>
  page.evaluate((w) => (globalThis as unknown as { lay: (w: string) => void }).lay(w), whose);

/** Both by turns; what a frame costs in which nothing is drawn is in both. */
async function pairs(browser: Browser, page: Page, act: string): Promise<Paired> {
  const runs: { a: number; b: number }[] = [];
  for (let i = -1; i < PAIRS; i++) {
    await lay(page, 'paths');
    const a = await took(browser, page, act);
    await lay(page, 'plots');
    const b = await took(browser, page, act);
    // the first warms
    if (i >= 0) runs.push({ a, b });
  }
  return comparedIn(runs);
}

/** Five staves of two lines drawn to the end of their paint, against a common canvas plotting library. */
export async function scoreRows(): Promise<SpeedRow[]> {
  const browser = await chromium.launch({ executablePath: browserOf.path, args: browserOf.flags });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.setContent('<!doctype html><body></body>');
    await page.addScriptTag({ content: await script() });
    const rows: SpeedRow[] = [];
    for (const act of ['redraw', 'zoom', 'resize'])
      rows.push(
        rowOf(`the Score’s staves: ${act}`, 'a common canvas plotting library', await pairs(browser, page, act), AIM),
      );
    return rows;
  } finally {
    await browser.close();
  }
}
