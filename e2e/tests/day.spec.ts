import { expect, type Page, test } from '@playwright/test';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Running, serious, start, startServer } from '../bay.js';
import { morningZone } from '../morning-zone.js';

const PORT = 4451;
/** Where the mail server of the house is to be. */
const MAIL = 4452;
const BASE = `http://127.0.0.1:${PORT}`;

test.describe('a day of the sample house, with two bays', () => {
  const folder = mkdtempSync(join(tmpdir(), 'vilko-day-'));
  let server: Running;
  test.beforeAll(async () => {
    server = await startServer(PORT, {
      VILKO_DATA: folder,
      VILKO_DEMO: '1',
      VILKO_BAYS: 'Net',
      TZ: morningZone(),
    });
  });
  test.afterAll(async () => {
    await server.end();
    rmSync(folder, { recursive: true, force: true });
  });

  const comes = (page: Page) => page.getByRole('region', { name: 'Who comes' });
  const row = (page: Page, name: string) => comes(page).locator('vk-coming-row').filter({ hasText: name });
  const block = (page: Page, name: string) => page.locator('[data-day]').getByRole('button', { name }).first();
  const says = (page: Page, words: string | RegExp) => expect(page.getByText(words).first()).toBeVisible();

  test('opens on who comes and what waits; an overdue visit is booked from there; the next lesson begins by one key', async ({
    page,
  }) => {
    await page.goto(`${BASE}/`);
    await expect(comes(page).locator('vk-coming-row')).toHaveCount(7);
    await expect(row(page, 'Sunniva Aldous')).toContainText('no jumping until the surgeon agrees');
    await expect(row(page, 'Sunniva Aldous')).toContainText('Practised 0 of');
    await expect(row(page, 'Maren Oddby')).toContainText('Lead share, impact');
    await expect(row(page, 'Ilse Tarnquist')).toContainText('cancelled');
    await expect(row(page, 'Edvin Roake')).toContainText('Net, Tord Bekkelin');
    expect(await serious(page)).toEqual([]);
    const needs = page.getByRole('region', { name: 'Needs you' });
    const overdue = needs.getByRole('listitem').filter({ hasText: 'Jonas Perrick-Moe' });
    await expect(overdue).toContainText('and has not booked.');
    await overdue.getByRole('link').click();
    const card = page.getByRole('dialog', { name: 'Book' });
    await expect(card.getByLabel('Who comes')).toHaveValue('jonas');
    // where somebody is already, the sentence says who, and nothing is booked
    await card.getByLabel('From').fill('11:15');
    await card.getByRole('button', { name: 'Book' }).click();
    await expect(card.getByRole('alert')).toContainText('Bay 3 is taken by Corin Vasshaug from 11:00 to 12:00');
    await card.getByLabel('From').fill('22:00');
    await card.getByRole('button', { name: 'Book' }).click();
    await expect(card.getByRole('alert')).toContainText('the house is open from');
    await card.getByLabel('From').fill('19:30');
    await card.getByLabel('Aim').fill('Feet quiet until the top');
    expect(await serious(page)).toEqual([]);
    await card.getByRole('button', { name: 'Book' }).click();
    await expect(card).toBeHidden();
    await says(page, /Jonas Perrick-Moe: booked .*, 19:30\./);
    await page.getByRole('link', { name: 'Today', exact: true }).click();
    await expect(row(page, 'Jonas Perrick-Moe')).toContainText('Feet quiet until the top');
    await expect(overdue).toHaveCount(0);
    // what one reads before
    await row(page, 'Corin Vasshaug').getByRole('link', { name: 'Prepare' }).click();
    await expect(page.getByRole('heading', { name: 'Corin Vasshaug' })).toBeVisible();
    await expect(page.getByRole('heading', { name: /^Last visit, 19 November 2026/ })).toBeVisible();
    await says(page, 'Your aim:');
    expect((await page.pdf({ format: 'A4' })).toString('latin1').match(/\/Type\s*\/Page\b/g)?.length).toBe(1);
    expect(await serious(page)).toEqual([]);
    await page.getByRole('link', { name: 'Today', exact: true }).click();
    // whoever is first and still to come is the one that the key begins
    const first = comes(page)
      .locator('vk-coming-row')
      .filter({ has: page.locator('.main-button') });
    await expect(first).toHaveCount(1);
    const who = (await first.locator('a').first().textContent())!.trim();
    await page.keyboard.press('n');
    await expect(page).toHaveURL(/\/lesson\/[\w-]+\/set-up$/);
    await says(page, who);
    await page.goto(`${BASE}/`);
    await expect(row(page, who)).toContainText('begun');
    await row(page, who).getByRole('link', { name: 'Go on' }).click();
    await expect(page).toHaveURL(/\/record$/);
  });

  test('the week: moved by mouse and by keys, undone, cancelled, made again and again, by bay and by coach', async ({
    page,
  }) => {
    await page.goto(`${BASE}/week`);
    await page.getByRole('button', { name: 'Day', exact: true }).click();
    const maren = block(page, 'Maren Oddby');
    await expect(maren).toHaveAccessibleName(/17:30 to 18:30, Bay 3/);
    // into the other bay by the mouse, where somebody stands: it goes back
    const box = (await maren.boundingBox())!;
    const day = (await page.locator('[data-day]').boundingBox())!;
    const drag = async (x: number, y: number) => {
      const from = (await block(page, 'Maren Oddby').boundingBox())!;
      await page.mouse.move(from.x + 20, from.y + 6);
      await page.mouse.down();
      await page.mouse.move(from.x + 30, from.y + 10, { steps: 3 });
      await page.mouse.move(x, y, { steps: 8 });
      await page.mouse.up();
    };
    await drag(day.x + 0.75 * day.width, box.y + 6);
    await says(page, /Net is taken by Edvin Roake from 17:00 to 18:00/);
    await expect(block(page, 'Maren Oddby')).toHaveAccessibleName(/17:30 to 18:30, Bay 3/);
    await drag(day.x + 0.75 * day.width, box.y + 6 + (box.height * 3) / 4);
    await says(page, /Maren Oddby: moved \(.*18:15\)/);
    await expect(block(page, 'Maren Oddby')).toHaveAccessibleName(/18:15 to 19:15, Net/);
    await page.keyboard.press('u');
    await expect(block(page, 'Maren Oddby')).toHaveAccessibleName(/17:30 to 18:30, Bay 3/);
    // by keys: a quarter of an hour later, and shorter
    await block(page, 'Maren Oddby').focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await says(page, /Maren Oddby: moved \(.*18:00\)/);
    await block(page, 'Maren Oddby').focus();
    // its words are those of the move before: what is undone later is the last that was answered
    const shortened = page.waitForResponse((r) => r.request().method() === 'PATCH' && r.url().includes('/bookings/'));
    await page.keyboard.press('Shift+ArrowUp');
    await expect(block(page, 'Maren Oddby')).toHaveAccessibleName(/18:00 to 18:45/);
    await (await shortened).finished();
    await block(page, 'Maren Oddby').press('Delete');
    await says(page, /Maren Oddby: cancelled/);
    await expect(block(page, 'Maren Oddby')).toHaveCount(0);
    await page.keyboard.press('u');
    await expect(block(page, 'Maren Oddby')).toBeVisible();
    // a series, of which one cannot be
    await page.keyboard.press('b');
    const card = page.getByRole('dialog', { name: 'Book' });
    await card.getByLabel('Who comes').selectOption('tove');
    await card.getByLabel('From').fill('10:00');
    const { date } = (await (await page.request.get(`${BASE}/api/today`)).json()) as { date: string };
    const tomorrow = new Date(Date.parse(date) + 86_400_000).toISOString().slice(0, 10);
    await card.getByLabel('Day').fill(tomorrow);
    await card.getByLabel('again every').check();
    await card.getByLabel('Times in all').fill('6');
    await card.getByRole('button', { name: 'Book' }).click();
    await expect(card.getByRole('alert')).toContainText('4 of 6 cannot be');
    await card.getByRole('button', { name: 'Book the others' }).click();
    await says(page, /Tove Lindqvie: booked .* and 1 more\. Left out: .*Halvard Brune/);
    await page.getByRole('button', { name: 'by coach' }).click();
    await expect(page.locator('[data-day]')).toHaveCount(1);
    await says(page, 'Tord Bekkelin');
    await page.getByRole('button', { name: 'Week', exact: true }).click();
    await expect(page.locator('[data-day]')).toHaveCount(7);
    expect(await serious(page)).toEqual([]);
  });

  test.describe('by touch', () => {
    test.use({ hasTouch: true });
    test('who did not come is said by a press, and taken back', async ({ page, request }) => {
      const bays = (await (await request.get(`${BASE}/api/bays`)).json()) as { id: string }[];
      const { date, now } = (await (await request.get(`${BASE}/api/today`)).json()) as { date: string; now: number };
      const from = now - 45;
      const { coaches } = (await (await request.get(`${BASE}/api/bookings?from=${date}`)).json()) as {
        coaches: string[];
      };
      const [coach, bay] = [coaches[0]!, bays[0]!.id];
      const data = { bay, coach, date, from, minutes: 30, pupilId: 'halvard', evenClosed: true };
      expect(await (await request.post(`${BASE}/api/bookings`, { data })).text()).toContain('Halvard Brune');
      await page.goto(`${BASE}/`);
      const row = page.locator('vk-coming-row').filter({ hasText: 'Halvard Brune' });
      await expect(row).toContainText('did not begin');
      await row.getByRole('button', { name: 'Did not come' }).tap();
      await expect(row).toContainText('did not come');
      await page.getByRole('button', { name: 'Undo' }).tap();
      await expect(row).toContainText('did not begin');
    });
  });

  test('a lesson ends on one sheet; a letter that fails waits on Today, and goes when it is sent again', async ({
    page,
  }) => {
    await page.goto(`${BASE}/office/settings`);
    const settings = page.locator('vk-letter-fields');
    await settings.getByLabel('Choose a picture').setInputFiles({
      name: 'mark.png',
      mimeType: 'image/png',
      buffer: await page.screenshot({ clip: { x: 0, y: 0, width: 120, height: 40 } }),
    });
    await says(page, 'The mark stands on reports and letters from now on.');
    await settings.getByLabel('Called', { exact: true }).fill('127.0.0.1');
    await settings.getByLabel('Encryption').selectOption('none');
    await settings.getByLabel('Port').fill(String(MAIL));
    await settings.getByLabel('Letters come from').fill('desk@ropewalk.example');
    await settings.getByRole('button', { name: 'Keep' }).click();
    await says(page, 'Letters go by 127.0.0.1 now.');
    await settings.getByRole('button', { name: 'Try it, without a letter' }).click();
    await says(page, `The mail server 127.0.0.1:${MAIL} does not answer`);
    expect(await serious(page)).toEqual([]);

    await page.goto(`${BASE}/lesson/lesson-maren/report`);
    await expect(page.getByRole('article', { name: 'Report' })).toContainText('Tarred Line Golf Shed');
    await page.keyboard.press('m');
    await expect(page.getByRole('heading', { name: 'End of the lesson' })).toBeVisible();
    const first = page.getByRole('list', { name: 'Swings to show' }).getByRole('button').first();
    await first.click();
    await expect(first).toHaveAttribute('aria-pressed', 'true');
    await page.getByLabel('Pain afterwards, 0–10').selectOption('1');
    const next = page.locator('vk-next-visit');
    await next.getByLabel('In how many weeks').selectOption('3');
    await next.getByLabel('From').fill('22:00');
    await next.getByRole('button', { name: 'Book' }).click();
    await expect(next.getByRole('alert')).toContainText('he house is open from');
    await next.getByLabel('From').fill('12:00');
    await next.getByRole('button', { name: 'Book' }).click();
    await says(page, /Maren Oddby: booked .*, 12:00\./);
    const letter = page.locator('vk-letter-card');
    await expect(letter.getByLabel('To')).toHaveValue('maren@ropewalk.example');
    await expect(letter.getByLabel('Text')).toHaveValue(/The old rope works, by the third crane/);
    await letter.getByLabel('Text').fill('Hello Maren,\n\nTap after, and step off the ferry.');
    expect(await serious(page)).toEqual([]);
    await letter.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(letter).toContainText('Did not go to maren@ropewalk.example');

    await page.goto(`${BASE}/`);
    const waits = page.getByRole('region', { name: 'Needs you' }).getByRole('listitem');
    await expect(waits.filter({ hasText: 'A letter is written and has not gone.' })).toContainText('Halvard Brune');
    const failed = waits.filter({ hasText: 'A letter did not go' });
    await expect(failed).toContainText('Maren Oddby');
    const arrived = mkdtempSync(join(tmpdir(), 'vilko-mail-'));
    const office = start('server/dist/mail.mjs', {}, ['--port', String(MAIL), '--folder', arrived]);
    try {
      await expect.poll(() => office.output()).toContain('takes letters at');
      await failed.getByRole('link').click();
      await page.getByRole('button', { name: 'Send again: Maren Oddby' }).click();
      await says(page, /Sent to maren@ropewalk\.example, .* at the second try\./);
      expect(await serious(page)).toEqual([]);
      const [file] = readdirSync(arrived);
      const raw = readFileSync(join(arrived, file!), 'utf8');
      const head = raw.slice(0, raw.indexOf('\r\n\r\n'));
      expect(head).toMatch(/^From: [^]*<desk@ropewalk\.example>/m);
      expect([raw.includes('step off the ferry'), raw.includes('filename=lesson.pdf')]).toEqual([true, true]);
    } finally {
      await office.end();
      rmSync(arrived, { recursive: true, force: true });
    }
    await page.goto(`${BASE}/`);
    await expect(waits.filter({ hasText: 'A letter is written' })).toHaveCount(1);
    await expect(failed).toHaveCount(0);
  });

  test('a programme is begun with two, its tests book themselves, and one is moved on at the end of a lesson', async ({
    page,
  }) => {
    await page.goto(`${BASE}/office/programmes`);
    await expect(page.getByRole('list', { name: 'Steps' }).getByRole('listitem')).toHaveCount(4);
    for (const id of ['corin', 'jonas']) await page.getByLabel('Begin with').selectOption(id);
    await page.getByRole('button', { name: 'Begin', exact: true }).click();
    await says(page, /Corin Vasshaug: the test is booked, .*, 11:00\./);
    await expect(page.getByRole('row', { name: /Corin Vasshaug/ })).toContainText('Set up, 1 of 4');
    expect(await serious(page)).toEqual([]);
    await page.goto(`${BASE}/lesson/lesson-corin/end`);
    const step = page.locator('vk-programme-step');
    await expect(step).toContainText('step 1 of 4: Set up; no lesson yet;');
    await step.getByRole('button', { name: 'Move on' }).click();
    await expect(step).toContainText('step 2 of 4: Load');
    await page.goto(`${BASE}/office/programmes`);
    await page.getByRole('button', { name: 'A step back: Corin Vasshaug' }).click();
    await expect(page.getByRole('row', { name: /Corin Vasshaug/ })).toContainText('Set up, 1 of 4');
    await page.goto(`${BASE}/`);
    await expect(row(page, 'Corin Vasshaug')).toContainText(/, step 1 of 4: Set up/);
    await page.goto(`${BASE}/office/programmes`);
    await page.getByRole('button', { name: 'Copy' }).click();
    await page.getByLabel('Called').first().fill('Feet first');
    await page.getByRole('button', { name: 'Put on the shelf' }).click();
    await says(page, '“Feet first” stands on the shelf.');
  });

  test('hours and coaches are set, a telephone’s calendar subscribed, another’s taken in', async ({ page }) => {
    await page.goto(`${BASE}/office/settings`);
    const calendar = page.locator('vk-calendar-fields');
    await calendar.getByLabel('Time zone').fill('Harbour');
    await calendar.getByLabel('Time zone').press('Tab');
    await says(page, /this is no time zone/i);
    await calendar.getByLabel('Time zone').fill('Europe/Oslo');
    await calendar.getByLabel('Time zone').press('Tab');
    await calendar
      .getByRole('row', { name: /Sunday/ })
      .getByLabel('open')
      .uncheck();
    await expect(calendar.getByRole('row', { name: /Sunday/ })).toContainText('closed');
    await calendar.getByRole('button', { name: 'Make an address' }).first().click();
    const url = await calendar.getByLabel('Calendar address of Ragna Sandvær').inputValue();
    const file = await (await page.request.get(url)).text();
    expect(file).toContain('SUMMARY:Tove Lindqvie');
    expect(file).not.toContain('Edvin');
    await calendar.locator('input[type=file]').setInputFiles({
      name: 'elsewhere.ics',
      mimeType: 'text/calendar',
      buffer: Buffer.from(
        `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:choir\r\nDTSTART:20270301T180000Z\r\nDTEND:20270301T190000Z\r\nSUMMARY:Choir\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`,
      ),
    });
    await says(page, 'Taken in: 0 lessons, 1 busy time.');
    await calendar.getByRole('button', { name: 'Close' }).click();
    await expect.poll(async () => (await page.request.get(url)).status()).toBe(404);
    expect(await serious(page)).toEqual([]);
  });
});
