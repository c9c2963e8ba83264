import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { drop, serious, startServer } from '../bay.js';

/** A house of its own, so that settings and erasing disturb nobody. */
const PORT = 4412;
let server: Awaited<ReturnType<typeof startServer>>;
test.beforeAll(async () => {
  test.setTimeout(200_000);
  server = await startServer(PORT, { DATABASE_URL: 'memory://', VILKO_DEMO: 'newest' });
});
test.afterAll(() => server.end());
test.use({ baseURL: `http://127.0.0.1:${PORT}` });

test('units change what is shown everywhere, and never what is stored', async ({ page, request }) => {
  await page.goto('/lesson/lesson-maren/read');
  await expect(page.getByRole('button', { name: /^Swing 1,/ })).toContainText(/\d+ m/);
  const stored = async () =>
    (
      (await (await request.get('/api/lessons/lesson-maren')).json()) as {
        rack: { shot: { values: { carry: number } } | null }[];
      }
    ).rack[0]!.shot!.values.carry;
  const before = await stored();
  await page.getByRole('button', { name: 'House' }).click();
  await page.getByRole('menuitem', { name: 'Settings' }).click();
  await page.getByLabel('Distance').selectOption('yd');
  await page.getByLabel('Short length').selectOption('in');
  await page.goto('/lesson/lesson-maren/read');
  await expect(page.getByRole('button', { name: /^Swing 1,/ })).toContainText(`${(before / 0.9144).toFixed(0)} yd`);
  await page.getByRole('button', { name: 'all measures' }).click();
  await expect(page.locator('vk-ledger tr[title*="(mass.back)"]')).toContainText('in');
  await expect(page.locator('vk-ledger tr[title*="(share.lead.p7)"]')).toContainText('%');
  expect(await stored()).toBe(before);
});

test('a list of shots is dropped, a wrong unit is refused with its line', async ({ page }) => {
  await page.goto('/lesson/lesson-halvard/read');
  await expect(page.getByRole('heading', { name: 'Reading' })).toBeVisible();
  await drop(page, [
    { name: 'monday-shots.csv', bytes: Buffer.from('swing,carry (yd),strike,battery\n1,150,thin,80\n99,140,,80\n') },
  ]);
  await expect(
    page.getByText('1 shot matched to swings; 1 kept that no swing is near in time; columns left: battery'),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Swing 1,/ }).click();
  await expect(page.getByText(/150 yd · thin|150 yd.*thin/).first()).toBeVisible();
  await drop(page, [{ name: 'tuesday-shots.csv', bytes: Buffer.from('swing,carry (kg)\n1,150\n') }]);
  await expect(page.getByRole('alert')).toContainText('"carry (kg)" gives carry in "kg", which is not a unit for it');
});

test('a pupil is erased, and comes back from a backup with everything', async ({ page }) => {
  await page.goto('/office/settings');
  await page.getByRole('button', { name: 'Make a backup now' }).click();
  const notice = page.getByText(/The backup vilko-\d+-\d+\.zip is made\./);
  await expect(notice).toBeVisible();
  const name = /vilko-\d+-\d+\.zip/.exec((await notice.textContent())!)![0];
  expect(await serious(page)).toEqual([]);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save' }).first().click();
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 2)
      .toString(),
  ).toBe('PK');

  await page.goto('/office/pupils/tove');
  await page.getByText('Move, merge, archive, erase').click();
  await page.getByLabel(/Erase for good/).fill('Tove Lindqvie');
  await page.getByRole('button', { name: /^Erase Tove Lindqvie/ }).click();
  await expect(page.getByText(`Still in these backups, delete them too: ${name}.`)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Edvin Roake', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Tove Lindqvie', exact: true })).toHaveCount(0);

  await page.goto('/office/settings');
  await page.getByRole('button', { name: 'Put back', exact: true }).first().click();
  await expect(page.getByText(/^Put back: 1 pupil,/)).toBeVisible();
  await page.goto('/lesson/lesson-tove/read');
  await expect(page.getByRole('heading', { name: 'Reading' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Swing 7,/ })).toBeVisible();
});

test('who was entered twice becomes one, and an archived pupil leaves the list until asked for', async ({ page }) => {
  await page.goto('/office/pupils/new');
  await page.getByLabel('Name').fill('Edwin Roake');
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByRole('heading', { name: 'Edwin Roake' })).toBeVisible();
  await page.goto('/office/pupils/edvin');
  await page.getByText('Move, merge, archive, erase').click();
  page.on('dialog', (d) => void d.accept());
  await page.getByLabel(/Entered twice/).selectOption({ label: 'Edwin Roake' });
  await expect(page.getByText('Both are one pupil now: Edvin Roake.')).toBeVisible();
  await page.getByRole('button', { name: 'Archive' }).click();
  await page.getByRole('link', { name: 'Pupils' }).click();
  await expect(page.getByRole('link', { name: 'Maren Oddby', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: /Ed[vw]in Roake/ })).toHaveCount(0);
  await page.getByLabel('with archived').check();
  await expect(page.getByRole('link', { name: 'Edvin Roake', exact: true })).toBeVisible();
});

test('the devices say what each kind can, and the new screens have nothing serious wrong by day and night', async ({
  page,
}) => {
  await page.goto('/office/devices');
  await expect(page.getByText('No device has been here yet.')).toBeVisible();
  for (const path of [
    '/office/devices',
    '/office/measures',
    '/office/pupils',
    '/office/pupils/maren',
    '/office/pupils/new',
    '/office/settings',
    '/lesson/lesson-maren/set-up',
  ]) {
    await page.goto(path);
    await expect(page.locator('h1').first()).toBeVisible();
    expect(await serious(page), path).toEqual([]);
    await page.keyboard.press('d');
    expect(await serious(page), `${path} by night`).toEqual([]);
    await page.keyboard.press('d');
  }
});

test('every swing of a pupil: filtered, related to the ball, saved as a table, read by a click', async ({ page }) => {
  await page.goto('/office/pupils/maren');
  // the link moves down as the pupil's trends arrive
  await expect(page.locator('vk-trend').first()).toBeVisible();
  await page.getByRole('link', { name: 'Every swing, filtered, and relations' }).click();
  await expect(page).toHaveURL(/\/swings$/);
  const count = page.getByRole('status').filter({ hasText: /of \d+ swings/ });
  await expect(count).toBeVisible();
  await page.getByLabel('Club', { exact: true }).selectOption('7-iron');
  await expect(page.getByLabel('Relation')).toContainText(
    /\d+ swings.*: (\d+\.?\d* (mm|in) per point \(95%: .*\)\. They go together\.|too few for a line, 12 would do\.)/,
  );
  await page.getByLabel('Finding', { exact: true }).selectOption({ label: 'hangs back' });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV of this table' }).click(),
  ]);
  const rows = readFileSync(await download.path(), 'utf8')
    .trim()
    .split('\r\n');
  expect(`${rows.length - 1} of`).toBe((await count.textContent())!.trim().match(/^\d+ of/)![0]);
  expect(rows.slice(1).every((r) => r.includes('hangs back'))).toBe(true);
  expect(await serious(page)).toEqual([]);
  await page.getByRole('row').nth(1).getByRole('link').click();
  await expect(page.getByRole('heading', { name: 'Reading' })).toBeVisible();
});
