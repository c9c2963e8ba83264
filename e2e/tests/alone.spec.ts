import { expect, test } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Running, serious, start, startServer, swingNow } from '../bay.js';

test('a pupil alone on a phone: self-checks with pictures, balls by turns, and all of it without a network', async ({
  page,
  browser,
  request,
}) => {
  const made = await request.post('/api/lessons/lesson-edvin/shares', { data: { days: 30 } });
  const { token } = (await made.json()) as { token: string };
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
  const pupil = await phone.newPage();
  await pupil.goto(`/shared/${token}`);
  await expect(pupil.getByRole('heading', { name: 'Check yourself' })).toBeVisible();
  // the browser has what it needs to open the page again
  await pupil.evaluate(() => navigator.serviceWorker.ready);
  await expect
    .poll(() => pupil.evaluate(async () => (await (await caches.open('vilko-pages')).keys()).length))
    .toBeGreaterThan(0);

  await phone.setOffline(true);
  await pupil.reload();
  await expect(pupil.getByText('There is no network just now.')).toBeVisible();
  await expect(pupil.getByRole('article', { name: 'Report' })).toBeVisible();
  const checks = pupil.locator('vk-self-checks');
  await checks.getByRole('button', { name: 'Begin' }).tap();
  for (const answer of ['Yes', 'No', 'Yes', 'No', 'Yes', 'No', 'Yes']) {
    await expect(checks.locator('vk-picture').first()).toBeVisible();
    await checks.getByRole('button', { name: answer, exact: true }).tap();
    await checks.getByRole('button', { name: 'Next' }).tap();
  }
  expect(await serious(pupil)).toEqual([]);
  await checks.getByRole('button', { name: 'Send the answers' }).tap();
  await expect(pupil.getByText('it is kept on this device, and goes by itself')).toBeVisible();

  const balls = pupil.locator('vk-ball-blocks');
  await balls.getByRole('button', { name: 'Begin' }).tap();
  for (let i = 0; i < 8; i++) await balls.getByRole('button', { name: i % 3 ? 'Yes' : 'No', exact: true }).tap();
  // the phone lays the page aside in the middle of it
  await pupil.reload();
  await expect(balls).toContainText('Ball 9 of 20 · by the ball');
  await balls.getByRole('button', { name: 'Stop here' }).tap();
  await balls.getByRole('button', { name: 'Send the result' }).tap();
  const waits = pupil.getByRole('region', { name: 'Not sent yet' });
  await expect(waits.getByRole('listitem')).toHaveCount(2);
  expect(await pupil.evaluate(() => document.documentElement.scrollWidth)).toBe(390);

  await phone.setOffline(false);
  await pupil.evaluate(() => dispatchEvent(new Event('online')));
  await expect(waits).toBeHidden({ timeout: 40_000 });
  await expect(pupil.getByRole('region', { name: 'What you sent' }).getByRole('listitem')).toHaveCount(2);
  await pupil.reload();
  await expect(pupil.getByRole('region', { name: 'What you sent' }).getByRole('listitem')).toHaveCount(2);

  // with the instructor, not measured
  await page.goto('/lesson/lesson-edvin/practise');
  const log = page.locator('vk-log-book');
  await expect(log).toContainText('Finish tap 3 of 5; by the ball 2 of 3');
  await expect(log).toContainText('Divot: the low point is ahead of the ball');
  await expect(log).toContainText('from the pupil, not measured');
  await phone.close();
});

test('at home with two boards: a pupil practises alone, nothing of the office is in reach, and it comes to the house as no lesson’s swing', async ({
  page,
  browser,
  request,
  baseURL,
}) => {
  const [port, control] = [4461, 4462];
  // the instructor gives the pupil's file and the link of the page
  const bundle = await (await request.get('/api/pupils/ilse/bundle')).body();
  const before = (await (await request.get('/api/pupils/ilse/swings')).json()) as unknown[];
  const made = await request.post('/api/lessons/lesson-ilse/shares', { data: { days: 30 } });
  const { token } = (await made.json()) as { token: string };
  const folder = mkdtempSync(join(tmpdir(), 'vilko-home-'));
  const home = await startServer(port, { VILKO_DATA: folder, VILKO_HOME: '1', VILKO_BAYS: 'At home' });
  let device: Running | null = null;
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, hasTouch: true });
  const pupil = await context.newPage();
  try {
    // wherever somebody goes on this machine, it is the practice
    await pupil.goto(`http://127.0.0.1:${port}/office/pupils`);
    await expect(pupil).toHaveURL(/\/alone$/);
    await expect(pupil.getByText('Nobody is known here yet.')).toBeVisible();
    await pupil
      .locator('input[type=file]')
      .setInputFiles({ name: 'ilse.vilko-pupil.zip', mimeType: 'application/zip', buffer: bundle });
    await expect(pupil.getByText('Taken in.')).toBeVisible({ timeout: 60_000 });
    await expect(pupil.getByText('No boards, plates or mat are sending.')).toBeVisible();
    expect((await context.request.get(`http://127.0.0.1:${port}/api/pupils`)).status()).toBe(403);
    device = start('server/dist/device.mjs', {
      VILKO_FEED: `ws://127.0.0.1:${port}/api/bays/at-home/feed`,
      VILKO_DEVICE_KIND: 'boards',
      VILKO_DEVICE_BEFORE: '600',
      VILKO_DEVICE_CONTROL: String(control),
      VILKO_MONITOR: '0',
    });
    await expect(pupil.getByText('At home: two boards, ready.')).toBeVisible();
    expect(await serious(pupil)).toEqual([]);
    await pupil.getByRole('button', { name: 'Ilse Tarnquist' }).tap();
    await expect(pupil.getByText(/Both feet are seen: \d+% under the front foot/)).toBeVisible({ timeout: 60_000 });
    await pupil.getByRole('button', { name: 'Zero' }).tap();
    await expect(pupil.getByText('Somebody stands on the device')).toBeVisible();
    await pupil.getByRole('button', { name: 'On to today’s practice' }).tap();
    await expect(pupil.getByText('Stop on pain.')).toBeVisible();
    expect(await serious(pupil)).toEqual([]);
    await pupil.getByRole('button', { name: 'Begin' }).tap();
    await expect(pupil.getByTestId('train-share')).toHaveText(/\d+/);
    const done = pupil.getByRole('list', { name: 'Swings of this rung' }).getByRole('listitem');
    for (let i = 1; i <= 2; i++) {
      await expect.poll(() => swingNow(control)).toBe(200);
      await expect(done).toHaveCount(i, { timeout: 40_000 });
    }
    // the page is closed in the middle, and goes on where it was
    await pupil.reload();
    await expect(pupil.getByText('Ilse Tarnquist has begun and not ended.')).toBeVisible();
    await pupil.getByRole('button', { name: 'Go on' }).tap();
    await expect(done).toHaveCount(2);
    expect(await serious(pupil)).toEqual([]);
    await pupil.getByRole('button', { name: 'I am done' }).tap();
    await expect(pupil.getByText(/As wanted: measured \d of 2\./)).toBeVisible();
    await pupil.getByLabel('A word to your instructor').fill('It felt late.');
    await pupil.getByRole('button', { name: 'Keep it' }).tap();
    await expect(pupil.getByText('2 swings and what you wrote are in your logbook.')).toBeVisible();
    await pupil.getByLabel('Link of your page').fill(`${baseURL}/shared/${token}`);
    await pupil.getByRole('button', { name: 'Send it' }).tap();
    await expect(pupil.getByText('Your instructor has it: 2 swings.')).toBeVisible({ timeout: 60_000 });
    const saved = pupil.waitForEvent('download');
    await pupil.getByRole('link', { name: 'Save as a file' }).click();
    const file = await (await saved).path();

    // in the house: in the logbook with its swings, and in no list of lessons or swings
    await page.goto('/lesson/lesson-ilse/practise');
    const log = page.locator('vk-log-book');
    await expect(log).toContainText('It felt late. practised alone Its swings');
    await log.getByText('Take in practice').locator('input').setInputFiles(file);
    await expect(page.getByText('All of it was here already.')).toBeVisible();
    expect(((await (await request.get('/api/pupils/ilse/swings')).json()) as unknown[]).length).toBe(before.length);
    await log.getByRole('link', { name: 'Its swings' }).click();
    await expect(page.getByText(', practised alone')).toBeVisible();
  } finally {
    await device?.end();
    await context.close();
    await home.end();
    rmSync(folder, { recursive: true, force: true });
  }
});
