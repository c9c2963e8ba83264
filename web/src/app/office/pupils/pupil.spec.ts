import type { PupilRecord } from '@vilko/contract/lesson';
import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import type { PupilDashboard } from '@vilko/contract/pupil';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { OfficeActions } from '../../state/office';
import { openHouse } from '../../testing/house';
import { lesson, pupil } from '../../testing/samples';
import { PupilPage } from './pupil';

const { pupil: _pupil, rack: _rack, ...head } = lesson;
const ada: PupilRecord = {
  ...pupil,
  profile: {
    ...NO_PROFILE,
    injuries: ['back'],
    cues: [
      { words: 'quiet heel', did: 'worked', exaggerates: false },
      { words: 'stay back', did: 'did not help', exaggerates: false },
    ],
  },
  lessons: [
    { ...head, id: 'b', startedAt: '2026-11-20T10:00:00.000Z', aim: 'later', footwear: 'trainers', swings: 12 },
    { ...head, id: 'a', startedAt: '2026-11-01T10:00:00.000Z', aim: 'first', swings: 10 },
  ],
};
const point = (
  lessonId: string,
  mean: number,
  more: Partial<PupilDashboard['trend'][number]> = {},
): PupilDashboard['trend'][number] => ({
  lessonId,
  startedAt: '2026-11-01T10:00:00.000Z',
  footwear: 'golf shoes',
  device: 'plates',
  clubName: '7-iron',
  n: 10,
  mean,
  sd: 2,
  earlier: null,
  change: null,
  ...more,
});
const board = (more: Partial<PupilDashboard> = {}): PupilDashboard => ({
  measure: 'share.lead.p7',
  target: null,
  unit: '%',
  club: 'iron',
  trend: [
    point('a', 61.4),
    point('b', 70.2, { change: 'real change', footwear: 'trainers', startedAt: '2026-11-20T10:00:00.000Z' }),
  ],
  felt: [],
  came: [],
  findings: [
    { lessonId: 'a', fault: 'hangs-back', shows: 'in 7 of 10 swings', of: 10 },
    { lessonId: 'b', fault: null, shows: '', of: 12 },
  ],
  loft: [],
  nextVisit: null,
  homework: '',
  ...more,
});

async function open(dashboard = board()) {
  const h = openHouse();
  const c = await h.show(PupilPage, { pupilId: 'p' });
  h.asked('GET', '/api/pupils').flush([ada, { ...pupil, id: 'q', name: 'Bo Wend', lessons: [] }]);
  h.asked('GET', '/api/pupils/p').flush(ada);
  await c.set({});
  h.asked('GET', '/api/pupils/p/dashboard').flush(dashboard);
  await c.set({});
  return { h, c };
}

describe('a pupil’s page', () => {
  it('asks about the loft of a driver whose delivery has changed, beside the way to the clubs', async () => {
    const asks = 'The driver has changed: attack angle from −3° to 2°. Does its loft still fit?';
    const { c } = await open(board({ loft: [asks] }));
    expect(c.text()).toContain(asks);
    await c.press('Clubs');
    expect(c.text()).toContain('Back to the overview');
  });
  it('says whether the one measure changed, in a sentence, and warns of other shoes', async () => {
    const { c } = await open();
    expect(c.text()).toContain(
      'Now 70.2 %, 61.4 at the first lesson on this device; the step between was a real change.',
    );
    expect(c.text()).toContain('Footwear differs between these lessons (golf shoes, trainers)');
  });
  it('tells what the pupil sent since the last lesson, before anything else', async () => {
    const entry = {
      ...BLANK_ENTRY,
      id: 'e',
      pupilId: 'p',
      at: '2026-11-25T10:00:00.000Z',
      kind: 'answer' as const,
      from: 'pupil' as const,
      note: 'It held.',
    };
    const { c } = await open(board({ came: [entry] }));
    expect(c.text()).toContain('Since the last lesson 25 Nov It held.');
  });
  it('says nothing of letters that did not come', async () => {
    const { c } = await open();
    expect(c.text()).not.toContain('Since the last lesson');
  });
  it('calls what moves without a real change by its name', async () => {
    const trend = [
      point('a', 61),
      point('b', 64, { change: 'too few swings to tell' }),
      point('c', 62, { change: 'no change that matters' }),
    ];
    const { c } = await open(board({ trend }));
    expect(c.text()).toContain('no lesson brought a real change: what moves is spread');
  });
  it('lets the kind of device used last speak when there are two', async () => {
    const trend = [
      point('a', 61),
      point('b', 64, { change: 'real change' }),
      point('b', 70, { device: 'mat' }),
      point('c', 71, { device: 'mat', change: 'real change' }),
    ];
    const { c } = await open(board({ trend }));
    expect(c.text()).toContain('On the pressure mat last 71.0 %');
  });
  it('names what was found in each lesson, and what must be minded', async () => {
    const { c } = await open();
    expect(c.text()).toContain('Found: hangs back, in 7 of 10 swings');
    expect(c.text()).toContain('Nothing found in 12 swings');
    expect(c.all('dd.text-alarm').map((d) => d.textContent.trim())).toEqual(['back']);
    expect(c.text()).toContain('Cue words that worked quiet heel');
    expect(c.text()).toContain('that did not help stay back');
  });
  it('asks for a measure where none is agreed, and draws no empty chart', async () => {
    const { c } = await open(board({ measure: null, trend: [], findings: [] }));
    expect(c.text()).toContain('No measure is agreed yet');
    expect(c.all('vk-trend').length + c.all('vk-felt').length).toBe(0);
  });
  it('says how far a pupil’s feel is from what was measured', async () => {
    const felt = [60, 70].map((measured, i) => ({
      swingId: `s${i}`,
      lessonId: 'a',
      recordedAt: '',
      of: 'share.lead.p7' as const,
      felt: measured + 9,
      measured,
    }));
    const { c } = await open(board({ felt }));
    expect(c.text()).toContain(
      'Lead share, impact: hollow is what was felt. On average 9 points more was felt than there was.',
    );
  });
  it('erases only when the name is typed as it is', async () => {
    const { h, c } = await open();
    const button = () => c.all('button.alarm-button')[0] as HTMLButtonElement;
    expect(button().disabled).toBeTrue();
    await c.fill('Erase for good', 'ada quell');
    expect(button().disabled).toBeTrue();
    await c.fill('Erase for good', 'Ada Quell');
    expect(button().textContent).toContain('22 swings');
    button().click();
    expect(h.asked('POST', '/api/pupils/p/erase').request.body).toEqual({ name: 'Ada Quell' });
    await c.set({});
    // inside the closed part of the page
    expect(c.all('details')[0]!.textContent).toContain('Erasing: every table is rewritten');
    expect(button().disabled).toBeTrue();
  });
  it('takes down homework, next visit and notes of a lesson, each as soon as it is written', async () => {
    const { h, c } = await open();
    await c.press('Notes');
    await c.fill('Homework', 'ten half shots');
    const r = h.asked('PATCH', '/api/lessons/b');
    expect(r.request.body).toEqual({ homework: 'ten half shots' });
    r.flush({ ...ada.lessons[0]!, homework: 'ten half shots', swings: 0 });
    await c.press('Done');
    expect(c.text()).toContain('Homework: ten half shots');
    expect(c.text()).toContain('Bay 3, 12 swings');
    await c.press('Notes');
    await c.fill('Next visit', '2026-12-04');
    expect(h.asked('PATCH', '/api/lessons/b').request.body).toEqual({ nextVisit: '2026-12-04' });
  });
  it('archives, and merges with another', async () => {
    const { h, c } = await open();
    await c.press('Archive');
    expect(h.asked('PATCH', '/api/pupils/p').request.body).toEqual({ archived: true });
    h.dispatch(OfficeActions.pupilChanged({ pupil: { ...pupil, archived: true } }));
    await c.set({});
    expect(c.all('details')[0]!.textContent).toContain('Bring back from the archive');
  });
});
