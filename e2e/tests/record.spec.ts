import { expect, test } from '@playwright/test';
import { lastSwing, nextSwing, type Running, serious, startDevice, takeBay } from '../bay.js';
import { PORT } from '../port.js';

const CONTROL = 4409;
const LESSON = '/lesson/lesson-halvard';

test.describe('Record with a device', () => {
  let device: Running;
  test.beforeAll(() => {
    device = startDevice(PORT, CONTROL);
  });
  test.afterAll(() => device.end());

  test('kind, tag and intent go by keys, and go with the next swing; a rehearsal is measured, not judged', async ({
    page,
    request,
  }) => {
    await page.goto(`${LESSON}/record`);
    await takeBay(page);
    await expect(page.getByTestId('live-share')).toHaveText(/\d+/);
    await page.keyboard.press('p');
    await expect(page.getByRole('button', { name: 'practice swing' })).toBeVisible();
    await page.keyboard.press('i');
    await expect(page.getByRole('button', { name: 'draw feet' })).toBeVisible();
    await nextSwing(page, CONTROL);
    await expect(lastSwing(page)).toContainText('practice swing');
    const { rack } = (await (await request.get(`/api/lessons/lesson-halvard`)).json()) as {
      rack: { tag: string; intent: string; kind: string }[];
    };
    expect(rack.at(-1)).toMatchObject({ tag: 'practice swing', intent: 'draw feet', kind: 'full' });
    await page.keyboard.press('h');
    await expect(page.getByRole('button', { name: 'half', exact: true })).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('w');
    await expect(page.getByRole('button', { name: 'whole', exact: true })).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('p');
    await expect(page.getByRole('button', { name: 'exercise' })).toBeVisible();
    for (const tag of ['demonstration', 'exaggerated', 'with a ball']) {
      await page.keyboard.press('p');
      await expect(page.getByRole('button', { name: tag })).toBeVisible();
    }
  });

  test('a clicker stars, pauses, deletes with undo, and goes on to Read; nobody is zeroed away', async ({ page }) => {
    await page.goto(`${LESSON}/record`);
    await takeBay(page);
    await expect(page.getByTestId('live-share')).toHaveText(/\d+/);
    const number = (await lastSwing(page).getByRole('link').textContent())!;
    await page.keyboard.press('F5');
    await expect(page.getByRole('alert')).toContainText(
      /somebody stands on the device \(\d+ kg\): step off, then zero/,
    );
    await page.keyboard.press('.');
    await expect(page.getByText('Not armed')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(lastSwing(page).getByRole('link')).toHaveText(number);
    await page.keyboard.press('Delete');
    await expect(lastSwing(page).getByRole('link')).not.toHaveText(number);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(lastSwing(page).getByRole('link')).toHaveText(number);
    await page.keyboard.press('PageUp');
    await page.keyboard.press('PageDown');
    await expect(page.getByRole('heading', { name: 'Reading' })).toBeVisible();
    await expect(
      page.getByRole('button', { name: new RegExp(`^Take the star from swing ${number.replace(/\D/g, '')}$`) }),
    ).toBeVisible();
  });

  test('another lesson’s pages leave the bay where it is; a device that stalls is never called armed', async ({
    page,
    request,
  }) => {
    await page.goto(`${LESSON}/record`);
    await takeBay(page);
    await page.keyboard.press('q');
    const strip = page.getByTestId('bay-strip');
    await expect(strip).toContainText(/armed|paused/);
    if (await strip.getByText('paused').isVisible()) await page.keyboard.press('q');
    await expect(strip).toContainText('armed');
    for (const path of ['record', 'set-up', 'practise/train?drill=tap-after']) {
      await page.goto(`/lesson/lesson-tove/${path}`);
      await expect(page.getByRole('button', { name: 'Take the bay' })).toBeVisible();
      await expect(page.getByText(/Halvard .* has it: armed/)).toBeVisible();
    }
    const bay = (await (await request.get('/api/bays/bay-3')).json()) as { lessonId: string; state: string };
    expect([bay.lessonId, bay.state]).toEqual(['lesson-halvard', 'armed']);
    expect(await serious(page)).toEqual([]);
    await page.goto(`${LESSON}/record`);
    await expect(page.getByTestId('live-share')).toHaveText(/\d+/);
    device.process.kill('SIGSTOP');
    try {
      await expect(strip).toContainText(/no signal for \d+ s/);
      await expect(page.getByText('No signal', { exact: true })).toBeVisible();
      await expect(page.getByTestId('live-share')).toHaveCSS('text-decoration-line', 'line-through');
      await expect(page.getByText('good to go')).toBeHidden();
    } finally {
      device.process.kill('SIGCONT');
    }
    await expect(strip).toContainText('armed');
    await expect(page.getByText(/was silent for \d+ s: what was swung meanwhile is not there/)).toBeVisible();
  });

  test('the pupil’s window shows the same stance, and turns for a screen on the floor', async ({ page }) => {
    await page.goto(`${LESSON}/pupil-view`);
    const lead = page.getByTestId('pupil-lead');
    await expect(lead).toHaveText(/\d+%/);
    const turned = () => page.locator('vk-pupil-view > div').evaluate((e: HTMLElement) => e.style.transform);
    expect(await turned()).toBe('');
    await page.keyboard.press('f');
    await expect.poll(turned).toBe('rotate(180deg)');
    expect(await serious(page)).toEqual([]);
  });
});

test('Record without a device says so, and takes a recording made elsewhere', async ({ page, request }) => {
  await expect
    .poll(
      async () =>
        ((await (await request.get('/api/bays/bay-3')).json()) as { device: { connected: boolean } | null }).device
          ?.connected ?? false,
    )
    .toBe(false);
  await page.goto(`${LESSON}/record`);
  await takeBay(page);
  await expect(page.getByText(/No device is sending\. Start the device, or drop a recording/)).toBeVisible();
  await expect(page.getByText(/not connected|No device has said hello yet/)).toBeVisible();
  expect(await serious(page)).toEqual([]);
});

test('one plate is live too: no share is shown, the set-up leaves out what it cannot tell, and a swing is found', async ({
  page,
  request,
}) => {
  const control = 4411;
  const device = startDevice(PORT, control, 'plate');
  try {
    await page.goto(`${LESSON}/record`);
    await takeBay(page);
    await expect(page.getByText(/One simulated plate · \d+ Hz/)).toBeVisible();
    await expect(page.getByText('feet not told apart')).toBeVisible();
    await expect(page.getByTestId('live-share')).toHaveText('–');
    expect(await serious(page)).toEqual([]);
    await nextSwing(page, control);
    const { rack } = (await (await request.get('/api/lessons/lesson-halvard')).json()) as {
      rack: { device: string }[];
    };
    expect(rack.at(-1)!.device).toBe('plate');
    await page.goto(`${LESSON}/set-up`);
    await page.getByRole('button', { name: /^(Start|Set up again)$/ }).click();
    await expect(page.getByRole('list', { name: 'Steps of the set-up' })).toContainText(
      'one plate does not tell the feet apart',
      { timeout: 90_000 },
    );
  } finally {
    await device.end();
  }
});
