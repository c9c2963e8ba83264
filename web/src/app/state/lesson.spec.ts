import { HttpErrorResponse } from '@angular/common/http';
import { bay, lesson, swing } from '../testing/samples';
import { sentenceOf } from './sentences';
import type { Action } from '@ngrx/store';
import { BayActions, bayFeature, type BayState } from './bay';
import { ImportActions } from './import-actions';
import { importFeature, type ImportState } from './importing';
import { NoticeActions, noticeFeature, type NoticeState } from './notices';
import { LessonActions, lessonFeature, type LessonState } from './lesson';
import { ReadActions, readFeature } from './read';
import { SettingsActions, settingsFeature } from './settings';

/** Every feature that listens, after the same actions. */
const after = (...actions: Action[]) => ({
  lesson: actions.reduce<LessonState | undefined>((s, a) => lessonFeature.reducer(s, a), undefined)!,
  bay: actions.reduce<BayState | undefined>((s, a) => bayFeature.reducer(s, a), undefined)!,
  importing: actions.reduce<ImportState | undefined>((s, a) => importFeature.reducer(s, a), undefined)!.importing,
  notice: actions.reduce<NoticeState | undefined>((s, a) => noticeFeature.reducer(s, a), undefined)!.notice,
});
const rack = ({ lesson: s }: ReturnType<typeof after>): number[] =>
  lessonFeature.selectRack({ lesson: s }).map((x) => x.number);

describe('a lesson’s state', () => {
  it('shows its swings in the order they were made, and takes in those that arrive', () => {
    const s = after(
      LessonActions.open({ id: 'l' }),
      LessonActions.came({ lesson }),
      LessonActions.swingArrived({ swing: swing(3) }),
    );
    expect(rack(s)).toEqual([1, 2, 3]);
    expect(s.lesson.status).toBe('ready');
  });

  it('keeps what arrives while the lesson is being fetched, though the answer does not know it yet', () => {
    const swings = [swing(3), swing(4), swing(9, { lessonId: 'other' })];
    const arrive = swings.map((s) => LessonActions.swingArrived({ swing: s }));
    const gone = LessonActions.swingDeleted({ swing: swing(4) });
    const answered = LessonActions.came({ lesson });
    expect(rack(after(LessonActions.open({ id: 'l' }), ...arrive, gone, answered))).toEqual([1, 2, 3]);
    expect(rack(after(answered, LessonActions.reload({ id: 'l' }), ...arrive, answered))).toEqual([1, 2, 3, 4]);
    // opened again, the lesson is asked for anew like this
    expect(rack(after(answered, ...arrive, LessonActions.open({ id: 'l' }), answered))).toEqual([1, 2]);
    // what the next answer leaves out has gone meanwhile
    expect(rack(after(answered, ...arrive, LessonActions.reload({ id: 'l' }), answered))).toEqual([1, 2]);
  });

  it('does not take in a swing of another lesson', () => {
    const s = after(
      LessonActions.came({ lesson }),
      LessonActions.swingArrived({ swing: swing(9, { lessonId: 'other' }) }),
    );
    expect(rack(s)).toEqual([1, 2]);
  });

  it('offers undo for a delete, and puts the swing back where it was', () => {
    const deletes = [LessonActions.came({ lesson }), LessonActions.swingDeleted({ swing: swing(1) })];
    const deleted = after(...deletes);
    expect(rack(deleted)).toEqual([2]);
    expect(deleted.notice).toEqual({
      text: 'Swing 1 with the 7-iron was deleted.',
      kind: 'plain',
      undo: LessonActions.restoreSwing({ id: 's1' }),
    });
    const back = [...deletes, LessonActions.swingRestored({ swing: swing(1) })];
    expect(rack(after(...back))).toEqual([1, 2]);
    expect(after(...back, NoticeActions.dismiss()).notice).toBeNull();
  });

  it('shows what was changed of the bay until that is answered, whatever the server says of it in between', () => {
    const first = { tag: 'exercise' as const };
    const second = { tag: 'demonstration' as const };
    const presses = [BayActions.bayCame({ bay }), ...[first, second].map((change) => BayActions.changeBay({ change }))];
    const answered = BayActions.bayCame({ bay: { ...bay, ...first }, answers: first });
    const heard = BayActions.bayCame({ bay: { ...bay, club: 'driver' } });
    expect(after(...presses).bay.bay!.tag).toBe('demonstration');
    expect(after(...presses, answered).bay.bay!.tag).toBe('demonstration');
    expect(after(...presses, answered, heard).bay.bay).toEqual({ ...bay, ...second, club: 'driver' });
    const both = [...presses, answered, BayActions.bayCame({ bay: { ...bay, ...second }, answers: second })];
    expect(after(...both, heard).bay.bay!.tag).toBe(bay.tag);
    const failed = after(...presses, answered, BayActions.bayFailed({ message: 'Away.' }));
    expect(failed.bay.bay!.tag).toBe('exercise');
  });

  it('says what an import gave, or why a file was refused, without losing the lesson', () => {
    const reads = [
      LessonActions.came({ lesson }),
      ImportActions.importWentOn({ file: 'a.csv', stage: 'sending', part: 0.5 }),
    ];
    expect(after(...reads).importing).toEqual({ file: 'a.csv', stage: 'sending', part: 0.5 });
    const swings = [swing(3), swing(4)];
    const warnings = ['part of the lead foot is off the mat'];
    const imported = { file: 'a.csv', device: 'mat' as const, swings, warnings };
    const done = after(...reads, ImportActions.fileImported({ imported }));
    expect(done.notice?.text).toBe('a.csv: 2 swings read from a mat. Part of the lead foot is off the mat.');
    expect(rack(done)).toEqual([1, 2, 3, 4]);
    const refused = after(...reads, ImportActions.fileRefused({ file: 'a.csv', message: 'no swing.' }));
    expect([refused.importing, refused.notice?.kind, rack(refused).length]).toEqual([null, 'alarm', 2]);
  });

  it('keeps what is there when the server does not answer, and says so once', () => {
    const s = after(LessonActions.came({ lesson }), LessonActions.failed({ message: 'no answer' }));
    expect([s.lesson.status, s.notice?.text]).toEqual(['ready', 'no answer']);
    const never = after(LessonActions.open({ id: 'l' }), LessonActions.openFailed({ message: 'no answer' }));
    expect([never.lesson.status, never.lesson.error, never.notice]).toEqual(['failed', 'no answer', null]);
  });

  it('forgets the swings of the lesson before when another is opened, but not when the same is opened again', () => {
    const came = LessonActions.came({ lesson });
    expect(rack(after(came, LessonActions.open({ id: 'other' })))).toEqual([]);
    expect(after(came, LessonActions.open({ id: 'l' })).lesson).toEqual(after(came).lesson);
  });

  it('renews what the swings say when another measure is agreed, and nothing that was changed or went since', () => {
    const renewed = { ...lesson, aim: 'an older aim', rack: lesson.rack.map((x) => ({ ...x, note: 'anew' })) };
    const came = after(LessonActions.came({ lesson }));
    const [first, second] = lesson.rack;
    const gone = LessonActions.swingDeleted({ swing: second! });
    const s = after(LessonActions.came({ lesson }), gone, LessonActions.rackRenewed({ lesson: renewed }));
    expect(s.lesson.lesson).toEqual(came.lesson.lesson);
    expect(s.lesson.swings.entities[first!.id]?.note).toBe('anew');
    expect(s.lesson.swings.entities[second!.id]).toBeUndefined();
    const other = LessonActions.rackRenewed({ lesson: { ...renewed, id: 'other' } });
    expect(after(LessonActions.came({ lesson }), other).lesson).toEqual(came.lesson);
  });

  it('says a bay’s notice once', () => {
    const notice = 'A movement was seen.';
    const s = after(
      BayActions.bayCame({ bay }),
      BayActions.bayCame({ bay: { ...bay, notice } }),
      NoticeActions.dismiss(),
      BayActions.bayCame({ bay: { ...bay, notice, state: 'found' } }),
    );
    expect([s.notice, s.bay.bay?.state]).toEqual([null, 'found']);
  });
});

describe('a reading’s state', () => {
  const read = (...actions: Parameters<typeof readFeature.reducer>[1][]) =>
    actions.reduce<ReturnType<typeof readFeature.reducer> | undefined>((s, a) => readFeature.reducer(s, a), undefined)!;
  it('has one cursor, kept while the same swing is read anew, given up for another', () => {
    const s = read(ReadActions.openSwing({ id: 'a' }), ReadActions.moveCursor({ t: 3 }));
    expect(readFeature.reducer(s, ReadActions.openSwing({ id: 'a' })).cursor).toBe(3);
    expect(readFeature.reducer(s, ReadActions.openSwing({ id: 'b' })).cursor).toBeNull();
  });
  it('keeps the pattern chosen by hand from swing to swing', () => {
    const s = read(ReadActions.choosePattern({ pattern: 'post-up' }), ReadActions.openSwing({ id: 'b' }));
    expect(s.pattern).toBe('post-up');
  });
});

describe('settings', () => {
  it('go round the three time axes and turn the track', () => {
    let s = settingsFeature.reducer(undefined, SettingsActions.setAxis({ axis: 'eased' }));
    const axes = [0, 1, 2].map(() => (s = settingsFeature.reducer(s, SettingsActions.nextAxis())).axis);
    expect(axes).toEqual(['linear', 'phase', 'eased']);
    expect(settingsFeature.reducer(s, SettingsActions.turnTrack()).turned).toBe(!s.turned);
  });
});

describe('sentences from errors', () => {
  it('are the server’s own where it has one', () => {
    const e = new HttpErrorResponse({
      status: 422,
      error: { code: 'truncated', message: 'The file ends early.', kept: 'Nothing was stored.' },
    });
    expect(sentenceOf(e)).toBe('The file ends early. Nothing was stored.');
  });
  it('never show a raw error', () => {
    expect(sentenceOf(new HttpErrorResponse({ status: 0 }))).toContain('does not answer');
    expect(sentenceOf(new HttpErrorResponse({ status: 500, error: '<html>' }))).toContain('refused (500)');
    expect(sentenceOf('x')).toContain('Nothing was changed');
  });
});
