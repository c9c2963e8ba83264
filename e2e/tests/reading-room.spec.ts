import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { serious } from '../bay.js';

/** The exercises in the order of their keys, and what each asks. */
const EXERCISES = [
  ['First cause', 'What is the first cause?'],
  ['Say the number', 'How much is it?'],
  ['Before the trace', 'What will the path do?'],
  ['Which came first', 'Which of the two leads to the other?'],
  ['Real or noise', 'Did the golfer change, and by how much?'],
  ['Same golfer?', 'One golfer, or two?'],
  ['Does the ball agree?', 'Does the ball agree with the finding?'],
  ['Choose the drill', 'Which drill fits?'],
] as const;

const asked = async (page: Page): Promise<void> =>
  expect(page.getByRole('button', { name: /I do not know/ })).toBeVisible({ timeout: 60_000 });

test('the reading room is walked by keys alone: every exercise, asked, said how sure, told why, to its end', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Who comes' })).toBeVisible();
  await page.keyboard.press('g');
  await page.keyboard.press('o');
  await expect(page.getByRole('heading', { name: 'Reading room' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
  for (const [k, [name, asks]] of EXERCISES.entries()) {
    await page.keyboard.press(`${k + 1}`);
    await expect(page.getByText(asks)).toBeVisible();
    for (let i = 1; i <= 2; i++) {
      await expect(page.getByText(new RegExp(` ${i} ·`))).toBeVisible();
      await asked(page);
      if (name === 'Say the number') {
        await page.keyboard.press('ArrowRight');
        await page.keyboard.press('Enter');
        await expect(page.getByRole('group', { name: 'How far off' })).toBeVisible();
        await page.keyboard.press('3');
        await expect(page.getByText(/worths off/)).toBeVisible();
      } else {
        await page.keyboard.press('1');
        await expect(page.getByRole('group', { name: 'How sure, per cent' })).toBeVisible();
        await page.keyboard.press('6');
        await expect(page.getByText(/bits\. /)).toBeVisible();
      }
      if (i === 1) expect(await serious(page)).toEqual([]);
      await page.keyboard.press('Enter');
    }
    await page.keyboard.press('Escape');
    await expect(page.getByText(/^\d of 2 right$/)).toBeVisible();
  }
  // and as a pupil is asked
  await page.keyboard.press('9');
  await asked(page);
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('2');
  await expect(page.getByText('when the ball was hit').last()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Nothing of it is kept.')).toBeVisible();
  expect(await serious(page)).toEqual([]);
});

test('what was confirmed in Read is read here without a name, by keys alone', async ({ page }) => {
  await page.goto('/lesson/lesson-tove/read');
  const reading = page.locator('vk-reading');
  await expect(reading).toContainText(/Because|No fault is found/);
  const confirmed = reading.locator('p', { hasText: 'Confirmed:' });
  if (await confirmed.count()) await page.keyboard.press('c');
  await expect(confirmed).toHaveCount(0);
  await page.keyboard.press('c');
  await expect(confirmed).toBeVisible();
  await page.reload();
  await expect(confirmed).toBeVisible();
  await page.goto('/office/reading-room');
  await page.getByRole('button', { name: /^of this house: \d+ confirmed$/ }).press('Enter');
  await expect(page.getByRole('button', { name: /Same golfer\?/ })).toBeDisabled();
  expect(await serious(page)).toEqual([]);
  for (const key of ['1', '4', '7']) {
    await page.locator('h1').click();
    await page.keyboard.press(key);
    await asked(page);
    await expect(page.getByText(/^This house’s (swing|ball) 1 ·/)).toBeVisible();
    await expect(
      page.locator('vk-reading-room').getByText(/Tove|Maren|Corin|Edvin|Sunniva|Ilse|Jonas|Halvard/),
    ).toHaveCount(0);
    await page.keyboard.press('1');
    await page.keyboard.press('7');
    await expect(page.getByText(/It was confirmed here on \d+ \w+ \d{4}, by somebody/)).toBeVisible();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByText(/^\d of 1 right$/)).toBeVisible();
  }
});

test('a paper is set, sat once within its time, and its result taken along', async ({ page }) => {
  await page.goto('/office/reading-room');
  await page.getByLabel('Exercise').selectOption('Choose the drill');
  await page.getByLabel('Items').fill('5');
  await page.getByLabel('Minutes').fill('5');
  await page.getByRole('button', { name: 'Make a code' }).click();
  const code = (await page.getByRole('status').locator('strong').textContent())!;
  const sit = async (reader: string): Promise<void> => {
    await page.getByLabel('Code').fill(code);
    await page.getByLabel('Your name').fill(reader);
    await page.getByRole('button', { name: 'Sit the paper' }).click();
  };
  await sit('Runa Vell');
  for (let i = 1; i <= 5; i++) {
    await expect(page.getByText(`Pupil ${i} of 5`)).toBeVisible();
    await asked(page);
    await page.keyboard.press('1');
    await page.keyboard.press('8');
  }
  await expect(page.getByText(/^\d of 5 right$/)).toBeVisible();
  expect(await serious(page)).toEqual([]);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Take the table along as CSV/ }).click(),
  ]);
  const csv = readFileSync(await file.path(), 'utf8');
  expect(csv.trim().split('\r\n').length).toBe(6);
  expect(csv).toContain('80%');
  await page.keyboard.press('Escape');
  await sit('Runa Vell');
  await expect(page.getByText(/a paper is sat once\.$/)).toBeVisible();
  // a page that was closed in the middle of one has sat it too
  await sit('Odd Sanne');
  await expect(page.getByText('Pupil 1 of 5')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /Odd Sanne/ })).toBeVisible();
  await sit('Odd Sanne');
  await expect(page.getByText(/a paper is sat once\.$/)).toBeVisible();
  // a third has sat it in another browser: what was saved there is laid beside
  await page.getByRole('button', { name: /Runa Vell/ }).click();
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save for comparing' }).click(),
  ]);
  const result = readFileSync(await saved.path(), 'utf8').replace('Runa Vell', 'Tore Hval');
  await page.keyboard.press('Escape');
  const bring = { name: 'tore.json', mimeType: 'application/json', buffer: Buffer.from(result) };
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Bring a result' }).click(),
  ]);
  await chooser.setFiles(bring);
  await expect(page.getByText(`Tore Hval’s result is here: ${code}.`)).toBeVisible();
  await page.getByRole('button', { name: /Tore Hval/ }).click();
  await page.getByRole('button', { name: 'Runa Vell', exact: true }).click();
  await expect(page.getByText(/^Tore Hval and Runa Vell said the same of 5 of 5 items/)).toBeVisible();
  expect(await serious(page)).toEqual([]);
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });
  test('the reading room is walked by fingers alone, by night too: every exercise', async ({ page }) => {
    test.setTimeout(240_000);
    await page.goto('/office/reading-room');
    await page.getByRole('button', { name: 'Day / night' }).tap();
    for (const [name, asks] of EXERCISES) {
      await page.getByRole('button', { name: new RegExp(`^\\d ${name.replace('?', '\\?')}`) }).tap();
      await expect(page.getByText(asks)).toBeVisible();
      await asked(page);
      const small = await page
        .locator('vk-reading-room button:visible')
        .evaluateAll((all) => all.filter((b) => b.getBoundingClientRect().height < 44).map((b) => b.textContent));
      expect(small).toEqual([]);
      if (name === 'Say the number') {
        await page.getByRole('button', { name: /^Say / }).tap();
        await page.getByRole('group', { name: 'How far off' }).getByRole('button').nth(2).tap();
        await expect(page.getByText(/worths off/)).toBeVisible();
      } else {
        await page
          .getByRole('region', { name: 'Your reading' })
          .getByRole('listitem')
          .first()
          .getByRole('button')
          .tap();
        await page.getByRole('button', { name: '80% sure' }).tap();
        await expect(page.getByText(/bits\. /)).toBeVisible();
      }
      expect(await serious(page)).toEqual([]);
      await page.getByRole('button', { name: 'End here' }).tap();
      await expect(page.getByText(/^\d of 1 right$/)).toBeVisible();
    }
    await page.getByRole('button', { name: 'Day / night' }).tap();
  });
});
