import { expect, test } from '@playwright/test';
import { serious } from '../bay.js';

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
  await expect(log).toContainText('finish tap 3 of 5; by the ball 2 of 3');
  await expect(log).toContainText('Divot: the low point is ahead of the ball');
  await expect(log).toContainText('from the pupil, not measured');
  await phone.close();
});
