import { expect, test } from '@playwright/test';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import chromium from '../../scripts/chromium.json' with { type: 'json' };
import { root, serious } from '../bay.js';

const FILMS = join(root, 'server/demo-films');
const aFilm = (): string =>
  join(
    FILMS,
    readdirSync(FILMS).find((f) => f.endsWith('.webm'))!,
  );

test.use({
  launchOptions: {
    executablePath: chromium.path,
    args: [...chromium.flags, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  },
  permissions: ['microphone', 'clipboard-read', 'clipboard-write'],
});

test('a retest says partly, on the measure that was agreed; the page opens on a phone through its link, is answered, and is revoked', async ({
  page,
  browser,
}) => {
  await page.goto('/lesson/lesson-corin-3/report');
  const sheet = page.getByRole('article', { name: 'Report' });
  await expect(sheet).toContainText('Crosses 50%, impact, as agreed');
  await expect(sheet).toContainText('partly');
  await expect(sheet).toContainText('What changed');
  await expect(sheet.locator('vk-drill-pictures svg')).toHaveCount(3);
  // this server listens on loopback: a phone could not come, and the page says so
  await page.getByRole('button', { name: 'Pupil’s page' }).click();
  await expect(page.getByText('a phone cannot open the link. Hand over the PDF')).toBeVisible();
  await page.getByRole('button', { name: 'Make a link' }).click();
  await expect(page.getByText('not opened yet')).toBeVisible();
  await page.getByRole('button', { name: 'Copy' }).click();
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible();
  const link = await page.evaluate(() => navigator.clipboard.readText());
  expect(link).toMatch(/\/shared\/[\w-]{22}$/);
  expect(await serious(page)).toEqual([]);

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
  const pupil = await phone.newPage();
  const asked: string[] = [];
  pupil.on('request', (r) => asked.push(new URL(r.url()).pathname));
  await pupil.goto(link);
  const page390 = pupil.getByRole('article', { name: 'Report' });
  await expect(page390).toContainText('partly');
  expect(await pupil.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
  expect(await serious(pupil)).toEqual([]);
  await pupil.getByRole('button', { name: 'I practised today' }).click();
  await pupil.getByLabel('How did it go?').fill('The third beat comes by itself now.');
  await pupil.getByRole('button', { name: 'Send it' }).tap();
  await expect(pupil.getByText('Your instructor has it.')).toBeVisible();
  await pupil.locator('input[type=file]').setInputFiles(aFilm());
  await expect(pupil.getByText('The film was sent.')).toBeVisible();
  await pupil
    .locator('input[type=file]')
    .setInputFiles({ name: 'a.mp4', mimeType: 'video/mp4', buffer: Buffer.from('not a film') });
  await expect(pupil.getByRole('alert')).toContainText('neither WebM nor MP4');
  // nothing of the house was asked for, not even tried
  expect(asked.filter((p) => p.startsWith('/api/')).every((p) => p.startsWith('/api/shared/'))).toBe(true);

  await page.getByRole('button', { name: 'Pupil’s page' }).click();
  await page.getByRole('button', { name: 'Pupil’s page' }).click();
  await expect(page.getByText('The third beat comes by itself now.')).toBeVisible();
  await expect(page.getByText('Practised.')).toBeVisible();
  // what the instructor answers stands on the pupil's page
  await page.getByRole('button', { name: 'Answer: The third beat comes by itself now.' }).click();
  await page.getByLabel('Your answer stands on the pupil’s page').fill('Then count aloud no more.');
  await page.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(page.getByText('Your answer stands on the pupil’s page.')).toBeVisible();
  await pupil.reload();
  await expect(pupil.getByText('Then count aloud no more.')).toBeVisible();
  expect(await serious(pupil)).toEqual([]);
  await page.getByRole('button', { name: 'Watch and mark' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('frames a second')).toBeVisible();
  for (const [frames, event] of [
    [3, 'P1, address'],
    [20, 'P4, top'],
    [8, 'P7, impact'],
  ] as const) {
    for (let i = 0; i < frames; i++) await dialog.getByRole('button', { name: 'Frame on' }).click();
    await dialog.getByRole('button', { name: event }).click();
  }
  await expect(dialog).toContainText('2.5 to 1');
  await expect(dialog).toContainText('Read from film, not measured.');
  await dialog.getByRole('button', { name: 'Keep the marks' }).click();
  await page.goto('/lesson/lesson-corin-3/practise');
  await expect(page.locator('vk-log-book')).toContainText('Film with 3 marks. from the pupil, not measured');

  await page.goto('/lesson/lesson-corin-3/report');
  await page.getByRole('button', { name: 'Pupil’s page' }).click();
  await page.getByRole('button', { name: 'Revoke' }).click();
  await expect(page.getByText('it opens nothing any more')).toBeVisible();
  await pupil.reload();
  await expect(
    pupil.getByText('This page is not open, or not any more: ask your instructor for a new link.'),
  ).toBeVisible();
  await phone.close();
});

test('a plan’s day is ticked by the pupil, and the instructor’s calendar knows it', async ({
  page,
  browser,
  request,
}) => {
  const made = (await (await request.post('/api/lessons/lesson-sunniva/shares', { data: { days: 7 } })).json()) as {
    token: string;
  };
  const phone = await browser.newContext({
    viewport: { width: 390, height: 844 },
    baseURL: test.info().project.use.baseURL!,
  });
  const pupil = await phone.newPage();
  await pupil.goto(`/shared/${made.token}`);
  // what pain has stopped is not for today
  await expect(pupil.getByText('not before your instructor has seen it').first()).toBeVisible();
  await expect(pupil.getByRole('heading', { name: 'Practice' })).toBeVisible();
  const done = pupil.getByRole('button', { name: /^Done on/ });
  if (await done.count()) {
    const day = (await done.first().getAttribute('aria-label'))!.slice('Done on '.length);
    await done.first().click();
    await expect(pupil.getByText('Done', { exact: true }).first()).toBeVisible();
    await page.goto('/lesson/lesson-sunniva/practise');
    await expect(
      page.locator('vk-plan-calendar').getByRole('button', { name: new RegExp(`^${day}: .* done`) }),
    ).toBeVisible();
  }
  await phone.close();
});

test('a review is spoken over the replay, kept, and plays on the pupil’s page', async ({ page, browser, request }) => {
  await page.goto('/lesson/lesson-tove/report');
  await page.getByRole('link', { name: 'Speak' }).click();
  await expect(page.getByRole('img', { name: /^Replay at −?-?\d+ ms from impact\. Now: swing/ })).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.getByRole('button', { name: 'Record' }).click();
  await expect(page.getByRole('img', { name: 'Loudness of the voice' })).toBeVisible();
  await page.keyboard.press('i');
  await page.getByRole('button', { name: 'Play at ¼ speed' }).click();
  await page.getByRole('combobox', { name: 'Before' }).selectOption({ index: 2 });
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.waitForTimeout(700);
  await page.locator('vk-spoken-review').getByRole('button', { name: 'Stop', exact: true }).last().click();
  const film = page.locator('vk-spoken-review video[controls]');
  await expect(film).toBeVisible();
  // it knows its own length, so that it can be wound
  await expect
    .poll(() =>
      film.evaluate((v: HTMLVideoElement) => Number.isFinite(v.duration) && v.duration > 1.5 && v.videoWidth === 1280),
    )
    .toBe(true);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('The spoken review is kept with the lesson')).toBeVisible();
  const { token } = (await (await request.post('/api/lessons/lesson-tove/shares', { data: { days: 7 } })).json()) as {
    token: string;
  };
  const other = await browser.newContext({ baseURL: test.info().project.use.baseURL! });
  const pupil = await other.newPage();
  await pupil.goto(`/shared/${token}`);
  await expect(pupil.getByRole('heading', { name: 'Spoken review' })).toBeVisible();
  await expect.poll(() => pupil.locator('video').evaluate((v: HTMLVideoElement) => v.duration)).toBeGreaterThan(1.5);
  await other.close();
  // it goes with what is taken out of the house
  const { review } = (await (await request.get('/api/lessons/lesson-tove/report')).json()) as {
    review: { id: string };
  };
  const bundle = await (await request.get('/api/pupils/tove/bundle')).body();
  expect(bundle.includes(Buffer.from(`films/${review.id}.webm`))).toBe(true);
  await page.getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('button', { name: 'Delete for good' }).click();
  await expect(page.getByText('The spoken review was deleted.')).toBeVisible();
});

test('what each drill did is on one page with steadiness and the logbook, and every table can be taken along', async ({
  page,
}) => {
  await page.goto('/office/pupils/corin');
  await page.getByRole('link', { name: 'Progress and logbook' }).click();
  await expect(page.getByRole('heading', { name: 'Corin Vasshaug: progress' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Three beats/ })).toContainText('Crosses 50%');
  expect(await serious(page)).toEqual([]);
  const taken = page.waitForEvent('download');
  await page.getByRole('button', { name: /CSV: Corin Vasshaug steadiness/ }).click();
  const file = await taken;
  expect(file.suggestedFilename()).toBe('corin-vasshaug-steadiness.csv');
  const rows = readFileSync(await file.path(), 'utf8')
    .trim()
    .split('\r\n');
  expect(rows[0]).toBe('Measure,"Spread, first","Spread, last",Word');
  expect(rows.length).toBeGreaterThan(6);
});
