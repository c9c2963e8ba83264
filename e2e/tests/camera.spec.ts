import { expect, test } from '@playwright/test';
import chromium from '../../scripts/chromium.json' with { type: 'json' };
import { lastSwing, nextSwing, startDevice, takeBay } from '../bay.js';
import { PORT } from '../port.js';

test.use({
  launchOptions: {
    executablePath: chromium.path,
    args: [...chromium.flags, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  },
  permissions: ['camera', 'microphone'],
});

test('the bay is filmed, and the film comes with the swing; felt values are asked before a number is shown', async ({
  page,
  request,
}) => {
  const control = 4406;
  await request.put('/api/house', {
    data: { units: { distance: 'yd', speed: 'mph', length: 'in', mass: 'lb' }, school: 'common-ground', askFelt: true },
  });
  const device = startDevice(PORT, control);
  try {
    await page.goto('/lesson/lesson-jonas/record');
    await takeBay(page);
    await expect(page.getByTestId('live-share')).toHaveText(/\d+/);
    await page.keyboard.press('c');
    await expect(page.getByLabel('Bay camera')).toBeVisible();
    await page.waitForTimeout(3500);
    await nextSwing(page, control);
    await expect(lastSwing(page)).toContainText('What did you feel?');
    await expect(lastSwing(page)).not.toContainText('at impact%');
    await lastSwing(page).getByRole('button', { name: '70', exact: true }).click();
    await expect(lastSwing(page)).toContainText('felt 70');
    await expect(lastSwing(page)).toContainText(/\d+ yd/);
    await expect(page.getByText(/swing \d+ is filmed/)).toBeVisible({ timeout: 60_000 });
    await lastSwing(page).getByRole('link').click();
    await expect(page.getByRole('tab', { name: 'Film (1)' })).toBeVisible();
  } finally {
    await device.end();
    await request.put('/api/house', {
      data: {
        units: { distance: 'm', speed: 'm/s', length: 'mm', mass: 'kg' },
        school: 'common-ground',
        askFelt: false,
      },
    });
  }
});
