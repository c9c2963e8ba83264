import { expect, test } from '@playwright/test';
import { serious } from '../bay.js';

test('the reading room is walked by keys alone: chosen, how sure, the truth with its evidence, the next swing, the end', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Who comes' })).toBeVisible();
  await page.keyboard.press('g');
  await page.keyboard.press('o');
  await expect(page.getByRole('heading', { name: 'Reading room' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Enter');
  for (let i = 1; i <= 2; i++) {
    await expect(page.getByText(`Swing ${i} ·`)).toBeVisible();
    await expect(page.getByRole('button', { name: /I do not know/ })).toBeVisible({ timeout: 60_000 });
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('1');
    await expect(page.getByRole('group', { name: 'How sure, per cent' })).toBeVisible();
    await page.keyboard.press('6');
    await expect(page.getByText(/Vilko said: /)).toBeVisible();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^\d of 2 right$/)).toBeVisible();
  expect(await serious(page)).toEqual([]);
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });
  test('the reading room is walked by fingers alone, by night too', async ({ page }) => {
    await page.goto('/office/reading-room');
    await page.getByRole('button', { name: 'Day / night' }).tap();
    await page.getByRole('button', { name: /^Begin/ }).tap();
    await expect(page.getByRole('button', { name: /I do not know/ })).toBeVisible({ timeout: 60_000 });
    const small = await page
      .locator('vk-reading-room button:visible')
      .evaluateAll((all) => all.filter((b) => b.getBoundingClientRect().height < 44).map((b) => b.textContent));
    expect(small).toEqual([]);
    await page.getByRole('button', { name: /Healthy/ }).tap();
    await page.getByRole('button', { name: '80% sure' }).tap();
    await expect(page.getByText(/Vilko said: /)).toBeVisible();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'End here' }).tap();
    await expect(page.getByText(/^\d of 1 right$/)).toBeVisible();
    await page.getByRole('button', { name: 'Day / night' }).tap();
  });
});
