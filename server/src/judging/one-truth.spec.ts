import {
  LessonFindings,
  leadingFinding,
  leadingSet,
  Lesson,
  Progress,
  PupilDashboard,
  Report,
  setName,
} from '@vilko/contract';
import { faultOf, runWords, showsWords } from '@vilko/core';
import { simulate, type SimulateOptions } from '@vilko/core/golfer';
import { type TestApp, testApp } from '../testing/test-app.js';

describe('one truth about a lesson', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());

  const bring = async (o: Partial<SimulateOptions>, swings: number) =>
    app.bring(simulate({ device: 'plates', seed: 5, swings, build: { stature: 1.75, mass: 76 }, ...o }).recording);
  const read = async () => ({
    found: LessonFindings.parse((await app.get('/api/lessons/l/findings')).json()),
    board: PupilDashboard.parse((await app.get('/api/pupils/p/dashboard')).json()),
    report: Report.parse((await app.get('/api/lessons/l/report')).json()),
  });

  it('is one finding, shown alike, in the lesson, on the pupil’s page and in the report', async () => {
    await bring({ fault: 'hangs-back' }, 5);
    const { found, board, report } = await read();
    const set = leadingSet(found)!;
    const finding = leadingFinding(set, null)!;
    expect(board.findings).toEqual([{ lessonId: 'l', fault: finding.fault, shows: showsWords(finding), of: set.n }]);
    const looks = faultOf(finding.fault)!.looks;
    expect(report.draft.saw.toLowerCase()).toContain(looks.toLowerCase());
    expect(report.draft.saw).toContain(showsWords(finding, set.clubName));
  });
  it('of a pupil who changed is that of the last run: a step comes before a spread, everywhere', async () => {
    await bring({ fault: 'hangs-back', seed: 5 }, 7);
    await bring({ seed: 5 }, 7);
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p7' });
    const { found, board, report } = await read();
    const set = leadingSet(found)!;
    expect(set.of).toBe(14);
    expect(set.steps.map((s) => s.at)).toContain(8);
    expect(set.n).toBeLessThanOrEqual(7);
    const ids = set.findings.map((f) => f.fault);
    expect(ids).not.toContain('hangs-back');
    expect(runWords(set, '7-iron')).toMatch(/^Over the last \d+ of 14 swings with the 7-iron, since swing \d+: /);
    expect(board.findings[0]!.fault).toBe(leadingFinding(set, 'share.lead.p7')?.fault ?? null);
    const [n] = report.measure!.n.slice(-1);
    expect(n).withContext('the report compares the last run').toBe(set.n);
    expect(report.measure!.after!).toBeGreaterThan(report.measure!.before! + 4);
  });
  it('follows the runs that an instructor sets, and goes back to what the swings show', async () => {
    await bring({ fault: 'hangs-back', seed: 5 }, 7);
    await bring({ seed: 5 }, 7);
    const shown = leadingSet((await read()).found)!;
    expect([shown.byHand, shown.steps.map((s) => s.at)]).toEqual([false, [8]]);
    const name = setName(shown);
    await app.send('PATCH', '/api/lessons/l', { cuts: { [name]: [5, 11] } });
    const { found, report } = await read();
    const set = leadingSet(found)!;
    expect([set.byHand, set.steps.map((s) => s.at), set.n]).toEqual([true, [5, 11], 4]);
    expect(found.compared!.after.length).toBe(4);
    expect(found.compared!.before.length).withContext('the run before, 5 to 10').toBe(6);
    expect(report.source.swings).toEqual([
      [5, 6, 7, 8, 9, 10],
      [11, 12, 13, 14],
    ]);
    await app.send('PATCH', '/api/lessons/l', { cuts: { [name]: [] } });
    expect(leadingSet((await read()).found)!.n)
      .withContext('one run')
      .toBe(14);
    await app.send('PATCH', '/api/lessons/l', { cuts: {} });
    expect(leadingSet((await read()).found)!.steps).toEqual(shown.steps);
  });
  it('tells a change with the cue that stood near it, on every page, and never with a pause or one from afar', async () => {
    await bring({ fault: 'hangs-back', seed: 5 }, 7);
    await bring({ seed: 5 }, 7);
    const mark = (before: number, words: string, kind = 'cue') => ({
      ...{ id: words, at: '2026-11-01T10:20:00Z', before, words, kind },
    });
    const timeLine = [mark(3, 'stay behind it'), mark(7, 'step off the ferry'), mark(8, 'tea', 'pause')];
    const kept = await app.send('PATCH', '/api/lessons/l', { timeLine, measure: 'share.lead.p7' });
    expect(kept.statusCode).toBe(200);
    expect((await app.lesson()).timeLine.map((m) => m.words)).toEqual(['stay behind it', 'step off the ferry', 'tea']);
    const { found, report } = await read();
    expect(leadingSet(found)!.steps.map((s) => [s.at, s.since])).toEqual([[8, 'step off the ferry']]);
    expect(report.draft.changed).toContain('A real change since “step off the ferry”');
    const progress = Progress.parse((await app.get('/api/pupils/p/progress')).json());
    expect(progress.within[0]!.steps[0]!.since).toBe('step off the ferry');
    const empty = { ...mark(3, 'x'), words: ' ' };
    expect((await app.send('PATCH', '/api/lessons/l', { timeLine: [empty] })).statusCode).toBe(400);
  });
  it('holds swings of one club on one device only: a lesson of single swings has none', async () => {
    await bring({}, 1);
    const { found, board } = await read();
    expect(found.clubs).toEqual([]);
    expect(board.findings).toEqual([]);
    expect(Lesson.parse((await app.get('/api/lessons/l')).json()).rack.length).toBe(1);
  });
});
