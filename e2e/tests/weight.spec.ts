import { expect, type Page, test } from '@playwright/test';

/** Bytes of code and style that a page fetches, as they cross the wire; what comes only when asked for is not in it. */
async function weightOf(page: Page, path: string): Promise<number> {
  const sizes: Promise<number>[] = [];
  page.on('requestfinished', (request) => {
    if (/\.(js|css)$/.test(new URL(request.url()).pathname))
      sizes.push(request.sizes().then(({ responseBodySize }) => responseBodySize));
  });
  await page.goto(path, { waitUntil: 'networkidle' });
  return (await Promise.all(sizes)).reduce((a, b) => a + b, 0);
}

// The sum is guarded, wherever in it something grows: a budget of one file would let the others.
for (const [what, path, most] of [
  ['the house', '/office/pupils', 200_000],
  ['a lesson, without the library of charts', '/lesson/lesson-maren/read', 348_000],
] as const)
  test(`${what} opens with no more code than it needs`, async ({ page }) => {
    const weight = await weightOf(page, path);
    expect(weight).toBeGreaterThan(100_000);
    expect(weight).toBeLessThan(most);
  });

test('a pupil’s page stays light, and has nothing of the house in it', async ({ page, request }) => {
  const share = await request.post('/api/lessons/lesson-edvin/shares', { data: { days: 30 } });
  const { token } = (await share.json()) as { token: string };
  const scripts: Promise<string>[] = [];
  page.on('response', (r) => r.url().endsWith('.js') && scripts.push(r.text()));
  const weight = await weightOf(page, `/shared/${token}`);
  expect(weight).toBeGreaterThan(20_000);
  expect(weight).toBeLessThan(120_000);
  const code = (await Promise.all(scripts)).join('\n');
  expect(code).toContain('/api/shared/:token');
  expect(code).not.toContain('/api/pupils');
});
