import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { drop, type Running, root, serious, startDevice, swingNow, takeBay } from '../bay.js';
import { PORT } from '../port.js';

const CONTROL = 4392;
const data = join(root, 'core/test-data');

test.describe('with a device in the bay', () => {
  let device: Running;
  test.beforeAll(() => {
    device = startDevice(PORT, CONTROL);
  });
  test.afterAll(() => device.end());

  test('the demo opens on the day, goes on with the lesson, shows the live stance, finds a swing, stores it, and Read shows its finding', async ({
    page,
    request,
  }) => {
    await request.put('/api/bays/bay-3', { data: { lessonId: 'lesson-maren' } });
    await page.goto('/');
    const running = page.getByText('On Bay 3: Maren Oddby.');
    await running.getByRole('link', { name: 'Go on' }).click();
    await expect(page).toHaveURL(/lesson-maren\/record/);
    await expect(page.getByText('Armed', { exact: true })).toBeVisible();
    const share = page.getByTestId('live-share');
    await expect(share).toHaveText(/^[4-6]\d$/);
    await expect(page.getByText(/Simulated mat over two plates · \d+ Hz, nothing lost/)).toBeVisible();
    const last = page.getByRole('list', { name: 'Last swings' }).getByRole('listitem').first();
    const before = await last.getByRole('link').textContent();
    await expect.poll(() => swingNow(CONTROL)).toBe(200);
    await expect(last.getByRole('link')).not.toHaveText(before!, { timeout: 30_000 });
    await expect(last).toContainText(/hangs back|loads the wrong foot|nothing found/);
    const verdict = (await last.textContent())!;
    await last.getByRole('link').click();
    await expect(page.getByRole('heading', { name: 'Reading' })).toBeVisible();
    if (/hangs back/.test(verdict)) await expect(page.locator('vk-reading')).toContainText('hangs back');
    await expect(page.locator('vk-reading')).toContainText(/Evidence|No fault is found/);
    await page.reload();
    await expect(page.locator('vk-rack [aria-current=true]')).toContainText(
      before!.replace(/\D/g, '') === '' ? '' : String(Number(before!.replace(/\D/g, '')) + 1),
    );
  });

  test('clubs are chosen by keys, Space pauses, and nothing serious is wrong for assistive technology', async ({
    page,
  }) => {
    await page.goto('/lesson/lesson-edvin/record');
    await takeBay(page);
    await expect(page.getByTestId('live-share')).toHaveText(/\d+/);
    await page.keyboard.press('1');
    await expect(page.getByText(/with the driver/)).toBeVisible();
    await page.keyboard.press('7');
    await expect(page.getByText(/with the 7-iron/)).toBeVisible();
    await page.keyboard.press(' ');
    await expect(page.getByText('Not armed')).toBeVisible();
    await page.keyboard.press(' ');
    await expect(page.getByText('Not armed')).toBeHidden();
    expect(await serious(page)).toEqual([]);
  });
});

test('Read: an instructor sets where a run begins, by one key, and takes it back', async ({ page }) => {
  await page.goto('/lesson/lesson-edvin/read');
  await page.getByRole('button', { name: /^Swing 3, / }).click();
  const reading = page.locator('vk-reading');
  await expect(reading).toContainText(/Over 4 swings with the 7-iron/);
  await page.keyboard.press('r');
  await expect(reading).toContainText(
    /Over the last 2 of 4 swings with the 7-iron, since swing 3: .*; runs set by hand/,
  );
  await expect(page.getByRole('button', { name: /^Swing 3, .*a run begins here/ })).toBeVisible();
  await page.goto('/lesson/lesson-edvin/compare');
  await expect(page.getByText('Before', { exact: true }).locator('..')).toContainText('swings 1–2');
  await page.goto('/lesson/lesson-edvin/read');
  await page.getByRole('button', { name: /^Swing 3, / }).click();
  await page.getByRole('button', { name: 'Runs as the swings show them' }).click();
  await expect(reading).toContainText(/Over 4 swings with the 7-iron/);
});

test('what was said stands on the time line before its swing, by one key, and a change is told with it', async ({
  page,
}) => {
  await page.goto('/lesson/lesson-ilse/read');
  await expect(page.locator('vk-reading')).toContainText('since “sit into the cello”, swing 4');
  await page.goto('/lesson/lesson-tove/read');
  const rack = page.getByRole('list', { name: 'Swings of this lesson' });
  await expect(rack.getByRole('listitem').first()).toBeVisible();
  await page.keyboard.press('y');
  const card = page.getByRole('dialog', { name: 'On the time line' });
  await card.getByLabel('In words').fill('hips like the tiller');
  await card.getByLabel('Before swing').fill('2');
  await card.getByLabel('Before swing').press('Tab');
  expect(await serious(page)).toEqual([]);
  await card.getByRole('button', { name: 'Put it on' }).click();
  await expect(page.getByText('“hips like the tiller” stands before swing 2.')).toBeVisible();
  await expect(rack.getByRole('button', { name: /^Swing 2, .*before it: hips like the tiller/ })).toBeVisible();
  await page.keyboard.press('u');
  await expect(rack.getByRole('button', { name: /before it/ })).toHaveCount(0);
  // from the pupil's shelf by its number alone
  await page.goto('/lesson/lesson-maren/read');
  await expect(rack).toContainText('step off the ferry');
  await page.keyboard.press('y');
  await expect(card).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByText(/“step off the ferry” stands before swing \d+\./)).toBeVisible();
  await page.keyboard.press('u');
  expect(await serious(page)).toEqual([]);
});

test('anything can be agreed: the carry in a typed range stands first in Compare, in Practise and on the report', async ({
  page,
}) => {
  // the page was given away before: its figures stay until they are renewed, what is agreed does not
  await page.request.post('/api/lessons/lesson-edvin/report/renew');
  await page.goto('/lesson/lesson-edvin/set-up');
  const anew = page.waitForResponse(
    (r) => r.url().endsWith('/api/lessons/lesson-edvin') && r.request().method() === 'GET',
  );
  await page.getByLabel('Judged by').selectOption({ label: 'Carry' });
  await anew;
  const where = page.getByLabel('Where it is to come');
  await expect(where).toContainText('the school has no range for it');
  await where.selectOption('band');
  await page.getByLabel('From, m').fill('150');
  await page.getByLabel('to, m').fill('140');
  await page.getByLabel('to, m').blur();
  await expect(page.getByRole('alert')).toHaveText('A range ends above where it begins; what was agreed before stays.');
  const kept = page.waitForResponse(
    (r) => r.url().endsWith('/api/lessons/lesson-edvin') && r.request().method() === 'PATCH',
  );
  await page.getByLabel('to, m').fill('');
  await page.getByLabel('to, m').blur();
  await expect(page.getByRole('alert')).toBeHidden();
  await kept;
  await page.goto('/lesson/lesson-edvin/practise');
  await expect(page.getByText('Agreed: Carry, at least 150 m.')).toBeVisible();
  await expect(page.getByText('They would be others today.')).toBeVisible();
  await page.goto('/lesson/lesson-edvin/report');
  await page.getByRole('button', { name: 'Renew' }).click();
  await expect(page.locator('vk-report-sheet')).toContainText('Carry, as agreed');
  await page.goto('/lesson/lesson-edvin/compare');
  await page.getByRole('button', { name: 'Its first half against its second' }).click();
  const first = page.locator('vk-difference-ledger tbody tr').first();
  await expect(first).toContainText(/Carry\s*agreed/);
  await expect(page.locator('vk-difference-ledger')).toContainText('What else moved, wanted or not');
  await page.goto('/lesson/lesson-edvin/set-up');
  await page.getByLabel('Judged by').selectOption({ label: 'Lead share, impact' });
  await expect(where).toContainText('as the school has it');
  await page.request.post('/api/lessons/lesson-edvin/report/renew');
});

test('Read: one cursor for all pictures, keys, axes, deep link, star and undo', async ({ page }) => {
  await page.goto('/lesson/lesson-maren/read');
  await page.getByRole('button', { name: /^Swing 3, / }).click();
  await expect(page.locator('vk-reading')).toContainText('hangs back');
  // it opens at the moment its finding is about
  await expect(page.getByText('at impact', { exact: true })).toBeVisible();
  await expect(page.locator('vk-reading')).toContainText('Gone when lead share, impact is over 58%');
  const lead = page.locator('vk-track p .figures').first();
  const at = (await lead.textContent())!;
  for (let i = 0; i < 30; i++) await page.keyboard.press('ArrowLeft');
  await expect(lead).not.toHaveText(at);
  await expect(page).toHaveURL(/t=-\d+/);
  const link = page.url();
  const words = await page.getByText(/ms before impact/).textContent();
  await page.goto(link);
  await expect(page.getByText(words!)).toBeVisible();
  await page.keyboard.press('x');
  await expect(page.getByRole('button', { name: 'true time' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('x');
  await expect(page.getByRole('button', { name: 'phase', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('x');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('cursor back 10 ms');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Delete');
  await expect(page.getByText('Swing 3 with the 7-iron was deleted.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Swing 3, / })).toBeVisible();
});

test('an event is dragged: its source and the numbers change, and the marks can be taken back', async ({ page }) => {
  await page.goto('/lesson/lesson-halvard/read');
  const top = page.getByRole('slider', { name: /^P4, / });
  await expect(top).toBeVisible();
  const before = await top.getAttribute('aria-valuenow');
  const box = (await top.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 14, box.y + 60, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('slider', { name: /^P4, the top, marked/ })).toBeVisible();
  await expect(page.getByRole('slider', { name: /^P4, / })).not.toHaveAttribute('aria-valuenow', before!);
  await expect(page.getByRole('button', { name: 'Take back marks' })).toBeVisible();
  await expect(page.getByRole('slider', { name: /^P4, / })).not.toHaveAttribute('aria-valuenow', before!);
  await page.getByRole('button', { name: 'Take back marks' }).click();
  await expect(page.getByRole('slider', { name: /^P4, the top, club/ })).toBeVisible();
});

const SAMPLES = [
  { file: 'sample-plates.c3d', lesson: 'lesson-edvin', device: 'plates' },
  { file: 'sample-plates-left.csv', lesson: 'lesson-corin', device: 'plates' },
  { file: 'sample-mat.npz', lesson: 'lesson-edvin', device: 'a mat' },
];
for (const { file, lesson, device } of SAMPLES)
  test(`${file} is dropped on the window and its numbers are shown`, async ({ page }) => {
    const expected = JSON.parse(readFileSync(join(data, file.replace(/\.\w+$/, '.expected.json')), 'utf8')) as {
      reference: { swings: { measures: Record<string, { value: number }> }[] };
    };
    await page.goto(`/lesson/${lesson}/read`);
    await expect(page.locator('vk-rack button').first()).toBeVisible();
    await drop(page, [{ name: file, bytes: readFileSync(join(data, file)) }]);
    if (file.endsWith('.c3d')) {
      // a laboratory nobody has told the axes of: feet and target are drawn, a wrong choice is seen, the right one is
      // kept
      const dialog = page.getByRole('dialog', { name: 'Lab axes' });
      await expect(dialog.getByText('on the lead foot after the greatest load')).toBeVisible();
      await dialog.getByLabel('left is toward').selectOption('-y');
      await expect(dialog.getByText('Left and right may be exchanged')).toBeVisible();
      await dialog.getByLabel('left is toward').selectOption('+y');
      await dialog.getByRole('button', { name: 'Read with these axes' }).click();
    }
    await expect(page.getByText(`${file}: one swing read from ${device}.`)).toBeVisible();
    await page.locator('vk-rack li').last().getByRole('button').first().click();
    await page.getByRole('button', { name: 'all measures' }).click();
    for (const id of ['share.lead.p7', 'load.trail.max', 'share.lead.p4', 'force.up.peak']) {
      const row = page.locator(`vk-ledger tr[title*="(${id})"]`);
      await expect(row.locator('td.figures').first()).toHaveText(
        String(Math.round(expected.reference.swings[0]!.measures[id]!.value)),
      );
    }
    if (device === 'a mat')
      await expect(page.locator('vk-ledger tr[title*="(force.target.peak)"]')).toContainText(
        'cannot measure horizontal forces',
      );
    await page.reload();
    await expect(page.locator('vk-rack li').last()).toBeVisible();
  });

test('a CSV file with headers of its own is mapped once, with its trace in sight, and then read without a word', async ({
  page,
}) => {
  const lines = readFileSync(join(data, 'sample-plates-left.csv'), 'utf8')
    .replace(/^\uFEFF/, '')
    .split('\n');
  const at = lines.findIndex((l) => l.startsWith('time'));
  const header = lines[at]!.replace(
    /p(\d)_([fm])([xyz])/g,
    (_, plate: string, kind: string, axis: string) =>
      `${kind === 'f' ? 'Force' : 'Moment'} ${axis.toUpperCase()} plate ${plate}`,
  ).replace('time', 'Stamp');
  const text = [...lines.slice(0, at), header, ...lines.slice(at + 1)].join('\n');
  await page.goto('/lesson/lesson-corin/read');
  await expect(page.locator('vk-rack button').first()).toBeVisible();
  await drop(page, [{ name: 'workshop.csv', bytes: Buffer.from(text) }]);
  const dialog = page.getByRole('dialog', { name: 'What the columns mean' });
  // everything but the time is proposed by its name; without it nothing is drawn
  await expect(dialog.getByText('appear here when the columns of two plates are named')).toBeVisible();
  await dialog.getByLabel('Column of Time').selectOption('Stamp');
  await expect(dialog.getByText(/64 kg stand there\. The feet are 39 cm apart\. \d+% on the lead foot/)).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Turn the sign of Vertical force, first' }).click();
  await expect(dialog.locator('p.text-alarm[role=status]')).not.toBeEmpty();
  await dialog.getByRole('button', { name: 'Turn the sign of Vertical force, first' }).click();
  await dialog.getByRole('button', { name: 'Read with these columns' }).click();
  await expect(page.getByText('workshop.csv: one swing read from plates.')).toBeVisible();
  await drop(page, [{ name: 'workshop-2.csv', bytes: Buffer.from(text) }]);
  await expect(page.getByText('workshop-2.csv: one swing read from plates.')).toBeVisible();
  await page.goto('/office/settings');
  await page.getByRole('button', { name: /^Forget: CSV header Stamp/ }).click();
  await expect(page.getByRole('button', { name: /^Forget: CSV header/ })).toHaveCount(0);
});

test('the staves are the reader’s choice and stay so; the forces turn with the cursor', async ({ page }) => {
  await page.goto('/lesson/lesson-maren/read');
  await expect(page.locator('vk-score svg').last()).toBeVisible();
  await page.getByRole('button', { name: 'staves' }).click();
  const choice = page.getByRole('dialog', { name: 'Staves of the Score' });
  await choice.getByRole('checkbox', { name: /^Tilting N/ }).check();
  await expect(choice.getByText('seven at most')).toBeVisible();
  await choice.getByRole('checkbox', { name: /^Mass mm/ }).uncheck();
  await choice.getByRole('checkbox', { name: /^Share/ }).uncheck();
  await expect(page.locator('vk-score svg text[font-size="15"][font-weight="600"]').first()).toHaveText('Sideways');
  await choice.getByRole('checkbox', { name: /^Share/ }).check();
  await choice.getByLabel('Vertical by foot').check();
  await page.keyboard.press('Escape');
  const names = page.locator('vk-score svg text[font-size="15"][font-weight="600"]');
  await expect(names).toHaveText(['Share', 'Sideways', 'Turning', 'Tilting', 'Vertical', 'Fore–aft']);
  await page.reload();
  await expect(names).toHaveText(['Share', 'Sideways', 'Turning', 'Tilting', 'Vertical', 'Fore–aft']);
  await page.keyboard.press('f');
  const forces = page.getByRole('img', { name: /^from behind: pitching/ });
  const before = await forces.getAttribute('aria-label');
  await page.keyboard.press(']');
  await expect(forces).not.toHaveAttribute('aria-label', before!);
  await page.goto('/lesson/lesson-ilse/read');
  await expect(page.locator('vk-score svg').last()).toBeVisible();
  await page.keyboard.press('f');
  await expect(page.getByText('Two force plates show it.')).toBeVisible();
  await page.getByRole('button', { name: 'staves' }).click();
  await page.getByRole('button', { name: 'as at first' }).click();
});

test('a broken file is refused in one sentence, and nothing is lost', async ({ page }) => {
  await page.goto('/lesson/lesson-edvin/read');
  const cells = page.locator('vk-rack li');
  await expect(page.getByRole('heading', { name: 'Reading' })).toBeVisible();
  await expect(cells.first()).toBeVisible();
  const before = await cells.count();
  const whole = readFileSync(join(data, 'sample-plates.c3d'));
  const sheet = page.getByRole('dialog', { name: 'Files to read' });
  await drop(page, [{ name: 'cut.c3d', bytes: whole.subarray(0, 50_000) }]);
  await expect(sheet.getByText(/frames are promised.*byte 50000.*Nothing of it is stored/)).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'Read it' })).toBeDisabled();
  await sheet.getByRole('button', { name: 'Cancel' }).click();
  await drop(page, [{ name: 'film.mov', bytes: Buffer.from('x') }]);
  await expect(sheet.getByText('none of the recordings that can be read')).toBeVisible();
  await page.keyboard.press('Escape');
  expect(await cells.count()).toBe(before);
});

test('Read has nothing serious wrong for assistive technology, day and night, with plates, mat and boards', async ({
  page,
}) => {
  for (const lesson of ['lesson-maren', 'lesson-ilse', 'lesson-sunniva']) {
    await page.goto(`/lesson/${lesson}/read`);
    await expect(page.locator('vk-score svg').last()).toBeVisible();
    await expect(page.locator('vk-ledger tr[title]').nth(3)).toBeVisible();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('d');
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('d');
  }
});
