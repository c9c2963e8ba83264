import { expect, type Page, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { type Running, serious, startDevice, swingNow, takeBay } from '../bay.js';
import { PORT } from '../port.js';

const CONTROL = 4419;
const chips = (page: Page) => page.locator('vk-plan-calendar button');
const calendar = (page: Page) => page.getByRole('list', { name: 'Days of the plan' });

test('from the finding to its drill, and a rung passed by eye opens the next', async ({ page }) => {
  await page.goto('/lesson/lesson-halvard/read');
  await page.getByRole('button', { name: /^Swing 3,/ }).click();
  await page.getByRole('link', { name: 'Practise this' }).click();
  await expect(page).toHaveURL(/lesson-halvard\/practise\?for=/);
  await expect(page.getByLabel('What to work on').locator('strong')).toHaveText('loads the wrong foot');
  // an injury on record is named first, and what it rules out is said with the reason
  await expect(page.getByLabel('What to work on')).toContainText(
    'On record: left hip (the lead side), since 2019, advised: no deep flexion.',
  );
  await page
    .getByLabel('What to work on')
    .getByRole('link', { name: /Rock without moving/ })
    .click();
  const rungs = page.locator('vk-drill-sheet ol').last().getByRole('listitem');
  await expect(rungs.nth(0)).toContainText('Train');
  await expect(rungs.nth(1)).toContainText('opens with rung 1');
  await page.getByRole('button', { name: 'Passed by eye' }).click();
  await expect(rungs.nth(0)).toContainText('passed');
  await expect(rungs.nth(1)).toContainText('Train');
  await expect(page.locator('vk-log-book')).toContainText('Rock without moving, rung 1, passed by eye. not measured');
  await expect(page.locator('vk-drill-sheet')).toContainText('Stop on pain.');
  expect(await serious(page)).toEqual([]);
});

test('a pupil with an injury: drills that could hurt are left out or refused, whoever asks', async ({ page }) => {
  await page.goto('/lesson/lesson-sunniva/practise?drill=wall-push');
  await expect(page.getByText('Not for this pupil: knee on record.')).toBeVisible();
  // her own plan runs: what pain has stopped is withdrawn from it
  await expect(chips(page).filter({ hasText: 'off' }).first()).toBeVisible();
  await chips(page).filter({ hasText: 'off' }).last().click();
  await expect(page.locator('vk-plan-panel')).toContainText(
    'stopped by pain on 2026-11-05: not before the instructor has seen it.',
  );
  await page.getByRole('button', { name: 'Put aside' }).click();
  await expect(page.locator('vk-plan-form')).toContainText('Wall push cannot be planned: not with: knee.');
  await expect(page.getByRole('button', { name: 'Make the plan' })).toBeDisabled();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(calendar(page)).toBeVisible();
});

test('a plan is made, dragged to another day, refused where it may not go, kept and exported', async ({ page }) => {
  await page.goto('/lesson/lesson-edvin/practise?drill=even-start');
  await expect(page.locator('vk-plan-form')).toContainText('Make one with Even start, from rung 1.');
  const day = (n: number) => {
    const d = new Date(Date.now() + n * 86_400_000);
    return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;
  };
  await page.getByLabel('Until').fill(day(13));
  for (const w of ['Tu', 'Th', 'Sa', 'Su']) await page.getByRole('button', { name: w, exact: true }).click();
  await page.getByLabel('Minutes a day').fill('30');
  await page.getByRole('button', { name: 'Make the plan' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'The plan holds 14 days of practice.' })).toBeVisible();
  await expect(chips(page)).toHaveCount(14);
  // two sessions a day are too much
  await chips(page).first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('alert')).toContainText('two sessions a day are too much');
  await page.getByRole('button', { name: 'Put aside' }).click();
  await page.getByLabel('Until').fill(day(13));
  await page.getByRole('button', { name: 'Make the plan' }).click();
  await expect(chips(page)).toHaveCount(6);
  // Monday, Wednesday and Friday leave Thursday free
  const open = chips(page).nth(2);
  const from = await open.locator('xpath=ancestor::*[@data-day]').getAttribute('data-day');
  const next = new Date(`${from}T00:00:00Z`);
  next.setUTCDate(next.getUTCDate() + 1);
  const target = calendar(page).locator(`[data-day="${next.toISOString().slice(0, 10)}"]`);
  const [a, b] = [(await open.boundingBox())!, (await target.boundingBox())!];
  await page.mouse.move(a.x + 8, a.y + 8);
  await page.mouse.down();
  await page.mouse.move(a.x + 20, a.y + 10, { steps: 4 });
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(target.getByRole('button')).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'Moved to' })).toBeVisible();
  // kept: the day is done and passed, the days after it go one rung up
  await chips(page).first().click();
  await page.getByRole('button', { name: 'Done, test passed' }).click();
  await expect(chips(page).first()).toHaveText(/E1 ✓/);
  await expect(chips(page).nth(1)).toHaveText(/E2/);
  await page.reload();
  await expect(chips(page).nth(1)).toHaveText(/E2/);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Calendar file' }).click(),
  ]);
  const ics = readFileSync(await download.path(), 'utf8');
  expect(ics.match(/SUMMARY:Practice/g)?.length).toBe(6);
  expect(ics.match(/SUMMARY:Retest/g)?.length).toBe(1);
  expect(ics).toContain(`DTSTART;VALUE=DATE:${next.toISOString().slice(0, 10).replaceAll('-', '')}`);
  expect(await serious(page)).toEqual([]);
});

test.describe('The trainer with a device', () => {
  let device: Running;
  test.beforeAll(() => {
    device = startDevice(PORT, CONTROL, 'mat');
  });
  test.afterAll(() => device.end());

  test('a rung is climbed on a mat: each swing answered, k of n opens the next; exercises stay out of comparisons', async ({
    page,
    request,
  }) => {
    test.setTimeout(300_000);
    await page.goto('/lesson/lesson-edvin/practise?drill=tap-after');
    await page.locator('vk-drill-sheet').getByRole('link', { name: 'Train' }).click();
    await takeBay(page);
    await expect(page.getByTestId('train-share')).toHaveText(/\d+/);
    await expect(page.getByText('Swing when ready.')).toBeVisible();
    // a bay that hears nothing says so, and is woken here
    await page.keyboard.press('q');
    await expect(page.getByText('is paused: what is swung now is not stored.')).toBeVisible();
    await expect(page.getByText('Swing when ready.')).toBeHidden();
    await page.getByRole('button', { name: 'Wake the bay' }).click();
    await expect(page.getByText('Swing when ready.')).toBeVisible();
    await page.getByRole('button', { name: 'too early, too late' }).click();
    expect(await serious(page)).toEqual([]);
    const answers = page.getByRole('list', { name: 'Swings of this rung' }).getByRole('listitem');
    for (let n = 1; n <= 10 && !(await page.getByText('Passed.').isVisible()); n++) {
      await expect.poll(() => swingNow(CONTROL)).toBe(200);
      await expect(answers).toHaveCount(n, { timeout: 40_000 });
    }
    await expect(page.getByText('Passed.')).toBeVisible();
    await page.keyboard.press('n');
    await expect(
      page.getByRole('navigation', { name: 'Rungs' }).getByRole('link', { name: 'no ball, full speed' }),
    ).toHaveAttribute('aria-current', 'step');
    await page.getByRole('button', { name: 'test without aid' }).click();
    await expect(page.getByText('0 of 10 done')).toBeVisible();
    await page.getByRole('link', { name: 'Back to the drill' }).click();
    await expect(page.locator('vk-drill-sheet ol').last().getByRole('listitem').first()).toContainText('passed');
    const { rack } = (await (await request.get('/api/lessons/lesson-edvin')).json()) as {
      rack: { tag: string; kind: string; task: { rung: number } | null }[];
    };
    const trained = rack.filter((s) => s.task);
    expect(trained.length).toBeGreaterThanOrEqual(8);
    expect(new Set(trained.map((s) => `${s.tag} ${s.kind} ${s.task!.rung}`))).toEqual(new Set(['exercise slow 0']));
    // the bay waits for ordinary swings again
    await page.goto('/lesson/lesson-edvin/record');
    await takeBay(page);
    await expect(page.getByRole('button', { name: 'with a ball' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'whole', exact: true })).toHaveAttribute('aria-pressed', 'true');
  });

  test('a cue is tried with and without, in the drawn order, and answered with its interval', async ({ page }) => {
    test.setTimeout(300_000);
    await page.goto('/lesson/lesson-edvin/record');
    await takeBay(page);
    await expect(page.getByTestId('live-share')).toHaveText(/\d+/);
    await page.goto('/lesson/lesson-edvin/practise');
    await page.getByRole('link', { name: 'Try it out: with against without' }).click();
    await page.getByLabel('With', { exact: true }).fill('Count one–two aloud');
    await page.getByLabel('Swings of each').fill('4');
    await page.getByLabel('To warm up').fill('0');
    await page.getByRole('button', { name: 'Draw the order' }).click();
    await expect(page.getByText('Trial 1 of 8')).toBeVisible();
    await expect(page.getByTestId('next-trial')).toHaveText(/Count one–two aloud|as you usually do/);
    expect(await serious(page)).toEqual([]);
    const trials = page.getByRole('list', { name: 'Trials in their order' }).getByRole('listitem');
    for (let n = 1; n <= 8; n++) {
      await expect.poll(() => swingNow(CONTROL)).toBe(200);
      await expect(trials).toHaveCount(n, { timeout: 40_000 });
    }
    await expect(
      page.getByRole('heading', {
        name: /(A real difference|No difference that matters|Too few swings to tell): Lead share, impact .* \(95%: /,
      }),
    ).toBeVisible();
    await expect(page.getByText(/^Without \d+% \(mean of 4\), with \d+% \(mean of 4\)/)).toBeVisible();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('link', { name: 'What else moved' }).click();
    await expect(page.getByRole('region', { name: 'Differences' }).getByRole('row').nth(3)).toBeVisible();
  });
});

test('a report is drafted, edited, printed on one page, and given back to the draft', async ({ page }) => {
  await page.request.post('/api/lessons/lesson-ilse/report/renew');
  await page.goto('/lesson/lesson-ilse/report');
  const sheet = page.getByRole('article', { name: 'Report' });
  await expect(sheet).toContainText('Trail peak, as agreed');
  const { homework } = (await (await page.request.get('/api/lessons/lesson-ilse')).json()) as { homework: string };
  await expect(sheet).toContainText(`One thing to do ${homework}`);
  await page.getByLabel('What changed').fill('The trail foot takes its share, and you can feel it.');
  await expect(page.getByText('your words, kept')).toBeVisible();
  await page.reload();
  await expect(sheet).toContainText('and you can feel it.');
  expect(await serious(page)).toEqual([]);
  const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length;
  expect(pages(await page.pdf({ format: 'A4' }))).toBe(1);
  const link = await page.getByRole('link', { name: 'PDF' }).getAttribute('href');
  expect(pages(await (await page.request.get(link!)).body())).toBe(1);
  await expect(page.getByRole('link', { name: 'Letter and end' })).toBeVisible();
  await page.setViewportSize({ width: 390, height: 800 });
  expect(await sheet.evaluate((e) => e.scrollWidth <= e.clientWidth)).toBe(true);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('button', { name: 'Back to the draft' }).click();
  await expect(sheet).not.toContainText('and you can feel it.');
  await expect(page.getByText('The draft stands again.')).toBeVisible();
});

test('a page given away keeps its figures, says that they would be others today, and is renewed by one press; the drill is one choice', async ({
  page,
}) => {
  const id = 'lesson-maren';
  const { rack } = (await (await page.request.get(`/api/lessons/${id}`)).json()) as {
    rack: { id: string; tag: string; kind: string; mainFault: string | null }[];
  };
  const one = rack.find((s) => s.tag === 'ball' && s.kind === 'full')!;
  await page.request.post(`/api/lessons/${id}/report/renew`);
  await page.request.get(`/api/lessons/${id}/report.pdf`);
  await page.goto(`/lesson/${id}/report`);
  const words = page.getByRole('region', { name: 'Words of the report' });
  await expect(words.getByText(/^Figures kept \d+ \w+, \d\d:\d\d: swings/)).toBeVisible();
  await expect(words.getByRole('button', { name: 'Renew' })).toHaveCount(0);
  const text = page.getByLabel('At address, at the top, at impact');
  await text.fill('As steady as the ferry.');
  await expect(page.getByText('your words, kept')).toBeVisible();
  await page.request.patch(`/api/swings/${one.id}`, { data: { tag: 'exercise' } });
  await page.goto(`/lesson/${id}/practise`);
  await expect(page.getByText('They would be others today.')).toBeVisible();
  await page.goto(`/lesson/${id}/report`);
  await words.getByRole('button', { name: 'Renew' }).click();
  await expect(page.getByText('Renewed: every figure of the page is of now.')).toBeVisible();
  await expect(words.getByText('They would be others today.')).toHaveCount(0);
  await expect(text).toHaveValue('As steady as the ferry.');
  await page.getByLabel('One thing to do is').selectOption({ label: 'Lead step' });
  const sheet = page.getByRole('article', { name: 'Report' });
  await expect(sheet).toContainText('One thing to do Lead step: ');
  await expect(sheet.getByRole('heading', { name: 'Lead step' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.goto(`/lesson/${id}/practise`);
  await expect(page.getByRole('heading', { name: 'Lead step' })).toBeVisible();
  await expect(page.getByText('The one thing to do, here and on the report.')).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.request.patch(`/api/swings/${one.id}`, { data: { tag: 'ball' } });
  await page.request.put(`/api/lessons/${id}/report/task`, { data: { drill: null } });
});
