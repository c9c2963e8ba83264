import { expect, test } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startDevice, startServer, swingNow, takeBay } from '../bay.js';

const PORT = 4393;
const CONTROL = 4394;

test('a server killed right after a swing is confirmed has the swing when it starts again', async ({ page }) => {
  test.setTimeout(240_000);
  const folder = mkdtempSync(join(tmpdir(), 'vilko-killed-'));
  const env = { VILKO_DATA: folder, VILKO_DEMO: 'newest' };
  let server = await startServer(PORT, env);
  const device = startDevice(PORT, CONTROL);
  try {
    await page.goto(`http://127.0.0.1:${PORT}/lesson/lesson-edvin/record`);
    await takeBay(page);
    await expect(page.getByTestId('live-share')).toHaveText(/\d+/);
    const last = page.getByRole('list', { name: 'Last swings' }).getByRole('link').first();
    const before = (await last.textContent())!;
    await expect.poll(() => swingNow(CONTROL)).toBe(200);
    await expect(last).not.toHaveText(before, { timeout: 40_000 });
    const confirmed = (await last.textContent())!;
    // the ball is entered by hand over what the monitor said
    await page.keyboard.press('b');
    await page.getByRole('button', { name: 'toe' }).click();
    await page.getByLabel('carry (m)').fill('101');
    await page.getByRole('button', { name: 'Keep' }).click();
    const newest = page.getByRole('list', { name: 'Last swings' }).getByRole('listitem').first();
    await expect(newest).toContainText('101 m');
    await server.end('SIGKILL');
    await expect(page.getByText(/No connection to the server: trying again/)).toBeVisible();
    // the lock of the killed server is taken over
    server = await startServer(PORT, env);
    await expect(page.getByText(/No connection to the server: trying again/)).toBeHidden();
    await page.goto(`http://127.0.0.1:${PORT}/lesson/lesson-edvin/record`);
    await takeBay(page);
    await expect(page.getByRole('list', { name: 'Last swings' }).getByRole('link').first()).toHaveText(confirmed);
    await expect(newest).toContainText(/101 m.*toe/);
    // a second server on the same folder is told who holds it
    const second = await startServer(PORT + 10, env).catch((e: unknown) => String(e));
    expect(second).toContain('is in use by process');
  } finally {
    await device.end();
    await server.end();
    rmSync(folder, { recursive: true, force: true });
  }
});
