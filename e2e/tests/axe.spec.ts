import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { OF_COLOURS, root, serious } from '../bay.js';

const NAMES: Readonly<Record<string, string>> = {
  ':pupilId': 'maren',
  ':patternId': 'common-ground',
  ':drillId': 'tap-after',
};

/** Every page of a route table, with names in place of what it asks for: a page that is added is looked at too. */
const pagesOf = (table: string, base: string, names: Readonly<Record<string, string>>): string[] =>
  [...readFileSync(join(root, 'web/src/app', table), 'utf8').matchAll(/path: '([^']+)'/g)].map(
    ([, path]) => `${base}/${path!.replace(/:\w+/g, (name) => names[name]!)}`,
  );

test('no page has anything serious wrong for assistive technology or wants anything inline, by day and by night', async ({
  page,
  request,
}) => {
  test.setTimeout(600_000);
  const { rack } = (await (await request.get('/api/lessons/lesson-maren')).json()) as { rack: { id: string }[] };
  const pages = [
    '/',
    ...pagesOf('lesson/routes.ts', '/lesson/lesson-maren', { ':swingId': rack[0]!.id }),
    ...pagesOf('office/routes.ts', '/office', NAMES),
  ];
  expect(pages.length).toBeGreaterThan(25);
  const wrong: string[] = [];
  page.on('console', (message) => {
    if (message.text().includes('Content Security Policy')) wrong.push(`${page.url()}: ${message.text()}`);
  });
  for (const path of pages) {
    await page.goto(path, { waitUntil: 'networkidle', timeout: 120_000 });
    for (const what of await serious(page)) wrong.push(`${path}, as it opens: ${what}`);
    await page.keyboard.press('d');
    for (const what of await serious(page, OF_COLOURS)) wrong.push(`${path}, the other way round: ${what}`);
    await page.keyboard.press('d');
  }
  expect(wrong).toEqual([]);
});
