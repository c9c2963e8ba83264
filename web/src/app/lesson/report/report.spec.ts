import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import type { LogEntry } from '@vilko/contract/practice';
import type { Report, ReportText } from '@vilko/contract/report';
import type { Share, Shares } from '@vilko/contract/share';
import { TestBed } from '@angular/core/testing';
import { Keys } from '../../shell/keys';
import { type House, openLesson } from '../../testing/house';
import { pupil, report } from '../../testing/samples';
import { ReportPage } from './report';

const REPORT = report;
const DRAFT = report.draft;

const NO_SHARES: Shares = { shares: [], origin: null, came: [] };
const SHARE: Share = {
  token: 'AAAAAAAAAAAAAAAAAAAAAA',
  lessonId: 'l',
  madeAt: '2026-11-20T10:00:00.000Z',
  expiresAt: '2099-12-20T10:00:00.000Z',
  revokedAt: null,
  lastOpenedAt: null,
};

async function page(report: Report, house: House = openLesson(), shares: Shares = NO_SHARES) {
  const c = await house.show(ReportPage, { lessonId: 'l' });
  house.asked('GET', '/api/lessons/l/report').flush(report);
  house.asked('GET', '/api/lessons/l/shares').flush(shares);
  await c.set({});
  return { house, c, sheet: () => c.all('vk-report-sheet')[0]!.innerText.replace(/\s+/g, ' ') };
}

describe('Report', () => {
  it('marks words whose figures have moved: the new sentence is taken, or the old one said to hold', async () => {
    const moved: Report = {
      ...REPORT,
      text: { ...DRAFT, saw: 'It hung back.', notYet: 'Two of eight.' },
      madeAt: '2026-11-20T10:00:00.000Z',
      moved: ['saw', 'notYet'],
    };
    const { c, house } = await page(moved);
    expect(c.text()).toContain(`Its figures have moved: ${DRAFT.saw}`);
    c.all('button')
      .find((b) => b.textContent.trim() === 'mine still holds')!
      .click();
    await c.set({});
    const stands = house.asked('PUT', '/api/lessons/l/report');
    expect(stands.request.body).toEqual({ text: moved.text, stands: ['saw'] });
    stands.flush({ ...moved, moved: ['notYet'] });
    await c.set({});
    expect(c.text()).not.toContain(DRAFT.saw);
    await c.press('Take this');
    expect((house.asked('PUT', '/api/lessons/l/report').request.body as { text: ReportText }).text.notYet).toBe(
      DRAFT.notYet,
    );
  });
  it('says what its figures are of, and chooses the drill that is the one thing to do', async () => {
    const { c, house, sheet } = await page(REPORT);
    expect(c.text()).toContain('Figures follow the lesson: swings 8–10, 12–13 against 1–7.');
    await c.fill('One thing to do is', 'trail-step');
    const chosen = house.asked('PUT', '/api/lessons/l/report/task');
    expect(chosen.request.body).toEqual({ drill: 'trail-step' });
    chosen.flush({ ...REPORT, drill: 'trail-step', draft: { ...DRAFT, task: 'Trail step: ten a day.' } });
    await c.set({});
    expect(sheet()).toContain('Trail step: ten a day.');
  });
  it('is one page: what was seen, the one number with its word, both routes, one thing to do, cautions, when to come back', async () => {
    const { sheet, c } = await page(REPORT);
    for (const words of [
      'What I saw',
      '6 of 8 swings',
      'as agreed',
      '54',
      'partly',
      'mean of 8 swings; before: 51%, mean of 7',
      'Before',
      'Now',
      '11 December 2026',
      'Stop on pain.',
    ])
      expect(sheet()).withContext(words).toContain(words);
    expect(sheet()).not.toContain('What changed');
    expect(c.all('vk-thumbnail').length).toBe(2);
  });
  it('lets the instructor’s words lead, keeps them by itself, and goes back to the draft with a way back', async () => {
    const { house, c, sheet } = await page(REPORT);
    await c.fill('What changed', 'You felt it twice.');
    expect(sheet()).toContain('You felt it twice.');
    await new Promise((r) => setTimeout(r, 650));
    const put = house.asked('PUT', '/api/lessons/l/report');
    expect(put.request.body).toEqual({ text: { ...DRAFT, changed: 'You felt it twice.' } });
    put.flush({ ...REPORT, text: { ...DRAFT, changed: 'You felt it twice.' } });
    await c.set({});
    expect(c.text()).toContain('your words, kept');
    await c.press('Back to the draft');
    const back = house.asked('PUT', '/api/lessons/l/report');
    expect(back.request.body).toEqual({ text: null });
    back.flush(REPORT);
    expect(house.said()).toBe('The draft stands again.');
    await c.set({});
    expect(sheet()).not.toContain('You felt it twice.');
  });
  it('goes as a PDF, and on to the letter by one key', async () => {
    const { house, c } = await page(REPORT);
    expect(c.all('a[target]').map((a) => a.getAttribute('href'))).toEqual(['/api/lessons/l/report.pdf']);
    expect(c.all('a.main-button').map((a) => a.getAttribute('href'))).toEqual(['/lesson/l/end']);
    TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key: 'm' }));
    expect(house.goes()).toEqual(['/lesson/l/end']);
  });
  it('says who stands behind it', async () => {
    const by = { house: 'Tarred Line Golf Shed', instructor: 'Runa', signature: 'By the harbour', mark: null };
    const { sheet } = await page({ ...REPORT, by });
    expect(sheet()).toMatch(/^Tarred Line Golf Shed/);
    expect(sheet()).toMatch(/Runa By the harbour$/);
  });
  it('answers what the pupil sent, and changes the answer', async () => {
    const sent: LogEntry = {
      ...{ ...BLANK_ENTRY, id: 'e', pupilId: 'p', at: '2026-11-21T10:00:00Z', kind: 'answer', from: 'pupil' },
      note: 'Which foot?',
    };
    const { house, c } = await page(REPORT, openLesson(), { ...NO_SHARES, came: [sent] });
    await c.press('Pupil’s page: 1 answer');
    house.asked('GET', '/api/lessons/l/shares').flush({ ...NO_SHARES, came: [sent] });
    await c.set({});
    await c.press('Answer');
    await c.fill('Your answer stands', 'The lead one.');
    c.all('vk-share-panel form')[0]!.dispatchEvent(new Event('submit', { cancelable: true }));
    const asked = house.asked('PUT', '/api/log/e/reply');
    expect(asked.request.body).toEqual({ text: 'The lead one.' });
    asked.flush({ ...sent, reply: { text: 'The lead one.', at: '2026-11-22T10:00:00Z' } });
    await c.set({});
    expect(house.said()).toBe('Your answer stands on the pupil’s page.');
    expect(c.text()).toContain('The lead one.');
    expect(c.all('button').some((b) => b.textContent?.trim() === 'Change')).toBeTrue();
  });
  it('opens a page for the pupil: a link made, shown to a phone only where one can come, revoked for good', async () => {
    const { house, c } = await page(REPORT);
    await c.press('Pupil’s page');
    house.asked('GET', '/api/lessons/l/shares').flush(NO_SHARES);
    await c.set({});
    expect(c.text()).toContain('a phone cannot open the link. Hand over the PDF');
    await c.press('Make a link');
    const made = house.asked('POST', '/api/lessons/l/shares');
    expect(made.request.body).toEqual({ days: 30 });
    made.flush(SHARE);
    await c.set({});
    expect(c.text()).toContain(`${location.origin}/shared/AAAAAAAAAAAAAAAAAAAAAA`);
    expect(c.text()).toContain('not opened yet');
    expect(c.all('button').some((b) => b.textContent?.includes('Show to a phone'))).toBeFalse();
    await c.press('Revoke');
    house
      .asked('POST', '/api/shares/AAAAAAAAAAAAAAAAAAAAAA/revoke')
      .flush({ ...SHARE, revokedAt: '2026-11-21T10:00:00.000Z' });
    await c.set({});
    expect(house.said()).toContain('opens nothing any more');
    expect(c.text()).toContain('One link is closed');
    expect(c.text()).not.toContain('/shared/AAAA');
  });
  it('shows a reachable link to a phone, and what the pupil sent back', async () => {
    const came = [
      {
        ...BLANK_ENTRY,
        id: 'a',
        pupilId: 'p',
        at: '2026-11-22T10:00:00.000Z',
        kind: 'answer' as const,
        from: 'pupil' as const,
        lessonId: 'l',
        note: 'Fine.',
      },
    ];
    const shares = { shares: [SHARE], origin: 'http://192.168.1.20:4310', came };
    const { house, c } = await page(REPORT, undefined, shares);
    await c.press('Pupil’s page: 1 answer');
    house.asked('GET', '/api/lessons/l/shares').flush(shares);
    await c.set({});
    await c.press('Show to a phone');
    expect(c.all('vk-qr-mark svg').length).toBe(1);
    expect(c.text()).toContain('http://192.168.1.20:4310/shared/');
    expect(c.text()).toContain('22 NovFine.');
  });
  it('shows of an empty lesson only what is known, and asks no maximal effort of a minor', async () => {
    const minor = { ...pupil, profile: { ...pupil.profile, ageBand: '12–15' as const } };
    const nothing = { ...DRAFT, saw: '', numbers: '', notYet: '', task: '' };
    const { sheet, c } = await page(
      { ...REPORT, draft: nothing, measure: null, success: null, before: null, after: null, nextVisit: null },
      openLesson({ pupil: minor }),
    );
    expect(c.all('vk-thumbnail').length).toBe(0);
    for (const words of ['What I saw', 'mean of', 'Come back']) expect(sheet()).not.toContain(words);
    expect(sheet()).toContain('No maximal efforts.');
  });
  it('says in a sentence when the lesson cannot be reported', async () => {
    const house = openLesson();
    const c = await house.show(ReportPage, { lessonId: 'l' });
    house.asked('GET', '/api/lessons/l/shares').flush(NO_SHARES);
    house
      .asked('GET', '/api/lessons/l/report')
      .flush({ code: 'not-found', message: 'There is no such lesson.' }, { status: 404, statusText: 'Not found' });
    await c.set({});
    expect(c.text()).toContain('There is no such lesson.');
  });
});
