import { chromium } from '@playwright/test';
import { mkdirSync } from 'node:fs';
mkdirSync('/tmp/rooms', { recursive: true });
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] });
const asked = (page) => page.getByRole('button', { name: /I do not know/ }).waitFor({ timeout: 60_000 });
async function walk(tag, viewport, night, want) {
  const page = await b.newPage({ viewport });
  page.on('pageerror', (e) => console.log('pageerror', tag, e.message));
  await page.goto('http://127.0.0.1:4310/office/reading-room', { waitUntil: 'networkidle' });
  if (night) await page.getByRole('button', { name: 'Day / night' }).click();
  for (let k = 1; k <= 8; k++) {
    await page.keyboard.press(`${k}`);
    let found = false;
    for (let i = 0; i < 14 && !found; i++) {
      await asked(page);
      await page.waitForTimeout(150);
      const text = await page.locator('main').innerText().catch(async () => page.locator('body').innerText());
      found = want.every((w) => w.test(text));
      if (found || i === 13) {
        await page.waitForTimeout(500);
        await page.screenshot({ path: `/tmp/rooms/${tag}-${k}-asked.png` });
      }
      if (k === 2) { await page.keyboard.press('ArrowRight'); await page.keyboard.press('Enter'); await page.keyboard.press('3'); }
      else { await page.keyboard.press('1'); await page.keyboard.press('6'); }
      await page.waitForTimeout(250);
      if (found || i === 13) { await page.waitForTimeout(700); await page.screenshot({ path: `/tmp/rooms/${tag}-${k}-told.png` }); }
      await page.keyboard.press('Enter');
    }
    console.log(tag, k, found);
    await page.keyboard.press('Escape');
    await page.waitForTimeout(300);
    await page.keyboard.press('Escape');
    await page.waitForTimeout(300);
  }
  await page.close();
}
const [tag, w, h, night, ...want] = process.argv.slice(2);
await walk(tag, { width: +w, height: +h }, night === 'night', want.map((x) => new RegExp(x, 'i')));
await b.close();
