import type { ClubFindings } from '@vilko/contract/judgement';
import type { Practice, PracticePlan, SwingTask } from '@vilko/contract/practice';
import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import type { Report } from '@vilko/contract/report';
import type { MeasureId } from '@vilko/core/measures/registry';
import { addDays } from '@vilko/core/practice/day';
import { makePlan } from '@vilko/core/practice/plan';
import type { PlanWish } from '@vilko/core/practice/plan-schema';
import { LessonActions } from '../../state/lesson';
import { type House, openLesson } from '../../testing/house';
import { bay, pupil, report, swing } from '../../testing/samples';
import { BayActions } from '../../state/bay';
import { today } from './day-words';
import { PlanCalendar } from './plan-calendar';
import { Practise } from './practise';
import { Trainer } from './trainer';

const finding = (fault: string, main: boolean, measure: MeasureId) => ({
  fault,
  strength: 0.95,
  word: 'clear' as const,
  main,
  because: [measure],
  consequenceOf: null,
  evidence: [
    { measures: [measure], value: 50, u: 1, limit: 58, direction: 'under' as const, z: 3, provisional: false },
  ],
  mayComeFrom: [],
  k: 6,
  n: 8,
  comesAndGoes: false,
  tentative: false,
});
const SET: ClubFindings = {
  club: 'iron',
  clubName: '7-iron',
  device: 'plates',
  intent: 'stock',
  pattern: 'common-ground',
  n: 8,
  of: 8,
  steps: [],
  drifted: null,
  byHand: false,
  near: [],
  findings: [finding('late-shift', true, 'cross.p7.ms'), finding('hangs-back', false, 'share.lead.p7')],
};
/** The page of a lesson that works on what the agreed measure shows. */
const WORKS_ON: Report = { ...report, source: { ...report.source, set: SET, fault: 'hangs-back' } };
const WISH: PlanWish = {
  fault: 'hangs-back',
  drills: ['arms-crossed-thirds'],
  rungs: [0],
  club: 'iron',
  from: today(),
  until: addDays(today(), 13),
  days: [0, 1, 2, 3, 4, 5, 6],
  minutes: 20,
  injuries: [],
  lacks: [],
  minor: false,
};
const PLAN: PracticePlan = {
  id: 'plan',
  pupilId: 'p',
  lessonId: 'l',
  madeAt: '2026-11-20T10:00:00.000Z',
  endedAt: null,
  plan: makePlan(WISH, (i) => `b${i}`),
};
const NOTHING: Practice = { plans: [], log: [], progress: [] };

/** Practise with what the server answers. */
async function practise(
  house: House,
  practice: Practice = NOTHING,
  { page = WORKS_ON, ...inputs }: { page?: Report } & Record<string, unknown> = {},
) {
  const c = await house.show(Practise, { lessonId: 'l', ...inputs });
  await answer(house, practice);
  await new Promise((r) => setTimeout(r, 320));
  house.maybe('GET', '/api/lessons/l/report')?.flush(page);
  await c.set({});
  return c;
}
async function answer(house: House, practice: Practice): Promise<void> {
  house.maybe('GET', '/api/pupils/p/practice')?.flush(practice);
  await Promise.resolve();
}

describe('Practise', () => {
  it('works on the finding that the agreed measure shows, names the others, offers what suits and says what was left out', async () => {
    const hurt = {
      ...pupil,
      profile: { ...NO_PROFILE, injuries: ['balance' as const], fear: 'the lead knee', otherSports: 'fencing, foil' },
    };
    const c = await practise(openLesson({ measure: 'share.lead.p7', pupil: hurt }));
    expect(c.text()).toContain('hangs back: too much load stays');
    expect(c.text()).toContain('in 6 of 8 swings with the 7-iron');
    expect(c.text()).toContain('With the load on the lead foot at impact the low point comes ahead of the ball.');
    expect(c.text()).toContain('From fencing: As in a lunge: the front foot lands, and you are on it.');
    expect(c.text()).toContain('Also found: shifts late.');
    expect(c.text()).toContain('Left out Trail toe prop: not with: balance.');
    expect(c.text()).toContain('On record: balance. Afraid of: the lead knee. A smaller target first.');
    await c.set({ for: 'late-shift' });
    expect(c.text()).toContain('Three beats');
  });
  it('says which swings its figures are of, renews them by one press, and makes a drill the one thing to do', async () => {
    const kept = { ...WORKS_ON, madeAt: '2026-11-20T10:00:00.000Z', behind: 3 };
    const house = openLesson();
    const c = await practise(house, NOTHING, { page: kept });
    expect(c.text()).toContain('swings 8–10, 12–13 against 1–7. 3 swings since.');
    expect(c.text()).toContain('The one thing to do, here and on the report.');
    await c.press('Renew');
    house.asked('POST', '/api/lessons/l/report/renew').flush({ ...kept, behind: null });
    await c.set({});
    expect(house.said()).toContain('Renewed');
    expect(c.text()).not.toContain('since.');
    await c.set({ drill: 'trail-step' });
    expect(c.text()).toContain('Now: Arms-crossed thirds.');
    await c.press('Make it the one thing to do');
    const sent = house.asked('PUT', '/api/lessons/l/report/task');
    expect(sent.request.body).toEqual({ drill: 'trail-step' });
    sent.flush({ ...kept, drill: 'trail-step' });
    await c.set({});
    expect(c.text()).toContain('The one thing to do, here and on the report.');
  });
  it('shows the ladder: what is passed, what is open, what opens later; a rung is passed by eye', async () => {
    const house = openLesson();
    const progress = [
      { drill: 'arms-crossed-thirds', open: 2, passed: [0, 1], swings: 14, lastAt: '2026-11-20T10:00:00.000Z' },
    ];
    const c = await practise(house, { ...NOTHING, progress }, { drill: 'arms-crossed-thirds' });
    const rungs = c.all('vk-drill-sheet ol:last-of-type li').map((li) => li.textContent.replace(/\s+/g, ' ').trim());
    expect(rungs.slice(-5)).toEqual([
      '1no ball, slowpassedAgain',
      '2no ball, full speedpassedAgain',
      '3half shotsPassed by eyeTrain',
      jasmine.stringContaining('opens with rung 3'),
      jasmine.stringContaining('opens with rung 4'),
    ]);
    await c.press('Passed by eye');
    expect(house.asked('POST', '/api/pupils/p/log').request.body).toEqual(
      jasmine.objectContaining({ kind: 'trainer', drill: 'arms-crossed-thirds', rung: 2, passed: true }),
    );
  });
  it('makes a plan, and says at once what stands in the way', async () => {
    const house = openLesson();
    const c = await practise(house, NOTHING, { drill: 'mirror-line' });
    await c.press('We');
    c.all('label')
      .find((l) => l.textContent.includes('a mirror'))!
      .click();
    await c.set({});
    expect(c.text()).toContain(
      'Mirror line cannot be planned: needs a mirror (or a dark window, or a phone’s front camera).',
    );
    c.all('label')
      .find((l) => l.textContent.includes('a mirror'))!
      .click();
    await c.fill('Minutes a day', '35');
    await c.press('Make the plan');
    const asked = house.asked('POST', '/api/pupils/p/plans').request.body as { wish: PlanWish; lessonId: string };
    expect([asked.lessonId, asked.wish.days, asked.wish.minutes, asked.wish.drills, asked.wish.lacks]).toEqual([
      'l',
      [0, 4],
      35,
      ['mirror-line'],
      [],
    ]);
  });
  it('writes down how a day went, warns when pain rose, and takes it back', async () => {
    const house = openLesson();
    const c = await practise(house, { ...NOTHING, plans: [PLAN] });
    expect(c.all('a[download]').map((a) => a.getAttribute('href'))).toEqual(['/api/plans/plan/calendar.ics']);
    const pain = c.all('vk-block-log select') as HTMLSelectElement[];
    for (const [i, v] of ['1', '4'].entries()) {
      pain[i]!.value = v;
      pain[i]!.dispatchEvent(new Event('change'));
    }
    await c.set({});
    expect(c.text()).toContain('Pain rose by 3: the drill stops here.');
    await c.press('Done, not passed');
    const act = house.asked('POST', '/api/plans/plan');
    expect(act.request.body).toEqual({
      act: 'log',
      block: 'b0',
      result: { did: 'done', test: 'failed', painBefore: 1, painAfter: 4, note: '' },
    });
    act.flush(PLAN);
    expect(house.said()).toBe('Written down; the days after it follow.');
  });
  it('keeps self-checks as not measured, and an entry is deleted with a way back', async () => {
    const house = openLesson();
    const entry = {
      id: 'e1',
      pupilId: 'p',
      at: '2026-11-22T10:00:00.000Z',
      ...BLANK_ENTRY,
      kind: 'self-check' as const,
      checks: { 'finish-tap': 'yes' as const },
      felt: 70,
      note: 'On grass.',
    };
    const c = await practise(house, { ...NOTHING, log: [entry] });
    expect(c.text()).toContain(
      'the lead foot carries you; felt 70% on the lead foot at impact; On grass. not measured',
    );
    await c.press('Write down');
    c.all('button')
      .find((b) => b.getAttribute('aria-label') === 'At address: do the heels lift? no')!
      .click();
    await c.set({});
    await c.press('Keep, as not measured');
    expect(house.asked('POST', '/api/pupils/p/log').request.body).toEqual(
      jasmine.objectContaining({ kind: 'self-check', checks: { 'heels-lift': 'no' } }),
    );
    await c.press('Delete');
    house.asked('POST', '/api/log/e1/delete').flush(entry);
    expect(house.said()).toBe('The entry was deleted.');
  });
  it('takes in what was practised alone on another machine, and leads to its swings', async () => {
    const house = openLesson();
    const entry = {
      ...BLANK_ENTRY,
      ...{ id: 'x', pupilId: 'p', at: '2026-11-22T10:00:00.000Z', kind: 'trainer' as const, from: 'pupil' as const },
      lessonId: 'alone-1',
      blocks: [{ by: 'measured' as const, check: null, hits: 4, of: 5 }],
    };
    const c = await practise(house, { ...NOTHING, log: [entry] });
    expect(c.text()).toContain('Measured 4 of 5. practised alone Its swings');
    expect(c.all('vk-log-book a')[0]!.getAttribute('href')).toBe('/lesson/alone-1/read');
    const input = c.all('input[accept=".zip"]')[0] as HTMLInputElement;
    Object.defineProperty(input, 'files', { value: [new File(['x'], 'practice.zip')] });
    input.dispatchEvent(new Event('change'));
    house.asked('POST', '/api/pupils/p/practice-files').flush({ practices: 1, swings: 12, there: 0 });
    await c.set({});
    expect(house.said()).toContain('12 swings practised alone came in');
    house.asked('GET', '/api/pupils/p/practice').flush(NOTHING);
  });
  it('keeps a film with the logbook, and says which came from the pupil', async () => {
    const house = openLesson();
    const film = { id: 'f', mime: 'video/webm' as const, size: 100, marks: { P4: 0.8, P7: 1.1 } };
    const entry = {
      ...BLANK_ENTRY,
      id: 'e1',
      pupilId: 'p',
      at: '2026-11-22T10:00:00.000Z',
      kind: 'film' as const,
      from: 'pupil' as const,
      film,
    };
    const c = await practise(house, { ...NOTHING, log: [entry] });
    expect(c.text()).toContain('Film with 2 marks. from the pupil, not measured');
    await c.press('Write down');
    await c.fill('In words', 'From behind');
    const input = c.all('input[accept*=video]')[0] as HTMLInputElement;
    Object.defineProperty(input, 'files', { value: [new File(['x'], 'swing.webm')] });
    input.dispatchEvent(new Event('change'));
    await c.set({});
    const kept = house.asked('POST', '/api/pupils/p/log-films');
    expect(kept.request.params.get('note')).toBe('From behind');
    kept.flush({ ...entry, id: 'e2' });
    await c.set({});
    expect(c.all('button').filter((b) => b.textContent?.includes('Watch and mark')).length).toBe(2);
  });
});

describe('the calendar of a plan', () => {
  it('moves an open block by the arrow keys, and leaves what was done where it is', async () => {
    const moves: unknown[] = [];
    const house = openLesson();
    const laid = (id: string, date: string, result: object | null) => ({
      id,
      date,
      drill: 'tap-after',
      result,
      rung: 0,
      minutes: { warmUp: 4, drill: 10, shots: 0, test: 3 },
      balls: 0,
      drivers: 0,
      hops: 0,
      effort: 'low',
      changed: null,
      withdrawn: false,
    });
    const blocks = [
      laid('a', '2026-11-30', { did: 'done', test: 'passed', painBefore: null, painAfter: null, note: '' }),
      laid('b', '2026-12-02', null),
    ];
    const c = await house.show(PlanCalendar, { blocks, from: '2026-11-30', until: '2026-12-06', today: '2026-12-01' });
    c.component.move.subscribe((m) => moves.push(m));
    const [kept, open] = c.all('button');
    for (const b of [kept!, open!])
      for (const key of ['ArrowRight', 'ArrowDown', 'x']) b.dispatchEvent(new KeyboardEvent('keydown', { key }));
    expect(moves).toEqual([
      { block: 'b', to: '2026-12-03' },
      { block: 'b', to: '2026-12-09' },
    ]);
    expect(kept!.getAttribute('aria-label')).toContain('done, passed');
  });
});

describe('the trainer', () => {
  const task = (value: number | null, answer: SwingTask['answer'], rung = 0): SwingTask => ({
    drill: 'arms-crossed-thirds',
    rung,
    measure: 'share.lead.p7',
    band: [64, 92],
    k: 7,
    n: 10,
    value,
    u: 1,
    reason: value === null ? 'P7 was not found' : null,
    answer,
  });
  const train = async (
    rack = [swing(1)],
    practice: Practice = NOTHING,
    inputs: Record<string, unknown> = { drill: 'arms-crossed-thirds' },
  ) => {
    const house = openLesson({ rack });
    house.dispatch(BayActions.bayCame({ bay }));
    const c = await house.show(Trainer, { lessonId: 'l', ...inputs });
    await answer(house, practice);
    await c.set({});
    return { house, c };
  };

  it('asks the bay for the rung’s swings, as an exercise; a rung that is not open is not begun', async () => {
    const { house } = await train([], NOTHING, { drill: 'arms-crossed-thirds', rung: '3' });
    expect(house.maybe('PUT', '/api/bays/bay-3')!.request.body).toEqual(
      jasmine.objectContaining({
        kind: 'slow',
        tag: 'exercise',
        task: jasmine.objectContaining({ rung: 0, measure: 'share.lead.p7', k: 7, n: 10 }),
      }),
    );
  });
  it('shows the last answer, counts the hits and leaves out other swings', async () => {
    const rack = [
      swing(1, { task: task(70, 'in') }),
      swing(2),
      swing(3, { task: task(50, 'under') }),
      swing(4, { task: task(80, 'in', 1) }),
    ];
    const { c } = await train(rack);
    expect(c.text()).toContain('50%too little');
    expect(c.text()).toContain('1 of the last 10 in the band; 6 more to pass');
    expect(c.all('vk-answers li').map((li) => li.getAttribute('aria-label'))).toEqual([
      'Swing 1: in the band',
      'Swing 3: too little',
    ]);
  });
  it('says why there is no number', async () => {
    const { c } = await train([swing(1, { task: task(null, null) })]);
    expect(c.text()).toContain('no number');
    expect(c.text()).toContain('P7 was not found');
  });
  it('hides everything in a test without aid until its swings are done', async () => {
    const { c } = await train([swing(1, { task: task(70, 'in') })]);
    await c.press('test without aid');
    expect(c.text()).toContain('1 of 10 done');
    expect(c.text()).not.toContain('70%');
  });
  it('is passed by k of n; then the next rung is there', async () => {
    const hit = (n: number) => swing(n, { task: task(70, 'in') });
    const { house, c } = await train([1, 2, 3, 4, 5, 6].map(hit));
    expect(c.text()).toContain('1 more to pass');
    house.dispatch(LessonActions.swingArrived({ swing: hit(7) }));
    await c.set({});
    expect(c.text()).toContain('Passed.');
    house.maybe('GET', '/api/pupils/p/practice')?.flush({
      ...NOTHING,
      progress: [{ drill: 'arms-crossed-thirds', open: 1, passed: [0], swings: 7, lastAt: '2026-11-20T10:00:00.000Z' }],
    });
    await c.set({ rung: '1' });
    expect(c.all('nav[aria-label=Rungs] a').map((a) => [a.textContent.trim(), a.getAttribute('aria-current')])).toEqual(
      [
        ['no ball, slow', null],
        ['no ball, full speed', 'step'],
      ],
    );
  });
  it('trains any measure with any band, and stops by pain with an entry', async () => {
    const { house, c } = await train([], NOTHING, { measure: 'cross.p7.ms', lo: '-150', hi: '-80' });
    expect(c.text()).toContain('−150 to −80 ms');
    expect((house.maybe('PUT', '/api/bays/bay-3')!.request.body as { task: object }).task).toEqual(
      jasmine.objectContaining({ drill: null, rung: null, measure: 'cross.p7.ms', band: [-150, -80] }),
    );
    await c.press('Stop: it hurts');
    expect(house.asked('POST', '/api/pupils/p/log').request.body).toEqual(
      jasmine.objectContaining({ kind: 'trainer', note: 'Stopped by pain in the trainer.' }),
    );
    expect(house.goes()).toContain('/lesson/l/practise');
  });
});
