import { expect, type Page, test } from '@playwright/test';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { lastSwing, nextSwing, type Running, serious, start, startDevice, startServer, takeBay } from '../bay.js';
import { morningZone } from '../morning-zone.js';

const [PORT, MAIL, IN_BAY_3, IN_NET] = [4471, 4472, 4473, 4474];
const BASE = `http://127.0.0.1:${PORT}`;

interface Booked {
  readonly id: string;
  readonly pupilId: string | null;
  readonly purpose: string;
}

test('a whole Monday: two bays, one late, one cancelled, one injured, a retest, a letter that fails and is sent again', async ({
  page,
  browser,
  request,
}) => {
  test.setTimeout(420_000);
  const folder = mkdtempSync(join(tmpdir(), 'vilko-monday-'));
  const letters = mkdtempSync(join(tmpdir(), 'vilko-monday-mail-'));
  const running: Running[] = [];
  const runs = (r: Running): Running => {
    running.push(r);
    return r;
  };
  const says = (p: Page, words: string | RegExp) => expect(p.getByText(words).first()).toBeVisible();
  const row = (p: Page, name: string, also: string | RegExp = '') =>
    p.locator('vk-coming-row').filter({ hasText: name }).filter({ hasText: also });
  const today = (p: Page) => p.goto(`${BASE}/`);
  try {
    runs(await startServer(PORT, { VILKO_DATA: folder, VILKO_DEMO: 'newest', VILKO_BAYS: 'Net', TZ: morningZone() }));
    runs(startDevice(PORT, IN_BAY_3));
    runs(
      start('server/dist/device.mjs', {
        VILKO_FEED: `ws://127.0.0.1:${PORT}/api/bays/net/feed`,
        VILKO_DEVICE_KIND: 'mat',
        VILKO_DEVICE_BEFORE: '600',
        VILKO_DEVICE_CONTROL: String(IN_NET),
        VILKO_MONITOR: '0',
      }),
    );

    // the day as it turns out: the first is a quarter of an hour late, a retest of next week comes today
    const { date, now } = (await (await request.get(`${BASE}/api/today`)).json()) as { date: string; now: number };
    const week = async (from: string) =>
      ((await (await request.get(`${BASE}/api/bookings?from=${from}&days=14`)).json()) as { bookings: Booked[] })
        .bookings;
    const booked = await week(date);
    const change = async (of: (b: Booked) => boolean, to: object) => {
      const answer = await request.patch(`${BASE}/api/bookings/${booked.find(of)!.id}`, {
        data: { ...to, evenClosed: true },
      });
      expect(answer.status(), await answer.text()).toBe(200);
    };
    await change((b) => b.pupilId === 'tove', { date, from: 5 * Math.floor((now - 15) / 5) });
    await change((b) => b.pupilId === 'ilse' && b.purpose === 'retest', { date, from: 16 * 60 });

    // by keys: who is late is the next, the lesson begins set out as the last one was, is swung in, and ends
    await today(page);
    await expect(page.locator('vk-coming-row')).toHaveCount(8);
    await expect(row(page, 'Tove Lindqvie')).toContainText('late');
    await expect(row(page, 'Ilse Tarnquist', 'cancelled')).toHaveCount(1);
    await expect(row(page, 'Ilse Tarnquist', 'retest')).toHaveCount(1);
    await expect(row(page, 'Sunniva Aldous')).toContainText('no jumping until the surgeon agrees');
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('n');
    await expect(page).toHaveURL(/\/set-up$/);
    await expect(page.getByRole('link', { name: 'Record', exact: true })).toBeVisible();
    await says(page, 'Tove Lindqvie');
    await page.keyboard.press('g');
    await page.keyboard.press('2');
    await expect(page).toHaveURL(/\/record$/);
    await takeBay(page);
    await nextSwing(page, IN_BAY_3);
    await expect(lastSwing(page)).toContainText(/\d/);
    await page.keyboard.press('g');
    await page.keyboard.press('x');
    await expect(page.getByRole('heading', { name: 'End of the lesson' })).toBeVisible();

    // by mouse: the retest, which says what it lacks
    await today(page);
    await expect(row(page, 'Tove Lindqvie')).toContainText('begun');
    await row(page, 'Ilse Tarnquist', 'retest').getByRole('button', { name: 'Start the lesson' }).click();
    await expect(page).toHaveURL(/\/set-up$/);
    await page.getByRole('link', { name: 'Record', exact: true }).click();
    await takeBay(page);
    await nextSwing(page, IN_BAY_3);
    await page.getByRole('link', { name: 'Compare', exact: true }).click();
    for (const [side, newest] of [
      ['Swings before', false],
      ['Swings after', true],
    ] as const) {
      const choice = page.getByLabel(side, { exact: true });
      await expect(choice.locator('option').nth(2)).toBeAttached();
      const sets = await choice.locator('option').allTextContents();
      await choice.selectOption({ label: (newest ? sets[1] : sets.at(-1))!.trim() });
    }
    await says(page, /As a retest this has 1 of at least 5 swings/);

    // by touch, on the tablet of the other bay: a mat, another coach, and the first bay stays whose it is
    const tablet = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true });
    const touch = await tablet.newPage();
    await today(touch);
    await row(touch, 'Edvin Roake').getByRole('button', { name: 'Start the lesson' }).tap();
    await expect(touch).toHaveURL(/\/set-up$/);
    await expect(touch.locator('vk-bay-strip')).toContainText('Net Edvin Roake');
    await touch.getByRole('link', { name: 'Record', exact: true }).tap();
    await takeBay(touch);
    await nextSwing(touch, IN_NET);
    await expect(page.locator('vk-bay-strip')).toContainText('Ilse Tarnquist');

    // who is hurt: nothing that could hurt is offered
    await today(touch);
    await row(touch, 'Sunniva Aldous').getByRole('button', { name: 'Start the lesson' }).tap();
    await touch.getByRole('link', { name: 'Practise', exact: true }).tap();
    await says(touch, /On record: .*knee/);
    await touch.getByLabel('Another drill').selectOption({ label: 'Skater hops' });
    await expect(touch.locator('vk-drill-sheet')).toContainText('Not for this pupil: knee on record.');
    expect(await serious(touch)).toEqual([]);
    await tablet.close();

    // the last of the day, whose letter fails, waits, and goes when it is sent again
    const mail = { host: '127.0.0.1', port: MAIL, security: 'none', user: '', from: 'desk@ropewalk.example' };
    expect((await request.put(`${BASE}/api/mail`, { data: mail })).status()).toBe(200);
    await today(page);
    await row(page, 'Maren Oddby').getByRole('button', { name: 'Start the lesson' }).click();
    await page.getByRole('link', { name: 'Record', exact: true }).click();
    await takeBay(page);
    await nextSwing(page, IN_BAY_3);
    await page.keyboard.press('g');
    await page.keyboard.press('x');
    await page.locator('vk-next-visit').getByLabel('In how many weeks').selectOption('2');
    await page.locator('vk-next-visit').getByRole('button', { name: 'Book' }).click();
    await says(page, /Maren Oddby: booked /);
    const letter = page.locator('vk-letter-card');
    await letter.getByLabel('Text').fill('Hello Maren,\n\nWell swung.');
    await letter.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(letter).toContainText('Did not go to maren@ropewalk.example');
    await today(page);
    const failed = page
      .getByRole('region', { name: 'Needs you' })
      .getByRole('listitem')
      .filter({ hasText: 'A letter did not go' });
    const office = runs(start('server/dist/mail.mjs', {}, ['--port', String(MAIL), '--folder', letters]));
    await expect.poll(() => office.output()).toContain('takes letters at');
    await failed.getByRole('link').click();
    await page.getByRole('button', { name: 'Send again: Maren Oddby' }).click();
    await says(page, /Sent to maren@ropewalk\.example/);
    expect(readdirSync(letters).length).toBe(1);

    // the evening: everybody has begun but who cancelled and who is still to come; nothing of it was lost
    await today(page);
    await expect(page.locator('vk-coming-row').filter({ hasText: 'begun' })).toHaveCount(5);
    await expect(failed).toHaveCount(0);
    for (const id of ['tove', 'ilse', 'edvin', 'maren']) {
      const pupil = (await (await request.get(`${BASE}/api/pupils/${id}`)).json()) as { lessons: { swings: number }[] };
      expect(pupil.lessons[0]!.swings, id).toBeGreaterThanOrEqual(1);
    }
  } finally {
    for (const r of running.reverse()) await r.end();
    for (const f of [folder, letters]) rmSync(f, { recursive: true, force: true });
  }
});
