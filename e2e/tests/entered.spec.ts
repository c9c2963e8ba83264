import { expect, test } from '@playwright/test';
import { serious } from '../bay.js';

test('a film from above is followed by hand from frame to frame, and what it says is kept over time', async ({
  page,
}) => {
  const { rack } = (await (await page.request.get('/api/lessons/lesson-maren')).json()) as { rack: { id: string }[] };
  await page.goto(`/lesson/lesson-maren/read/${rack[0]!.id}`);
  await page.getByRole('tab', { name: 'Film (3)' }).click();
  const films = page.locator('vk-film-view');
  await expect(films).toHaveCount(3);
  await films.nth(2).getByRole('button', { name: 'lines' }).click();
  await expect(films).toHaveCount(1);
  const followed = page.getByRole('list', { name: 'Followed by hand' });
  await expect(followed.getByRole('listitem').first()).toContainText(/Shoulders, turn.*P4 \d\d° · P7 −?\d+°/);
  await page.getByRole('button', { name: 'lines done' }).click();
  await expect(films).toHaveCount(3);

  // a knee of one's own, seen face on: three points in two frames, the film goes on by itself
  await films.first().getByRole('button', { name: 'lines', exact: true }).click();
  await expect(films).toHaveCount(1);
  await expect(films.getByLabel('Seen from')).toHaveValue('face on');
  await page.getByLabel('Follow by hand').selectOption('own-angle');
  const box = (await page.locator('video').boundingBox())!;
  const point = (x: number, y: number) => page.mouse.click(box.x + box.width / 2 + x, box.y + y * box.height);
  const hint = page.locator('vk-film-view').getByRole('status');
  for (const round of [0, 1]) {
    await expect(hint).toContainText('one end (1 of 3)');
    await point(-20, 0.35 + 0.02 * round);
    await expect(hint).toContainText('the corner (2 of 3)');
    await point(0, 0.55);
    await point(-20, 0.75);
  }
  await expect(hint).toContainText('one end (1 of 3), or move a point');
  const own = followed.getByRole('listitem').last();
  await expect(own.locator('circle')).toHaveCount(2);
  await page.getByLabel('Name of Angle of three points').fill('Trail elbow');
  await page.getByLabel('Name of Angle of three points').press('Tab');
  await page.getByRole('button', { name: 'done', exact: true }).click();
  expect(await serious(page)).toEqual([]);
  await page.getByRole('button', { name: 'Take off Side bend' }).click();
  await expect(page.getByText('Side bend was taken off the film.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(followed.getByRole('listitem').filter({ hasText: 'Side bend' })).toBeVisible();

  await page.goto('/office/pupils/maren/progress');
  const table = page.locator('vk-entered-trends');
  await expect(table.getByRole('row').filter({ hasText: 'Trail elbow, P7' })).toContainText('film face on, by hand');
  await expect(table.getByRole('row').filter({ hasText: 'Shoulders, turn, P4' }).first()).toContainText(/\d\d°/);
  expect(await serious(page)).toEqual([]);
});

test('numbers from elsewhere are typed with their source, shown hollow, laid over and never judged', async ({
  page,
}) => {
  const judged = async () => (await page.request.get('/api/lessons/lesson-maren/findings')).text();
  const before = await judged();
  await page.goto('/lesson/lesson-maren/read');
  await expect(page.getByRole('heading', { name: 'Reading' })).toBeVisible();
  await page.keyboard.press('g');
  await page.keyboard.press('e');
  await expect(page.getByRole('heading', { name: 'Numbers from elsewhere' })).toBeVisible();
  await page.getByLabel('Where the numbers come from').fill('a friend’s mat');
  await page.getByLabel('Measure of line 1').selectOption('share.lead.p7');
  await page.getByLabel('Number of line 1').fill('8x');
  await page.getByRole('button', { name: 'Keep these numbers' }).click();
  await expect(page.getByRole('alert')).toContainText('“8x” is not a number');
  await page.reload();
  await expect(page.getByLabel('Where the numbers come from')).toHaveValue('a friend’s mat');
  await page.getByLabel('Number of line 1').fill('82');
  await page.getByRole('button', { name: 'Keep these numbers' }).click();
  await expect(page.getByText('The numbers from a friend’s mat are kept.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Entered swings' })).toContainText('82%');
  expect(await serious(page)).toEqual([]);

  await page.getByRole('link', { name: 'Back to Read' }).click();
  await page.getByRole('button', { name: /^Entered swing E2, .* from a friend’s mat/ }).click();
  await expect(page.getByRole('heading', { name: 'Change E2' })).toBeVisible();
  expect(await judged()).toBe(before);

  await page.goto('/lesson/lesson-maren/compare');
  const differences = page.getByRole('region', { name: 'Differences', exact: true });
  await expect(differences.getByRole('row').nth(3)).toBeVisible();
  await expect(page.getByTestId('headline')).not.toContainText('Reading swing');
  const said = await page.getByTestId('headline').textContent();
  const over = page.getByLabel('Laid over, in neither set');
  await over.selectOption({ label: (await over.locator('option').filter({ hasText: 'friend’s mat' }).textContent())! });
  await expect(page.getByText(/^Laid over, in neither set, not judged: entered from a friend’s mat/)).toBeVisible();
  await expect(differences).toContainText('◇ 82%');
  const shown = await over.locator('option').filter({ hasText: 'demonstration' }).textContent();
  await over.selectOption({ label: shown! });
  await expect(page.getByText(/^Laid over, in neither set, not judged: demonstration, swing \d+/)).toBeVisible();
  await expect(page.locator('vk-routes-plan path[stroke-dasharray="2 3"]')).toHaveCount(1);
  await expect(page.getByTestId('headline')).toHaveText(said!);
  expect(await serious(page)).toEqual([]);

  // what this journey brought is taken away again, and can be put back
  await page.goto('/lesson/lesson-maren/entered');
  await page.getByRole('button', { name: 'Delete E2' }).click();
  await expect(page.getByText('The numbers from a friend’s mat are in the bin.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Delete E2' })).toHaveCount(0);
});
