import { expect, type Page, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { serious } from '../bay.js';

const reading = (page: Page) => page.locator('vk-reading');
const open = async (page: Page, swing: number) => {
  await page.goto('/lesson/lesson-maren/read');
  await page.getByRole('button', { name: new RegExp(`^Swing ${swing},`) }).click();
  await expect(page).toHaveURL(/\/read\/[\w-]+/);
  await expect(reading(page)).toContainText(/Because|No fault is found/);
};

test('a finding: its set, its drill, what the eye saw, every school; overruled with a reason and taken back', async ({
  page,
}) => {
  await open(page, 5);
  await expect(reading(page)).toContainText('hangs back');
  await expect(reading(page)).toContainText(/Over 8 swings with the 7-iron/);
  await expect(reading(page)).toContainText('The ball agrees.');
  await page.getByLabel('I see', { exact: true }).selectOption('hangs-back');
  await expect(page.locator('vk-i-see li').first()).toContainText(/found: Lead share, impact/);
  await page.keyboard.press('Escape');
  await page.locator('h1').first().click();
  await page.keyboard.press('o');
  const schools = page.getByRole('dialog', { name: 'Schools side by side' });
  await expect(schools.getByRole('columnheader')).toHaveCount(12);
  await expect(schools).toContainText('What decides it');
  await schools.getByRole('button', { name: 'Deep load' }).click();
  await expect(page.getByText(/against Deep load, v2/)).toBeVisible();
  await page.getByRole('button', { name: 'I see it otherwise …' }).click();
  await page.getByLabel(/Why is “.*” not so here/).fill('A punch was asked for.');
  await page.getByRole('button', { name: 'Overrule' }).click();
  await expect(reading(page)).toContainText('– A punch was asked for.');
  await page.reload();
  await expect(reading(page)).toContainText('– A punch was asked for.');
  await reading(page).locator('p', { hasText: 'Overruled' }).getByRole('button', { name: 'Take back' }).click();
  await expect(reading(page)).not.toContainText('A punch was asked for.');
  await reading(page).getByRole('link', { name: 'Tap after' }).click();
  await expect(page.getByRole('heading', { name: 'Tap after' })).toBeVisible();
  await expect(page.getByLabel('Cautions')).toContainText('Stop on pain.');
  expect(await serious(page)).toEqual([]);
});

test('the ball first: a face that makes the curve stands above the feet, and what the ball does leads to causes', async ({
  page,
}) => {
  await page.goto('/lesson/lesson-edvin/read');
  const first = reading(page).getByRole('region', { name: 'Face before feet' });
  await expect(first).toContainText('The face makes this curve: face and grip first.');
  await expect(first).toContainText(
    /Face \+\d+\.\d° \(measured\), path .\d+\.\d°: the face points \+\d+\.\d° from the path\./,
  );
  await expect(reading(page)).toContainText('No fault is found in this swing');
  await page.getByLabel('The ball', { exact: true }).selectOption('slice');
  await expect(page.locator('vk-i-see')).toContainText('Face and grip are asked first');
  await expect(page.locator('vk-i-see li').first()).toContainText('not found');
  expect(await serious(page)).toEqual([]);
  await first.getByRole('link', { name: 'Finish face' }).click();
  await expect(page.getByRole('heading', { name: 'Finish face' })).toBeVisible();
});

test('what if: a push is altered, the route and the numbers follow, and the slider stops where it has to', async ({
  page,
}) => {
  await open(page, 10);
  await page.keyboard.press('w');
  const panel = page.locator('vk-what-if');
  await expect(panel).toContainText('not a prediction of the ball');
  await panel.getByLabel('Pressure shift, time').fill('60');
  await expect(panel.getByRole('table')).toContainText(/Crosses 50%/);
  await expect(page.locator('vk-track')).toContainText('what if');
  const slider = panel.getByLabel('Pressure shift, size');
  await slider.fill('1.8');
  await expect(panel.getByRole('status')).toContainText('It stops here');
  await expect.poll(async () => Number(await slider.inputValue())).toBeLessThan(1.8);
  expect(await serious(page)).toEqual([]);
  for (const b of await panel.getByRole('button', { name: 'as it is' }).all()) if (await b.isEnabled()) await b.click();
  await expect(page.locator('vk-track')).not.toContainText('what if');
  await panel.getByRole('button', { name: 'Back to the reading' }).click();
  await expect(reading(page)).toBeVisible();
  // a mat knows no sideways force: only what it measures can be altered
  await page.goto('/lesson/lesson-ilse/read');
  await expect(reading(page)).toContainText(/Because|No fault is found/);
  await page.keyboard.press('w');
  await expect(panel.getByRole('group')).toHaveCount(2);
});

test('compare: two sets from a link, what is real, explained, swapped, by phase, another pattern', async ({ page }) => {
  await page.goto('/lesson/lesson-maren/compare');
  const headline = page.getByTestId('headline');
  await expect(headline).not.toContainText('Reading swing', { timeout: 60_000 });
  await page.getByLabel('Swings before', { exact: true }).selectOption({ index: 1 });
  await expect(page).toHaveURL(/[?&]a=/);
  // the swings that hang back against those that do not
  const square = (n: number) => page.getByRole('button', { name: new RegExp(`^Swing ${n}, `) });
  const side = async (n: number, wanted: string) => {
    for (let i = 0; i < 3 && !(await square(n).getAttribute('aria-label'))!.endsWith(wanted); i++) {
      const was = await square(n).getAttribute('aria-label');
      await square(n).click();
      await expect(square(n)).not.toHaveAttribute('aria-label', was!);
    }
  };
  for (const n of [1, 2, 3, 4, 5, 6]) await side(n, 'before');
  for (const n of [7, 8, 9, 10]) await side(n, 'after');
  await expect(headline).toContainText(/real change/, { timeout: 60_000 });
  await expect(page.getByText('Different clubs: 7-iron before, 7-iron and 8-iron after.')).toBeVisible();
  const row = page.getByRole('row', { name: /Lead share, impact/ });
  await expect(row).toContainText('real change');
  await row.getByRole('button').click();
  await expect(page.getByText(/A teacher would act on 3 points/)).toBeVisible();
  const before = await row.getByRole('cell').nth(1).textContent();
  await page.keyboard.press('s');
  await expect(row.getByRole('cell').nth(3)).toHaveText(before!);
  await page.keyboard.press('x');
  await expect(page.getByText('aligned by phase')).toBeVisible();
  await page.getByLabel('Pattern whose measures are compared').selectOption('press-recentre');
  await expect(page).toHaveURL(/pattern=press-recentre&v=\d/);
  await expect(page.getByRole('row', { name: /Lead share, top/ })).toBeVisible();
  // the address is the comparison
  const said = await headline.textContent();
  await page.goto(page.url());
  await expect(headline).toHaveText(said!, { timeout: 60_000 });
  expect(await serious(page)).toEqual([]);
});

test('patterns: a school read, copied, dragged on the Score, typed, undone, saved, taken along, brought back, and read under', async ({
  page,
}) => {
  await page.goto('/office/patterns/quiet-centre');
  await expect(page.getByText('The less the middle moves')).toBeVisible();
  await page.getByRole('button', { name: 'Copy this one' }).click();
  await expect(page).toHaveURL(/quiet-centre-own/);
  await page.getByLabel('Name', { exact: true }).fill('Bell tower');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  const from = page.getByLabel('Lead share, impact, ideal from');
  await expect(from).toHaveValue('65');
  const edge = page.locator('[data-edge="share.lead.p7 lower"]');
  await expect(edge).toBeVisible({ timeout: 60_000 });
  const box = (await edge.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 12, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Number(await from.inputValue())).toBeLessThan(65);
  const dragged = await from.inputValue();
  await from.fill('99');
  await from.press('Tab');
  await expect(page.getByRole('alert')).toContainText('lies above the upper edge');
  await expect(from).toHaveValue(dragged);
  await from.fill('60');
  await from.press('Tab');
  await expect(edge).toHaveAttribute('aria-valuenow', '60');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(from).toHaveValue(dragged);
  await page.getByRole('button', { name: 'Save as version 2' }).click();
  await expect(page.getByText('Bell tower is saved as version 2.')).toBeVisible();
  await expect(page.getByRole('row', { name: /v1/ })).toContainText('as it came');
  expect(await serious(page)).toEqual([]);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take along (JSON)' }).click();
  const file = await (await download).path();
  const json = JSON.parse(readFileSync(file, 'utf8')) as {
    name: string;
    bands: { measure: string; ideal: number[] }[];
  };
  expect(json.name).toBe('Bell tower');
  await page
    .getByLabel('Bring a pattern')
    .setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from('{"id":"x"}') });
  await expect(page.getByRole('alert')).toContainText('broken.json: this is not a pattern');
  await page.getByLabel('Bring a pattern').setInputFiles(file);
  await expect(page).toHaveURL(/quiet-centre-own-2/);
  await page.getByRole('button', { name: 'Take off the shelf' }).click();
  await expect(page.getByText('Bell tower was taken off the shelf.')).toBeVisible();
  await page.goto('/lesson/lesson-maren/read');
  await expect(reading(page)).toContainText(/Because|No fault is found/);
  await reading(page).getByRole('combobox').first().selectOption('quiet-centre-own');
  await expect(page.getByText(/against Bell tower, v2/)).toBeVisible();
});

test('a pattern from swings, and a pupil who is read under it', async ({ page }) => {
  await page.goto('/office/patterns');
  await page.getByRole('button', { name: 'Make one from swings …' }).click();
  const dialog = page.getByRole('dialog', { name: 'A pattern from swings' });
  await dialog.getByLabel('Name').fill('Her best');
  await dialog.getByLabel('Pupil').selectOption({ label: 'Edvin Roake' });
  await dialog.getByRole('button', { name: 'those without a finding' }).click();
  await dialog.getByRole('button', { name: /^Make it from \d+ swings/ }).click();
  await expect(page).toHaveURL(/her-best/, { timeout: 90_000 });
  await expect(page.getByLabel('What it believes')).toHaveValue(/Made from \d+ swings of Edvin Roake/);
  await expect(page.getByText('(one view, own swings)').first()).toBeVisible();
  await page.goto('/office/pupils');
  await page.getByRole('link', { name: 'Maren Oddby', exact: true }).click();
  await page.getByRole('button', { name: 'Edit' }).click();
  await page.getByText('Another school for a club, and the dials').click();
  await page.locator('select[name="school-driver"]').selectOption({ label: 'Two-foot launch' });
  await page.locator('input[name="strictness"]').fill('1.5');
  await expect(page.getByText('× 1.50')).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.goto('/lesson/lesson-maren/read');
  await expect(reading(page)).toContainText('tolerance × 1.50');
});

test('drills: one of the house’s own written, shown by a photograph, offered, planned, taken along and brought back', async ({
  page,
}) => {
  await page.goto('/office/drills');
  const list = page.getByRole('navigation', { name: 'Drills' });
  // the sample house has written one already
  await expect(list.getByRole('link').nth(1)).toHaveText('Off the ferry');
  await page.getByRole('link', { name: 'Write one' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Ring the bell');
  await page.getByLabel('For: add').selectOption('hangs-back');
  await page.getByLabel('Steps, one a line').fill('Feet together.\nRing it with the lead knee.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('What it is in one sentence is missing.');
  await page.getByLabel('What it is, in one sentence').fill('A bell hangs at the lead knee; ring it at the strike.');
  await page.getByLabel('What it shows, in a few words').fill('The knee at the bell');
  await page.getByLabel('Pressed').first().selectOption('whole');
  expect(await serious(page)).toEqual([]);
  // what is written and not saved is there again after a reload
  await page.reload();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Ring the bell');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page).toHaveURL(/drills\/ring-the-bell$/);
  const photograph = await page.screenshot({ clip: { x: 0, y: 0, width: 400, height: 300 } });
  await page
    .getByLabel('A photograph or a film')
    .setInputFiles({ name: 'bell.png', mimeType: 'image/png', buffer: photograph });
  const shown = page.getByRole('img', { name: 'Photograph: Ring the bell' });
  await expect(shown).toBeVisible();
  await expect.poll(() => shown.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBe(400);
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(shown).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(shown).toBeVisible();
  // it is offered for its finding, and can be the one thing to do
  await page.goto('/lesson/lesson-maren/practise?drill=ring-the-bell');
  await page.getByRole('button', { name: 'Make it the one thing to do' }).click();
  await expect(page.getByText('The one thing to do, here and on the report.')).toBeVisible();
  await page.goto('/lesson/lesson-maren/report');
  await expect(page.locator('vk-report-sheet')).toContainText('Ring it with the lead knee.');
  await page.goto('/office/drills/ring-the-bell');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take along (JSON)' }).click();
  const file = await (await download).path();
  const json = JSON.parse(readFileSync(file, 'utf8')) as { drill: { name: string }; photograph: string };
  expect([json.drill.name, json.photograph.slice(0, 23)]).toEqual(['Ring the bell', 'data:image/jpeg;base64,']);
  await page.getByRole('button', { name: 'Take off the shelf' }).click();
  await expect(page.getByText('Ring the bell was taken off the shelf.')).toBeVisible();
  await page.getByLabel('Bring a drill').setInputFiles({
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"name":"x"}'),
  });
  await expect(page.getByRole('alert')).toContainText('broken.json: ');
  await page.getByLabel('Bring a drill').setInputFiles(file);
  await expect(page).toHaveURL(/ring-the-bell-2$/);
  await expect(page.getByRole('img', { name: 'Photograph: Ring the bell' })).toBeVisible();
  // one that comes with the application is changed, and goes back to how it came
  await page.goto('/office/drills/tap-after');
  await expect(page.getByRole('heading', { name: 'Tap after' })).toBeVisible();
  await page.keyboard.press('e');
  await page.getByLabel('Dose', { exact: true }).fill('2 × 3');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('comes with the application, changed')).toBeVisible();
  await page.getByRole('button', { name: 'As it came' }).click();
  await expect(page.getByText('2 × 3')).toBeHidden();
  // the lesson is left as it was
  await page.request.put('/api/lessons/lesson-maren/report/task', { data: { drill: null } });
});
