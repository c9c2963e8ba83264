import { expect, type Locator, type Page, test } from '@playwright/test';
import { nextSwing, type Running, startDevice, takeBay } from '../bay.js';
import { PORT } from '../port.js';

const CONTROL = 4397;
const LESSON = '/lesson/lesson-tove';

/** What a finger needs, px. */
const FINGER = 44;
/** Whatever is pressed, moved or chosen from. */
const TARGETS: string =
  'button, a[href], select, input, textarea, summary, [role=slider], [role=button], [role=tab], [role=menuitem]';

/** What is too small for a finger, named. Marks on the time axis are as wide as their neighbours leave them. */
const tooSmall = (page: Page): Promise<string[]> =>
  page.evaluate(
    ({ targets, finger }) =>
      Array.from(document.querySelectorAll(targets)).flatMap((e) => {
        const { width, height } = e.getBoundingClientRect();
        if (!width || !height || getComputedStyle(e).visibility === 'hidden') return [];
        const mark = e.closest('vk-score') !== null && e.getAttribute('role') === 'slider';
        const wide = mark ? width >= 20 : width >= finger;
        return wide && height >= finger
          ? []
          : [`${(e.getAttribute('aria-label') ?? e.textContent).trim()}: ${width.toFixed()} × ${height.toFixed()}`];
      }),
    { targets: TARGETS, finger: FINGER - 0.5 },
  );

test.describe('with a device in the bay', () => {
  let device: Running;
  test.beforeAll(() => {
    device = startDevice(PORT, CONTROL);
  });
  test.afterAll(() => device.end());

  test.describe('by touch at 1024 × 768', () => {
    test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });

    test('a lesson is walked by fingers alone: nothing is smaller than they are, nothing is told to the mouse only', async ({
      page,
    }) => {
      await page.goto(`${LESSON}/record`);
      await takeBay(page);
      await expect(page.getByTestId('live-share')).toBeVisible();
      expect(await tooSmall(page)).toEqual([]);
      await page
        .getByRole('group', { name: 'Club' })
        .getByRole('button', { name: /8-iron|7-iron/ })
        .first()
        .tap();
      await nextSwing(page, CONTROL);
      await expect(page.getByRole('list', { name: 'Last swings' }).getByRole('link').first()).toBeVisible();
      expect(await tooSmall(page)).toEqual([]);

      await page.getByRole('list', { name: 'Last swings' }).getByRole('link').first().tap();
      await expect(page.locator('vk-reading')).toBeVisible();
      expect(await tooSmall(page)).toEqual([]);
      // an event stands at the cursor by a press
      await page.getByRole('button', { name: 'Mark', exact: true }).tap();
      await expect(page.getByRole('button', { name: 'Take back marks' })).toBeVisible();
      await page.getByRole('button', { name: 'Take back marks' }).tap();
      // what the mouse is told on hover, a finger that rests is told
      const star = page.locator('vk-rack li').last().getByRole('button', { name: /star/i });
      await star.tap();
      await expect(star).toHaveAttribute('aria-pressed', 'true');
      await star.tap();
      const row = (await page.locator('vk-ledger tr[title]').first().boundingBox())!;
      const finger = { pointerType: 'touch', isPrimary: true, bubbles: true, clientX: row.x + 20, clientY: row.y + 5 };
      await page.locator('vk-ledger tr[title] td').first().dispatchEvent('pointerdown', finger);
      const told = page.locator('.told');
      await expect(told).toHaveText(/\(.+\)/);
      await page.locator('vk-ledger tr[title] td').first().dispatchEvent('pointerup', finger);
      await page.getByRole('heading', { name: 'Reading' }).tap();
      await expect(told).toHaveCount(0);

      await page.getByRole('link', { name: 'Compare' }).tap();
      await expect(page.getByTestId('headline')).not.toHaveText(/Reading swing|Looking/, { timeout: 60_000 });
      expect(await tooSmall(page)).toEqual([]);
      const chip = page.getByRole('button', { name: /^Swing \d+, .*, (before|after|not compared)$/ }).first();
      const was = (await chip.getAttribute('aria-label'))!;
      await chip.tap();
      await expect(chip).not.toHaveAttribute('aria-label', was);

      await page.goto(`${LESSON}/practise/train?drill=tap-after`);
      await expect(page.getByText('Swing when ready.')).toBeVisible();
      expect(await tooSmall(page)).toEqual([]);
    });
  });

  test('from any stop to the main act of any other by keys alone, in three presses', async ({ page }) => {
    await page.goto(`${LESSON}/record`);
    await takeBay(page);
    const strip = page.getByTestId('bay-strip');
    await expect(strip).toContainText(/armed|hears/);
    const act = (stop: string, ready: Locator, key: string, shows: () => Promise<void>) => ({
      stop,
      ready,
      key,
      shows,
    });
    const newest = page.locator('vk-rack li').last().getByRole('button').first();
    for (const { stop, ready, key, shows } of [
      act('1', page.getByRole('button', { name: /^(Start|Set up again)$/ }), 'Enter', () =>
        expect(page.getByRole('button', { name: /^(Start|Set up again)$/ })).toHaveCount(0),
      ),
      act('2', page.getByTestId('live-share'), 'Space', () => expect(strip).toContainText('paused')),
      act('3', page.locator('vk-reading'), 'k', () => expect(newest).not.toHaveAttribute('aria-current', 'true')),
      act('4', page.getByTestId('headline').filter({ hasNotText: 'Looking which' }), 's', () =>
        expect(page).toHaveURL(/compare\?.*a=/),
      ),
      act('5', page.getByRole('heading', { name: 'What to work on' }), 't', () =>
        expect(page).toHaveURL(/practise\/train/),
      ),
      act('6', page.getByText('The page, exactly as the pupil gets it'), 'l', () =>
        expect(page.getByRole('button', { name: 'Make a link' })).toBeVisible(),
      ),
    ]) {
      await page.keyboard.press('g');
      await expect(page.getByRole('dialog', { name: 'Go to' })).toBeVisible();
      await page.keyboard.press(stop);
      await expect(page.getByRole('dialog')).toHaveCount(0);
      await expect(ready).toBeVisible();
      await page.keyboard.press(key);
      await shows();
    }
    // a lesson that has not the bay takes it by one key
    await page.goto('/lesson/lesson-edvin/record');
    await expect(page.getByRole('button', { name: 'Take the bay' })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('live-share')).toBeVisible();
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('go to a stop of the lesson');
    await page.keyboard.press('Escape');
  });
});
