import type { MeasureId } from '@vilko/core';
import { HouseSettings, Lesson, NO_PROFILE, Report, type ReportText } from '@vilko/contract';
import { simulate, type SimulateOptions } from '@vilko/core/golfer';
import { type TestApp, testApp } from '../testing/test-app.js';

const OWN: ReportText = {
  aim: 'Mine',
  saw: '',
  numbers: '',
  changed: 'It went well.',
  notYet: '',
  task: 'Breathe.',
  agreed: '',
};

describe('a report', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp({ pupil: { profile: { ...NO_PROFILE, injuries: ['balance'] } } });
  });
  afterEach(() => app.close());

  const report = async (lesson = 'l') => Report.parse((await app.get(`/api/lessons/${lesson}/report`)).json());
  /** Swings of one lesson, with a fault or without. */
  const swings = async (lesson: string, from: number, n: number, o: Partial<SimulateOptions> = {}) => {
    for (let i = 0; i < n; i++)
      await app.bring(
        simulate({ device: 'mat', seed: from + i, style: { spread: 0.2 }, ...o }).recording,
        `${lesson}-${from + i}.vilko`,
        lesson,
      );
  };
  const later = (id: string, measure: MeasureId | null) =>
    app.pupils.addLesson({
      id,
      pupilId: 'p',
      startedAt: new Date('2026-11-20T10:00:00Z'),
      bay: 'Bay 3',
      aim: 'Over there',
      measure,
    });

  it('of an empty lesson says nothing that was not seen', async () => {
    const r = await report();
    expect([r.measure, r.success, r.before, r.after, r.drill, r.text]).toEqual([null, null, null, null, null, null]);
    expect(r.draft).toEqual({ aim: 'Test', saw: '', numbers: '', changed: '', notYet: '', task: '', agreed: '' });
    expect((await app.get('/api/lessons/nowhere/report')).statusCode).toBe(404);
  });

  it('is drafted from the finding, on the agreed measure, against the lesson before; the drill suits what is on record', async () => {
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p7' });
    await swings('l', 30, 2, { fault: 'hangs-back' });
    expect((await report()).draft.notYet).toMatch(
      /: 0 of 2 swings where we want them .*; it takes 3 swings to tell\.$/,
    );
    await swings('l', 32, 2, { fault: 'hangs-back' });
    const first = await report();
    expect(first.draft.saw).toMatch(
      /^Too much load stays on the trail foot at impact, in 4 of 4 swings with the 7-iron\. With the load on the lead foot .*\.$/,
    );
    expect(first.draft.numbers).toMatch(
      /^On the lead foot, of the load on both: \d+% at address, \d+% at the top, \d+% at impact\.$/,
    );
    expect(first.draft.notYet).toMatch(/^Lead share, impact: 0 of 4 swings where we want them \(64 to 92%\)\.$/);
    expect([first.measure!.agreed, first.measure!.n, first.success!.word]).toEqual([true, [0, 4], 'not yet']);
    expect([first.draft.changed, first.before]).withContext('nothing stands before it').toEqual(['', null]);
    // the first drill of the ladder that a sore balance allows
    expect(first.drill).toBe('arms-crossed-thirds');
    expect(first.draft.task).toContain('Arms-crossed thirds: ');
    await later('l2', 'share.lead.p7');
    await swings('l2', 40, 4);
    const second = await report('l2');
    expect(second.measure!.n).toEqual([4, 4]);
    expect(second.draft.changed).toMatch(
      /^Lead share, impact: \d+% before, \d+% now\. A real change, toward what we want\.$/,
    );
    expect([second.success!.word, second.draft.notYet, second.success!.inside]).toEqual(['met', '', 4]);
    expect([second.before!.value! < 64, second.after!.value! > 64]).toEqual([true, true]);
    expect(second.after!.shape!.down.length).toBeGreaterThan(5);
  });

  it('says partly where the agreed measure has come nearer, whatever else improved', async () => {
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p7' });
    await swings('l', 50, 5, { style: { spread: 0.1, tendencies: { leadP7: -4.5 } } });
    await later('l2', 'share.lead.p7');
    await swings('l2', 60, 5, { style: { spread: 0.1, tendencies: { leadP7: -2.2 } } });
    const r = await report('l2');
    expect(r.success!.word).toBe('partly');
    expect(r.success!.way!).toBeGreaterThan(0);
    expect(r.draft.notYet).toMatch(/% of the way\.$/);
  });

  it('judges a number of the ball by a typed range, in the units of the house, and says what else moved', async () => {
    const target = { of: 'band', from: 146.304, to: null };
    const hit = async (lesson: string, carries: readonly number[]) => {
      const { rack } = Lesson.parse((await app.get(`/api/lessons/${lesson}`)).json());
      for (const [i, carry] of carries.entries())
        await app.send('PATCH', `/api/swings/${rack[i]!.id}/shot`, { carry, clubSpeed: 35 + (lesson === 'l' ? 0 : 3) });
    };
    await swings('l', 70, 6);
    await hit('l', [140, 141, 139, 140, 142, 138]);
    await later('l2', null);
    await app.send('PATCH', '/api/lessons/l2', { measure: 'ball.carry', target });
    await swings('l2', 80, 6);
    await hit('l2', [150, 151, 149, 150, 152, 148]);
    const house = HouseSettings.parse((await app.get('/api/house')).json());
    await app.send('PUT', '/api/house', { ...house, units: { ...house.units, distance: 'yd', speed: 'mph' } });
    const { measure, success, draft } = await report('l2');
    expect([measure!.id, measure!.unit, Math.round(measure!.band[0]!), Math.round(measure!.after!)]).toEqual([
      'ball.carry',
      'yd',
      160,
      164,
    ]);
    expect([success!.word, success!.inside]).toEqual(['met', 6]);
    expect(draft.changed).toMatch(
      /^Carry: 153 yd before, 164 yd now\. A real change, toward what we want\. Also: club speed up 7 mph/,
    );
    expect(draft.agreed).toBe('We judge it by: carry, at least 160 yd, in two of three swings.');
    const refused = await app.send('PATCH', '/api/lessons/l2', { measure: 'ball.colour' });
    expect(refused.json<{ message: string }>().message).toContain('there is no measure "ball.colour"');
  });

  it('tells a phase between two pictures and a moment by its picture: no number of a phase stands on the page', async () => {
    await app.send('PATCH', '/api/lessons/l', { measure: 'load.trail.max.phase' });
    await swings('l', 100, 3);
    const phase = await report();
    expect(phase.measure!.unit).toBe('P');
    expect(phase.draft.agreed).toMatch(
      /^We judge it by: trail peak, phase, (from|no later than|no earlier than) at the top|going back/,
    );
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p6' });
    const moment = await report();
    expect(moment.measure!.words).toBe('Lead share, shaft level coming down');
    for (const { draft } of [phase, moment]) expect(Object.values(draft).join(' ')).not.toMatch(/\bP\d/);
  });

  it('judges less spread as it was agreed, from five swings on', async () => {
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p7', target: { of: 'spread', most: 6 } });
    await swings('l', 90, 4, { style: { spread: 0.1 } });
    const few = await report();
    expect(few.draft.notYet).toBe('Lead share, impact: a spread needs 5 swings to tell.');
    await swings('l', 94, 3, { style: { spread: 0.1 } });
    const r = await report();
    expect([r.success!.word, r.measure!.spread!.most, r.measure!.band]).toEqual(['met', 6, [null, null]]);
    expect(r.measure!.spread!.after!).toBeLessThan(6);
    expect(r.draft.agreed).toBe('We judge it by: lead share, impact, less spread than ±6%.');
    // a head that does not know the target keeps it
    await app.send('PATCH', '/api/lessons/l', { aim: 'Another' });
    expect((await report()).measure!.spread!.most).toBe(6);
  });

  it('keeps its figures together once it is given away, says how far the lesson went on, and is renewed by one act', async () => {
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p7' });
    await swings('l', 30, 4, { fault: 'hangs-back' });
    expect((await report()).madeAt).toBeNull();
    await swings('l', 34, 2, { fault: 'hangs-back' });
    expect((await report()).source.swings)
      .withContext('follows the lesson until then')
      .toEqual([[], [1, 2, 3, 4, 5, 6]]);
    await app.get('/api/lessons/l/report.pdf');
    const kept = await report();
    expect([typeof kept.madeAt, kept.behind]).toEqual(['string', null]);
    await swings('l', 40, 3);
    await app.send('PATCH', '/api/lessons/l', { nextVisit: '2026-12-24', aim: 'Another' });
    const gone = await report();
    expect(gone.behind).toBe(3);
    expect(gone).toEqual({
      ...kept,
      behind: 3,
      nextVisit: '2026-12-24',
      draft: { ...kept.draft, aim: 'Another' },
    });
    const renewed = Report.parse((await app.send('POST', '/api/lessons/l/report/renew')).json());
    expect(renewed.behind).toBeNull();
    expect(renewed.source.set!.of).toBe(9);
    expect(renewed.draft.numbers).not.toBe(kept.draft.numbers);
    expect((await app.send('POST', '/api/lessons/nowhere/report/renew')).statusCode).toBe(404);
  });
  it('leaves what was written as it is, and marks it when its figure has moved; the rest follows', async () => {
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p7' });
    await swings('l', 30, 4, { fault: 'hangs-back' });
    const { draft } = await report();
    const text = { ...draft, numbers: 'Half and half.', task: 'Breathe.' };
    const written = Report.parse((await app.send('PUT', '/api/lessons/l/report', { text })).json());
    expect([written.text, written.moved, typeof written.madeAt]).toEqual([text, [], 'string']);
    await swings('l', 40, 5);
    const renewed = Report.parse((await app.send('POST', '/api/lessons/l/report/renew')).json());
    expect([renewed.text!.numbers, renewed.text!.task, renewed.moved]).toEqual([
      'Half and half.',
      'Breathe.',
      renewed.draft.task === draft.task ? ['numbers'] : ['numbers', 'task'],
    ]);
    expect(renewed.text!.changed).toBe(renewed.draft.changed);
    expect(renewed.text!.changed).not.toBe(draft.changed);
    const stands = await app.send('PUT', '/api/lessons/l/report', { text: renewed.text, stands: ['numbers'] });
    expect(Report.parse(stands.json()).moved).not.toContain('numbers');
    const taken = await app.send('PUT', '/api/lessons/l/report', { text: renewed.draft });
    expect([taken.json<Report>().text, taken.json<Report>().moved]).toEqual([null, []]);
  });
  it('has one thing to do: the drill chosen, else the one homework names, else the homework’s sentence', async () => {
    await swings('l', 30, 3, { fault: 'hangs-back' });
    const choose = async (drill: string | null) =>
      Report.parse((await app.send('PUT', '/api/lessons/l/report/task', { drill })).json());
    const offered = (await report()).drill;
    await app.send('PATCH', '/api/lessons/l', { homework: 'Trail step, ten a day.' });
    expect([(await report()).drill, (await report()).draft.task]).toEqual(['trail-step', 'Trail step, ten a day.']);
    await app.send('PATCH', '/api/lessons/l', { homework: 'Walk to work.' });
    expect([(await report()).drill, (await report()).draft.task]).toEqual([null, 'Walk to work.']);
    await app.get('/api/lessons/l/report.pdf');
    const chosen = await choose('even-start');
    expect([chosen.drill, chosen.draft.task.slice(0, 12), chosen.behind]).toEqual(['even-start', 'Even start: ', null]);
    expect((await choose(null)).drill).toBeNull();
    await app.send('PATCH', '/api/lessons/l', { homework: '' });
    expect((await choose(null)).drill).toBe(offered);
    const none = await app.send('PUT', '/api/lessons/l/report/task', { drill: 'nothing' });
    expect([none.statusCode, none.json<{ message: string }>().message]).toEqual([
      422,
      jasmine.stringContaining('there is no drill'),
    ]);
  });

  it('keeps the instructor’s words, gives the draft back, and goes with the pupil', async () => {
    const kept = Report.parse((await app.send('PUT', '/api/lessons/l/report', { text: OWN })).json());
    expect(kept.text).toEqual(OWN);
    const { name } = (await app.send('POST', '/api/backups')).json<{ name: string }>();
    const bytes = new Uint8Array((await app.get(`/api/backups/${name}`)).rawPayload);
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    expect((await app.get('/api/lessons/l/report')).statusCode).toBe(404);
    await app.sendBytes(`/api/restore?name=${name}`, bytes);
    expect((await report()).text).toEqual(OWN);
    expect((await app.send('PUT', '/api/lessons/l/report', { text: null })).json<Report>().text).toBeNull();
    const long = await app.send('PUT', '/api/lessons/l/report', { text: { ...OWN, task: 'x'.repeat(1300) } });
    expect(long.statusCode).toBe(400);
  });

  it('is a PDF with its own fonts, which goes when the pupil is erased', async () => {
    await swings('l', 70, 3, { fault: 'hangs-back' });
    const warned = spyOn(console, 'warn');
    const answer = await app.get('/api/lessons/l/report.pdf');
    // a face that is not found is warned of, and another one drawn
    expect(warned).not.toHaveBeenCalled();
    expect([answer.headers['content-type'], answer.rawPayload.subarray(0, 5).toString()]).toEqual([
      'application/pdf',
      '%PDF-',
    ]);
    const pdf = answer.rawPayload.toString('latin1');
    expect(pdf).toContain('HankenGrotesk');
    expect(pdf.match(/\/Type \/Page\b/g)?.length).toBe(1);
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    expect((await app.get('/api/lessons/l/report.pdf')).statusCode).toBe(404);
  });
});
