import { type APIRequestContext, expect, type Page, test } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';

/** What is asked of a lesson's page, as far as every screen must show the same. */
interface Told {
  readonly draft: { readonly saw: string; readonly changed: string; readonly task: string; readonly numbers: string };
  readonly measure: {
    readonly id: string;
    readonly words: string;
    readonly before: number | null;
    readonly after: number | null;
    readonly n: readonly [number, number];
  } | null;
  readonly success: { readonly word: string; readonly of: number } | null;
  readonly source: { readonly set: { readonly n: number; readonly of: number } | null; readonly fault: string | null };
}
interface Row {
  readonly id: string;
  readonly lessons: readonly { readonly id: string; readonly swings: number }[];
}

const answer = async <T>(request: APIRequestContext, path: string): Promise<T> =>
  (await (await request.get(path)).json()) as T;
const bare = (text: string): string => text.replace(/\s+/g, '');
/** Whether a number, as it is shown, is the value rounded. */
const shows = (text: string, value: number): boolean => {
  const shown = text.replace('−', '-');
  const digits = /\.(\d+)/.exec(shown)?.[1]?.length ?? 0;
  return Math.abs(Number.parseFloat(shown) - value) <= 0.5 * 10 ** -digits + 1e-9;
};
const inner = (page: Page, selector: string): Promise<string> => page.locator(selector).first().innerText();
const pdfText = async (bytes: Buffer): Promise<string> =>
  bare((await extractText(await getDocumentProxy(new Uint8Array(bytes)), { mergePages: true })).text);

/** What the pupil reads says the same wherever it stands: on the screen, in print, behind the link. */
function sameWords(text: string, { draft, success, measure }: Told, where: string): void {
  for (const words of [draft.saw, draft.numbers, draft.changed, draft.task])
    expect(bare(text), `${where}: ${words}`).toContain(bare(words));
  if (measure && success)
    expect(bare(text), `${where}: the word`).toContain(success.of < 3 ? 'toofewtotell' : bare(success.word));
}

test('no screen contradicts another: one fact is read from Read, Compare, Practise, Report, PDF, page and Progress for every sample pupil', async ({
  page,
  request,
}) => {
  test.setTimeout(600_000);
  const pupils = await answer<Row[]>(request, '/api/pupils');
  const lessons = pupils.flatMap((p) => {
    const newest = p.lessons.find((l) => l.swings > 0);
    return newest ? [{ pupil: p.id, lesson: newest.id }] : [];
  });
  expect(lessons.length).toBeGreaterThanOrEqual(8);
  let changed = 0;
  for (const { pupil, lesson } of lessons) {
    const told = await answer<Told>(request, `/api/lessons/${lesson}/report`);
    const { set, fault } = told.source;
    const { measure } = told;
    expect(set, lesson).not.toBeNull();

    // Practise: what it works on, of which swings
    await page.goto(`/lesson/${lesson}/practise`);
    const works = page.getByRole('region', { name: 'What to work on' });
    const frozen = works.locator('vk-frozen-line');
    await expect(frozen).toContainText('Figures follow the lesson: ');
    const swings = (await frozen.innerText()).trim();
    const name = fault ? await works.locator('strong').first().innerText() : '';
    if (fault) {
      const often = told.draft.saw.slice(told.draft.saw.indexOf(', ') + 2).replace(/\.$/, '');
      expect(bare(await works.innerText()), lesson).toContain(bare(often.slice(-30)));
    } else await expect(works).toContainText('Nothing is found in');

    // Compare: the same swings, the agreed measure first, the same means and the same word
    await page.goto(`/lesson/${lesson}/compare`);
    await expect(page.getByTestId('headline')).not.toHaveText(/Reading swing|Looking which/, { timeout: 90_000 });
    const sides = await page.locator('vk-compare header label').allInnerTexts();
    const after = /(swings? [^·]+) ·/.exec(sides[1]!)![1]!.trim();
    expect(swings, `${lesson}: which swings`).toContain(`: ${after}`);
    const first = page.locator('vk-difference-ledger tbody tr').first();
    if (measure && measure.before !== null && measure.after !== null && (await first.innerText()).includes('agreed')) {
      expect(await first.locator('td').nth(0).innerText(), lesson).toContain(measure.words);
      const [before, now] = [
        await first.locator('td').nth(1).innerText(),
        await first.locator('td').nth(3).innerText(),
      ];
      expect([shows(before, measure.before), shows(now, measure.after)], `${lesson}: ${before} → ${now}`).toEqual([
        true,
        true,
      ]);
      const word = await first.locator('td').last().innerText();
      expect(told.draft.changed, lesson).toContain(
        word === 'real change'
          ? 'A real change'
          : word === 'no change that matters'
            ? 'No change that matters'
            : 'Too few swings',
      );
    }

    // Read: the finding of the same set, since the same swing
    const ids = await answer<{ compared: { after: string[] } | null }>(request, `/api/lessons/${lesson}/findings`);
    await page.goto(`/lesson/${lesson}/read/${ids.compared!.after.at(-1)!}`);
    const reading = page.locator('vk-reading');
    await expect(reading).toContainText(/Over (the last )?\d+ /);
    const over = /Over the last (\d+) of (\d+)|Over (\d+) swings/.exec(await reading.innerText())!;
    expect([Number(over[1] ?? over[3]), Number(over[2] ?? over[3])], lesson).toEqual([set!.n, set!.of]);
    await expect(reading).toContainText(fault ? `${name}: ` : 'Nothing is found in the set.');
    const since = /since (?:“[^”]+”, )?swing \d+: [^\n]+/.exec(await reading.innerText())?.[0];

    // Report, its PDF and the page behind the link
    await page.goto(`/lesson/${lesson}/report`);
    const sheet = page.getByRole('article', { name: 'Report' });
    await expect(sheet).toContainText('What I saw');
    expect((await page.locator('vk-frozen-line').innerText()).trim(), lesson).toBe(swings);
    sameWords(await sheet.innerText(), told, `${lesson}, report`);
    sameWords(
      await pdfText(await (await request.get(`/api/lessons/${lesson}/report.pdf`)).body()),
      told,
      `${lesson}, PDF`,
    );
    const share = await request.post(`/api/lessons/${lesson}/shares`, { data: { days: 30 } });
    const { token } = (await share.json()) as { token: string };
    await page.goto(`/shared/${token}`);
    await expect(page.getByText('What I saw')).toBeVisible();
    sameWords(await inner(page, 'body'), told, `${lesson}, page`);
    await request.post(`/api/shares/${token}/revoke`);

    // the pupil's own page and Progress
    await page.goto(`/office/pupils/${pupil}`);
    const row = page
      .locator(`tr:has(a[href*="/lesson/${lesson}/read"]), li:has(a[href*="/lesson/${lesson}/read"])`)
      .first();
    await expect(row).toContainText(fault ? `Found: ${name}` : `Nothing found in ${set!.n} swings`);
    const trend = /Now (−?[\d.]+) /.exec(await inner(page, 'main'));
    if (trend && measure?.after !== null && measure)
      expect(shows(trend[1]!, measure.after), `${lesson}: ${trend[0]}`).toBe(true);
    await page.goto(`/office/pupils/${pupil}/progress`);
    await expect(page.getByRole('heading', { name: 'Steadiness' })).toBeVisible({ timeout: 60_000 });
    if (since) {
      changed++;
      await expect(page.locator('main')).toContainText(`${since.charAt(0).toUpperCase()}${since.slice(1)}`);
    }
    const effects = await answer<{
      drills: { measure: string; after: { lessonId: string; mean: number; n: number } | null }[];
    }>(request, `/api/pupils/${pupil}/progress`);
    for (const d of effects.drills)
      if (d.after?.lessonId === lesson && d.measure === measure?.id && d.after.n === measure.n[1])
        expect(d.after.mean, `${lesson}: drill`).toBeCloseTo(measure.after!, 6);
  }
  expect(changed, 'somebody changed within a lesson').toBeGreaterThan(0);
});
