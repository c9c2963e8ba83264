import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { drop, lastSwing, nextSwing, root, serious, startDevice, startServer, takeBay } from '../bay.js';
import { PORT } from '../port.js';

const film = (name: string) => readFileSync(join(root, 'server/demo-films', name));
test('a new pupil: from an empty house through the guided set-up on two plates to the first swing read', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const [port, control] = [4401, 4402];
  const server = await startServer(port, { DATABASE_URL: 'memory://' });
  const device = startDevice(port, control, 'plates');
  try {
    await page.goto(`http://127.0.0.1:${port}/`);
    await expect(page.getByText('Nobody has been taken in yet.')).toBeVisible();
    await page.getByRole('link', { name: 'New pupil' }).click();
    await page.getByLabel('Name').fill('Runa Halvorsby');
    await page.getByLabel('What they do').fill('Net maker');
    await page.getByLabel('Stature (cm)').fill('172');
    await page.getByLabel('Mass (kg)').fill('64');
    await page.getByLabel('Age').selectOption('16–17');
    // a minor needs a parent's consent before anything is taken in
    await expect(page.getByRole('button', { name: 'Take in' })).toBeDisabled();
    await page.getByLabel('Parent’s consent by').fill('Her mother');
    await page.getByLabel('on', { exact: true }).fill('2026-11-25');
    await page.getByLabel('Plays off').selectOption('13–20');
    // the body screen proposes; what is not taken over is not set
    await page.getByText('Body screen: six looks').click();
    await page.getByRole('group', { name: 'Seated turn' }).getByText('limited').click();
    await expect(page.getByText(/School: Quiet centre may suit\. seated turn limited/)).toBeVisible();
    await page.getByRole('button', { name: 'Take over' }).first().click();
    await page.getByRole('button', { name: 'Take in' }).click();
    await expect(page.getByRole('heading', { name: 'Runa Halvorsby' })).toBeVisible();
    await expect(page.getByText('plays off 13–20')).toBeVisible();
    await expect(page.getByText('Seated turn limited')).toBeVisible();
    await page.getByRole('button', { name: 'Start a lesson' }).click();
    await page.getByLabel('Aim of this lesson').fill('A first look');
    await page.getByLabel('Judged by').selectOption('share.lead.p7');
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.getByText('Placing the two force plates').click();
    await expect(page.getByText('One foot on each plate, nothing bridges the gap', { exact: false })).toBeVisible();
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    const ask = page.getByTestId('set-up-ask');
    await expect(ask).toHaveText('Ready. Take the club.', { timeout: 90_000 });
    await expect(page.getByText(/6\d\.\d kg, the record says 64 kg/)).toBeVisible();
    await expect(page.getByRole('list', { name: 'Steps of the set-up' })).toContainText(
      'lead and trail are where they should be',
    );
    expect(await serious(page)).toEqual([]);
    await page.getByRole('link', { name: 'Go and record' }).click();
    await nextSwing(page, control);
    // the monitor's shot finds its swing by time
    await expect(lastSwing(page)).toContainText(/\d+ m · path/);
    await page.keyboard.press('PageDown');
    await expect(page.locator('vk-reading')).toContainText(/Evidence|No fault is found/);
    // after the foot check positions in the foot are measured, not assumed
    await page.getByRole('button', { name: 'all measures' }).click();
    await expect(page.locator('tr[title*="foot.trail.fwd.p4"]')).toBeVisible();
    await expect(page.locator('tr[title*="foot.trail.fwd.p4"]')).not.toContainText('assumed');
    await expect(page.locator('vk-track')).not.toContainText('soles assumed');
  } finally {
    await device.end();
    await server.end();
  }
});

test('a returning pupil: found by search, the real change is named, other shoes are warned of, everything can be taken out', async ({
  page,
}) => {
  await page.goto('/office/pupils');
  await expect(page.getByRole('link', { name: 'Ilse Tarnquist', exact: true })).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('cellist');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('link', { name: 'Ilse Tarnquist', exact: true }).click();
  await expect(page.getByText(/between (was a real change|were real changes)/)).toBeVisible();
  await page.getByRole('button', { name: 'Notes' }).first().click();
  await page.getByLabel('Homework').fill('Ten half shots a day');
  await page.getByLabel('Next visit').fill('2027-01-14');
  await page.getByLabel('Notes of this lesson').fill('wind from the left');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('Homework: Ten half shots a day')).toBeVisible();
  await expect(page.getByText('14 January 2027')).toBeVisible();
  await page.getByRole('button', { name: 'as a table' }).click();
  await expect(page.getByRole('cell', { name: 'real change', exact: true }).first()).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.getByText('Move, merge, archive, erase').click();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Take everything out as one file' }).click();
  expect((await download).suggestedFilename()).toBe('ilse-tarnquist.vilko-pupil.zip');
  await expect(page.getByRole('button', { name: /^Erase Ilse/ })).toBeDisabled();
  await page.getByRole('button', { name: 'Start a lesson' }).click();
  await page.getByLabel('On the feet').selectOption('bare feet');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('Last time: golf shoes.')).toBeVisible();
  await expect(page.getByText(/nothing here is medical advice/)).toBeVisible();
  // only spread: no lesson of this pupil brought a real change
  await page.goto('/office/pupils/edvin');
  await expect(page.getByText(/no lesson brought a real change: what moves is spread/)).toBeVisible();
});

test('a left-hander on a mat: recorded, shown from the golfer’s own view, and what the mat cannot say is said', async ({
  page,
}) => {
  const control = 4404;
  const device = startDevice(PORT, control, 'mat');
  try {
    await page.goto('/lesson/lesson-corin/record');
    await takeBay(page);
    await expect(page.getByText(/Simulated mat · /)).toBeVisible();
    await expect(page.getByTestId('live-share')).toHaveText(/^[3-6]\d$/);
    await nextSwing(page, control);
    await lastSwing(page).getByRole('link').click();
    await expect(page.locator('vk-reading')).toContainText('cannot be judged here');
    await expect(page.getByRole('heading', { name: 'Track' })).toBeVisible();
    const [lead, trail] = await Promise.all(
      ['L', 'T'].map((t) =>
        page
          .locator('vk-track svg text', { hasText: new RegExp(`^\\s*${t}\\s*$`) })
          .first()
          .boundingBox(),
      ),
    );
    // a left-hander's lead foot is on the right
    expect(lead!.x).toBeGreaterThan(trail!.x);
  } finally {
    await device.end();
  }
});

test('a film: in step by its sound, stepped by frames, an event marked in it is used, a length read from it', async ({
  page,
}) => {
  await page.goto('/lesson/lesson-maren/read');
  await page.getByRole('button', { name: /^Swing 2,/ }).click();
  await expect(page.getByRole('heading', { name: 'Reading' })).toBeVisible();
  await drop(page, [{ name: 'face-on.webm', bytes: film('lesson-maren-1-front.webm') }]);
  await expect(page.getByText('face-on.webm is kept with swing 2.')).toBeVisible();
  await page.keyboard.press('v');
  const view = page.locator('vk-film-view');
  await expect(view).toContainText('by sound');
  const video = view.locator('video');
  await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.readyState)).toBeGreaterThanOrEqual(2);
  const before = await video.evaluate((v: HTMLVideoElement) => v.currentTime);
  await view.getByRole('button', { name: 'A frame on' }).click();
  await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.currentTime)).toBeGreaterThan(before);
  await page.getByLabel('Mark', { exact: false }).first().selectOption('p3');
  await page.getByRole('button', { name: 'at this frame' }).click();
  await expect(page.getByRole('button', { name: 'Take back marks' })).toBeVisible();
  // a known length and a stick beside it
  await view.getByRole('button', { name: 'lines' }).click();
  const line = async (tool: string, points: [number, number][]): Promise<void> => {
    await view.getByRole('button', { name: tool }).click();
    const picture = (await view.locator('svg[role=presentation]').boundingBox())!;
    for (const [x, y] of points) await page.mouse.click(picture.x + x * picture.width, picture.y + y * picture.height);
  };
  await line('known length', [
    [0.2, 0.8],
    [0.6, 0.8],
  ]);
  await view.getByLabel('How long is this line?').fill('40');
  await view.getByRole('button', { name: 'keep' }).click();
  await expect(view).toContainText('40 cm, the known length');
  await line('stick', [
    [0.2, 0.5],
    [0.4, 0.5],
  ]);
  await expect(view).toContainText(/(19|20|21)\.\d cm/);
  await expect(view).toContainText('read from film');
  await view.getByRole('button', { name: 'delete' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(view).toContainText('by sound');
  expect(await serious(page)).toEqual([]);
  await drop(page, [{ name: 'not-a-film.webm', bytes: Buffer.from('hello') }]);
  await expect(page.getByRole('alert')).toContainText('cannot show the film');
});

test('open to the network, the house asks who is there', async ({ page }) => {
  const port = 4407;
  const server = await startServer(port, {
    DATABASE_URL: 'memory://',
    HOST: '0.0.0.0',
    VILKO_PASSWORD: 'tarred line and tow',
  });
  try {
    await page.goto(`http://127.0.0.1:${port}/office/pupils`);
    await expect(page).toHaveURL(/sign-in/);
    await page.getByLabel('Password').fill('let me in please');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('alert')).toContainText('This is not the password.');
    await page.getByLabel('Password').fill('tarred line and tow');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('link', { name: 'New pupil' })).toBeVisible();
    await page.getByRole('link', { name: 'Settings' }).click();
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  } finally {
    await server.end();
  }
});
