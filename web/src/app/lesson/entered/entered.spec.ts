import type { EnteredSwing } from '@vilko/contract/entered';
import { lesson, swing } from '../../testing/samples';
import { openLesson } from '../../testing/house';
import { Rack } from '../../drawing/rack/rack';
import { draftFrom, localTime, NO_NUMBER, readDraft } from './entered-draft';
import { EnteredPage } from './entered-page';

const kept: EnteredSwing = {
  id: 'e1',
  lessonId: 'l',
  at: '2026-10-25T14:10:00.000Z',
  club: 'iron',
  clubName: '7-iron',
  source: 'another range',
  values: [
    { measure: 'share.lead.p7', value: 58, u: 4 },
    { measure: 'ball.carry', value: 150, u: null },
  ],
  note: '',
};
const clubs = [{ name: '7-iron', club: 'iron' as const }];
const metres = { shown: (u: string) => u, value: (v: number) => v, stored: (v: number) => v };
/** A house that thinks in yards. */
const yards = {
  shown: (u: string) => (u === 'm' ? 'yd' : u),
  value: (v: number, u: string) => (u === 'm' ? v / 0.9144 : v),
  stored: (v: number, u: string) => (u === 'm' ? v * 0.9144 : v),
};

describe('an entered swing as it is typed', () => {
  const draft = { source: 'a sheet', clubName: '7-iron', at: '2026-10-25T16:10', note: ' ', numbers: [NO_NUMBER] };
  const problem = (change: Partial<typeof draft> & { numbers?: readonly (typeof NO_NUMBER)[] }) => {
    const read = readDraft({ ...draft, ...change }, { clubs, units: metres });
    return 'problem' in read ? read.problem : null;
  };
  it('is the same again after it was kept, in whatever units the house thinks', () => {
    for (const units of [metres, yards]) {
      const typed = draftFrom(kept, { at: kept.at, clubName: '', units });
      const read = readDraft(typed, { clubs, units });
      if (!('swing' in read)) return fail(read.problem);
      expect(read.swing.values.map((v) => [v.measure, Math.round(1e3 * v.value) / 1e3, v.u])).toEqual([
        ['share.lead.p7', 58, 4],
        ['ball.carry', 150, null],
      ]);
      expect(new Date(read.swing.at).getTime()).toBe(Date.parse(kept.at));
    }
    expect(draftFrom(kept, { at: kept.at, clubName: '', units: yards }).numbers[1]!.value).toBe('164.042');
  });
  it('says in one sentence what is missing, and guesses nothing', () => {
    const one = { measure: 'share.lead.p7' as const, value: '58', u: '' };
    expect(problem({ source: ' ' })).toContain('Say where the numbers come from');
    expect(problem({})).toBe('Enter at least one number.');
    expect(problem({ at: '' })).toBe('Say when it was swung.');
    expect(problem({ clubName: 'putter' })).toBe('Choose the club.');
    expect(problem({ numbers: [{ measure: null, value: '58', u: '' }] })).toBe('Line 1: choose what 58 is of.');
    expect(problem({ numbers: [{ ...one, value: 'much' }] })).toBe('Lead share, impact: “much” is not a number.');
    expect(problem({ numbers: [{ ...one, u: '0' }] })).toBe(
      'Lead share, impact: ± is a number above 0, or left empty.',
    );
    expect(problem({ numbers: [one, one] })).toBe('Lead share, impact stands there twice.');
    expect(problem({ numbers: [{ ...one, value: '−1,5', u: '0,2' }, NO_NUMBER] })).toBeNull();
  });
});

describe('numbers from elsewhere', () => {
  const page = async (entered: EnteredSwing[], more: object = {}) => {
    const h = openLesson({ rack: [swing(1)], entered, measure: 'share.lead.p7', ...more });
    return { h, c: await h.show(EnteredPage, { lessonId: 'l' }) };
  };
  it('are listed hollow with source, ± and what is wanted; the agreed one first', async () => {
    const { c } = await page([{ ...kept, values: [...kept.values].reverse() }]);
    expect(c.text()).toContain('E1 7-iron');
    expect(c.text()).toContain('from another range');
    const rows = c.all('section table tbody tr').map((r) => r.textContent.replace(/\s+/g, ' ').trim());
    expect(rows[0]).toContain('Lead share, impact agreed');
    expect(rows[0]).toContain('58%');
    expect(rows[0]).toContain('±4.0');
    expect(rows[1]).toContain('150 m');
    for (const mark of c.all('section table circle')) expect(mark.getAttribute('fill')).toBe('var(--paper)');
  });
  it('are typed, refused with what was typed still there, and kept', async () => {
    const { h, c } = await page([]);
    expect(c.text()).toContain('Nothing is entered in this lesson yet.');
    await c.press('Keep these numbers');
    expect(c.text()).toContain('Say where the numbers come from');
    await c.fill('Where the numbers come from', 'a sheet');
    await c.fill('Measure of line 1', 'share.lead.p7');
    await c.fill('Number of line 1', '61,5');
    await c.fill('Plus or minus of line 1', '3');
    await c.press('Keep these numbers');
    const asked = h.asked('POST', '/api/lessons/l/entered');
    expect(asked.request.body).toEqual({
      source: 'a sheet',
      at: new Date(localTime(lesson.startedAt)).toISOString(),
      club: swing(1).club,
      clubName: swing(1).clubName,
      values: [{ measure: 'share.lead.p7', value: 61.5, u: 3 }],
      note: '',
    });
    // not before the server has it
    expect((c.all('input[maxlength="120"]')[0] as HTMLInputElement).value).toBe('a sheet');
    asked.flush({ ...kept, source: 'a sheet' });
    await c.set({});
    expect(c.text()).toContain('from a sheet');
    expect((c.all('input[maxlength="120"]')[0] as HTMLInputElement).value).toBe('');
    expect(h.said()).toBe('The numbers from a sheet are kept.');
  });
  it('are changed, and taken away with a way back', async () => {
    const { h, c } = await page([kept]);
    c.all('button[aria-label="Change E1"]')[0]!.click();
    await c.set({});
    expect(c.text()).toContain('Change E1');
    await c.fill('Number of line 1', '60');
    await c.press('Save');
    const put = h.asked('PUT', '/api/entered/e1');
    expect((put.request.body as EnteredSwing).values[0]).toEqual({ measure: 'share.lead.p7', value: 60, u: 4 });
    put.flush({ ...kept, values: [{ measure: 'share.lead.p7', value: 60, u: 4 }] });
    await c.set({});
    expect(h.said()).toBe('The numbers from another range are changed.');
    c.all('button[aria-label="Delete E1"]')[0]!.click();
    h.asked('DELETE', '/api/entered/e1').flush(kept);
    await c.set({});
    expect(h.said()).toBe('The numbers from another range are in the bin.');
    expect(c.text()).toContain('Nothing is entered in this lesson yet.');
  });
  it('stand behind the swings of the Rack, and open their page', async () => {
    const c = await openLesson().show(Rack, { swings: [swing(1)], entered: [kept] });
    const opened: string[] = [];
    c.component.openEntered.subscribe((id) => opened.push(id));
    const last = c.all('li').at(-1)!;
    expect(last.textContent.replace(/\s+/g, ' ').trim()).toBe('E17-ironfrom another range2 entered');
    last.querySelector('button')!.click();
    expect(opened).toEqual(['e1']);
  });
});
