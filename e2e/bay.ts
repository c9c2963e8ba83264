import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** A running server or device, and how to end it. */
export interface Running {
  readonly process: ChildProcess;
  readonly output: () => string;
  readonly end: (signal?: NodeJS.Signals) => Promise<void>;
}

/** Starts one of the bundled programs. */
export function start(file: string, env: Record<string, string>, args: readonly string[] = []): Running {
  const child = spawn('node', [file, ...args], { cwd: root, env: { ...process.env, ...env } });
  let output = '';
  child.stdout.on('data', (d: Buffer) => (output += d.toString()));
  child.stderr.on('data', (d: Buffer) => (output += d.toString()));
  return {
    process: child,
    output: () => output,
    end: async (signal = 'SIGTERM') => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = once(child, 'exit');
      child.kill(signal);
      await gone;
    },
  };
}

/** Starts a server and waits until it says its address. */
export async function startServer(port: number, env: Record<string, string>): Promise<Running> {
  const server = start('server/dist/main.mjs', { PORT: String(port), ...env });
  const until = Date.now() + 480_000;
  while (!server.output().includes('Vilko is at')) {
    if (Date.now() > until || server.process.exitCode !== null)
      throw new Error(`the server did not start:\n${server.output()}`);
    await new Promise((r) => setTimeout(r, 100));
  }
  return server;
}

/** Starts the simulated device; `control` takes POST /swing. */
export function startDevice(serverPort: number, control: number, kind = 'mat-plates'): Running {
  return start('server/dist/device.mjs', {
    VILKO_FEED: `ws://127.0.0.1:${serverPort}/api/feed`,
    VILKO_DEVICE_KIND: kind,
    VILKO_DEVICE_BEFORE: '45',
    VILKO_DEVICE_CONTROL: String(control),
  });
}

/** Asks the simulated golfer for a swing now. */
export const swingNow = (control: number): Promise<number> =>
  fetch(`http://127.0.0.1:${control}/swing`, { method: 'POST' })
    .then((r) => r.status)
    .catch(() => 0);

/** Drops files anywhere on the window, as a person would, and takes what the sheet proposes. */
export async function drop(page: Page, files: { name: string; bytes: Buffer }[]): Promise<void> {
  const transfer = await page.evaluateHandle(
    (list) => {
      const d = new DataTransfer();
      for (const { name, base64 } of list)
        d.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], name));
      return d;
    },
    files.map(({ name, bytes }) => ({ name, base64: bytes.toString('base64') })),
  );
  await page.dispatchEvent('vk-root', 'drop', { dataTransfer: transfer });
  if (files.every(({ name }) => /\.(webm|mp4)$|shots[^/]*\.csv$/.test(name))) return;
  const sheet = page.getByRole('dialog', { name: 'Files to read' });
  const read = sheet.getByRole('button', { name: /^Read/ });
  const refused = sheet.getByText('Nothing of it is stored.');
  await expect(read.and(page.locator(':enabled')).or(refused)).toBeVisible();
  if (!(await refused.isVisible())) await read.click();
}

/** What another theme alone can make wrong. */
export const OF_COLOURS = ['color-contrast', 'link-in-text-block'];

/**
 * What is seriously wrong for assistive technology on this page.
 * @param rules only these; by default all
 */
export async function serious(page: Page, rules?: readonly string[]): Promise<string[]> {
  // what is right need not be described, and no page holds frames of others, for which it would be asked another way
  // that takes three times as long
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
  if (rules) axe.withRules([...rules]);
  const { violations } = await axe.analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${v.id}: ${v.nodes[0]?.html}`);
}

/** Takes the bay where the page's lesson does not have it: opening a page gives it to nobody. */
export async function takeBay(page: Page): Promise<void> {
  const take = page.getByRole('button', { name: 'Take the bay' });
  const mine = page.getByRole('region', { name: /^(Stance|Position) in figures$/ });
  await expect(take.or(mine)).toBeVisible();
  if (await take.isVisible()) await take.click();
  await expect(take).toBeHidden();
  // nobody may have stood there for long, or midnight has gone by since
  const wake = page.getByRole('button', { name: /^(Wake the bay|Arm)$/ });
  if (await wake.isVisible()) await wake.click();
}

/** The newest swing on Record. */
export const lastSwing = (page: Page): Locator =>
  page.getByRole('list', { name: 'Last swings' }).getByRole('listitem').first();

/** Waits for the swing after the present newest one. */
export async function nextSwing(page: Page, control: number): Promise<void> {
  const link = lastSwing(page).getByRole('link');
  const before = (await link.count()) ? await link.textContent() : null;
  await expect.poll(() => swingNow(control)).toBe(200);
  if (before === null) await expect(link).toBeVisible({ timeout: 40_000 });
  else await expect(link).not.toHaveText(before, { timeout: 40_000 });
}
