import type { Entered, FilmRead } from '@vilko/contract/entered';
import type { Practice } from '@vilko/contract/practice';
import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import type { Progress } from '@vilko/contract/progress';
import { openHouse } from '../../testing/house';
import { EnteredTrends } from './entered-trends';
import { ProgressPage } from './progress';
import { trendsOf } from './trend-of-entered';

const set = (lessonId: string, day: number, mean: number, sd: number, n = 8) => ({
  lessonId,
  startedAt: `2026-10-${day}T10:00:00.000Z`,
  n,
  mean,
  sd,
});
const measure = { measure: 'share.lead.p7' as const, words: 'Lead share, impact', unit: '%' };
const drill = {
  ...measure,
  drill: 'tap-after',
  from: '2026-10-12T10:00:00.000Z',
  until: null,
  clubName: '7-iron',
  beside: [],
};
const PROGRESS: Progress = {
  steadiness: [
    {
      ...measure,
      clubName: '7-iron',
      device: 'mat',
      first: set('a', 10, 55, 6.1),
      last: set('b', 24, 66, 2.2),
      word: 'steadier',
    },
  ],
  drills: [
    {
      ...drill,
      before: set('a', 10, 55, 6),
      after: set('b', 24, 66, 2),
      word: 'real change',
      beside: [{ measure: 'mass.back', words: 'Mass back', unit: 'mm', difference: -14 }],
    },
    { ...drill, drill: 'three-beats', before: set('b', 24, 66, 2), after: null, word: null },
  ],
  within: [
    {
      lessonId: 'b',
      startedAt: '2026-10-24T10:00:00.000Z',
      clubName: '7-iron',
      device: 'mat',
      n: 6,
      of: 14,
      steps: [{ at: 9, measure: 'share.lead.p7', before: 55, after: 66, since: 'step off the ferry' }],
      drifted: null,
    },
    {
      lessonId: 'a',
      startedAt: '2026-10-10T10:00:00.000Z',
      clubName: '7-iron',
      device: 'mat',
      n: 9,
      of: 9,
      steps: [],
      drifted: { measure: 'share.lead.p4', from: 30, to: 38 },
    },
  ],
};
const PRACTICE: Practice = {
  plans: [],
  log: [
    {
      ...BLANK_ENTRY,
      id: 'e',
      pupilId: 'p',
      at: '2026-10-20T10:00:00.000Z',
      kind: 'answer',
      from: 'pupil',
      note: 'It held.',
    },
  ],
  progress: [],
};

describe('a pupil’s progress', () => {
  async function page(progress: Progress, practice: Practice) {
    const house = openHouse();
    const c = await house.show(ProgressPage, { pupilId: 'p' });
    house.asked('GET', '/api/pupils/p/progress').flush(progress);
    house.asked('GET', '/api/pupils/p/practice').flush(practice);
    await c.set({});
    return c;
  }
  it('says what each drill did and what else moved, how swings scatter, and what the pupil wrote', async () => {
    const c = await page(PROGRESS, PRACTICE);
    for (const words of [
      'Tap after 12 Oct Lead share, impact 55% (8) 66% (8) real change Mass back −14 mm',
      'Three beats 12 Oct Lead share, impact 66% (8) no swing not seen yet: no ordinary swing with this club on this kind of device since nothing',
      'Lead share, impact 6.1 points 2.2 points steadier',
      '24 Oct 7-iron on the pressure mat 14 Since “step off the ferry”, swing 9: lead share, impact from 55% to 66%',
      '10 Oct 7-iron on the pressure mat 9 Drifted: lead share, top from 30% to 38%',
      '20 Oct the pupil It held.',
      'with the 7-iron on the pressure mat: 10 October 2026 (8 swings) against 24 October 2026 (8)',
    ])
      expect(c.text()).withContext(words).toContain(words);
    expect(c.all('vk-table-csv').length).toBe(4);
  });
  it('says what is not there yet', async () => {
    const c = await page({ steadiness: [], drills: [], within: [] }, { ...PRACTICE, log: [] });
    for (const words of ['No drill was planned', 'It takes two lessons', 'Nothing is written down yet'])
      expect(c.text()).toContain(words);
    expect(c.text()).not.toContain('Changed within a lesson');
  });
  it('says in a sentence when it cannot be read', async () => {
    const house = openHouse();
    const c = await house.show(ProgressPage, { pupilId: 'x' });
    house
      .asked('GET', '/api/pupils/x/progress')
      .flush({ code: 'not-found', message: 'There is no such pupil.' }, { status: 404, statusText: 'Not found' });
    await c.set({});
    expect(c.text()).toContain('There is no such pupil.');
  });
});

describe('what was entered, over time', () => {
  const read = (lessonId: string, recordedAt: string, value: number, more: Partial<FilmRead> = {}): FilmRead => ({
    swingId: `s-${lessonId}`,
    lessonId,
    number: 1,
    clubName: '7-iron',
    recordedAt,
    filmId: 'f',
    side: 'overhead',
    of: 'hips-turn',
    name: '',
    moment: 'p4',
    value,
    ...more,
  });
  const ENTERED: Entered = {
    film: [
      read('b', '2026-10-24T10:00:00.000Z', 47),
      read('a', '2026-10-10T10:00:00.000Z', 41),
      read('a', '2026-10-10T10:00:00.000Z', 43, { clubName: 'driver' }),
      read('b', '2026-10-24T10:00:00.000Z', 12, { of: 'own-angle', name: 'Wrist', side: 'face on' }),
    ],
    swings: [
      {
        id: 'e',
        lessonId: 'a',
        at: '2026-10-09T10:00:00.000Z',
        club: 'iron',
        clubName: '7-iron',
        source: 'a sheet',
        values: [{ measure: 'share.lead.p7', value: 58, u: null }],
        note: '',
      },
    ],
  };
  it('is kept apart by what, from where and with which club, the longest first', () => {
    expect(trendsOf(ENTERED).map((t) => [t.words, t.from, t.clubName, t.points.map((p) => p.value)])).toEqual([
      ['Hips, turn, P4', 'film overhead, by hand', '7-iron', [41, 47]],
      ['Hips, turn, P4', 'film overhead, by hand', 'driver', [43]],
      ['Lead share, impact', 'a sheet', '7-iron', [58]],
      ['Wrist, P4', 'film face on, by hand', '7-iron', [12]],
    ]);
    expect(trendsOf({ film: [], swings: [] })).toEqual([]);
  });
  it('is shown hollow, from the first to the last, each leading to where it was read', async () => {
    const c = await openHouse().show(EnteredTrends, { entered: ENTERED, name: 'Somebody' });
    const rows = c.all('tbody tr').map((r) => r.textContent.replace(/\s+/g, ' ').trim());
    expect(rows[0]).toContain('41°10 Oct');
    expect(rows[0]).toMatch(/47°\s?24 Oct ?\+6°$/);
    expect(rows[2]).not.toContain('points');
    for (const mark of c.all('circle')) expect(mark.getAttribute('fill')).toBe('var(--paper)');
    expect(c.all('a').map((a) => a.getAttribute('href'))).toContain('/lesson/a/entered');
    expect(c.all('a')[0]!.getAttribute('href')).toBe('/lesson/a/read/s-a');
  });
});
