import type { PupilWithLessons } from '@vilko/contract/lesson';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { openHouse, openLesson } from '../testing/house';
import { lesson, pupil } from '../testing/samples';
import { OfficeActions, officeFeature } from './office';
import { BayActions } from './bay';
import { behindWords, roomWords } from './bay-words';
import { LessonActions } from './lesson';

const known: PupilWithLessons = { ...pupil, lessons: [] };
const erased = { name: 'Ada Quell', lessons: 2, swings: 31, films: 1, bytes: 'gone', backups: [] as string[] };

describe('the office', () => {
  const after = (...actions: Parameters<typeof officeFeature.reducer>[1][]) =>
    actions.reduce<ReturnType<typeof officeFeature.reducer> | undefined>(
      (s, a) => officeFeature.reducer(s, a),
      undefined,
    )!;

  it('shows the dashboard of the pupil that is open, never the one before', () => {
    const dashboard = {
      measure: null,
      target: null,
      unit: '',
      club: null,
      trend: [],
      felt: [],
      findings: [],
      loft: [],
      nextVisit: null,
      homework: '',
      came: [],
    };
    const s = after(OfficeActions.openDashboard({ id: 'p' }), OfficeActions.dashboardCame({ id: 'p', dashboard }));
    expect(s.dashboard?.id).toBe('p');
    expect(officeFeature.reducer(s, OfficeActions.openDashboard({ id: 'q' })).dashboard).toBeNull();
    expect(officeFeature.reducer(s, OfficeActions.openDashboard({ id: 'p' })).dashboard).not.toBeNull();
  });
  it('says what takes its time until it is done or has failed', () => {
    const doing = after(OfficeActions.makeBackup());
    expect(doing.doing).toContain('Packing');
    expect(officeFeature.reducer(doing, OfficeActions.failed({ message: 'no space left' })).doing).toBeNull();
    const made = officeFeature.reducer(
      doing,
      OfficeActions.backupMade({ backup: { name: 'b', at: '', size: 1, pupils: 1, swings: 1, missing: 0 } }),
    );
    expect([made.doing, made.backups?.length]).toEqual([null, 1]);
  });

  it('counts the swings that are made behind the list, and leaves it alone while stored ones are read anew', () => {
    const h = openHouse();
    const works = (what: 'sample swings' | 'swings read anew', done: number) =>
      BayActions.workBehindCame({ work: { what, done, of: 4000 } });
    h.dispatch(
      OfficeActions.pupilsCame({ pupils: [known] }),
      works('swings read anew', 1),
      works('swings read anew', 2),
    );
    h.quiet();
    h.dispatch(works('sample swings', 3), BayActions.workBehindCame({ work: null }));
    h.asked('GET', '/api/pupils').flush([]);
    expect(behindWords({ what: 'swings read anew', done: 1200, of: 4000 })).toContain('1,200 of 4,000');
    expect(roomWords({ full: false, free: 500e6 })).toContain('500 MB, enough for some 1,400 swings');
    expect(roomWords({ full: true, free: 20e6 })).toContain('full (20 MB free)');
    expect(behindWords({ what: 'older sample swings', done: 3, of: 90 })).toContain(
      '3 of 90 swings of the lessons before',
    );
  });

  it('erases by name, takes the pupil off the list, goes back to it, and names the backups that still hold them', () => {
    const h = openHouse();
    h.dispatch(
      OfficeActions.pupilsCame({ pupils: [known, { ...known, id: 'q', name: 'Bo' }] }),
      OfficeActions.erasePupil({ id: 'p', name: 'Ada Quell' }),
    );
    const r = h.asked('POST', '/api/pupils/p/erase');
    expect(r.request.body).toEqual({ name: 'Ada Quell' });
    r.flush({ ...erased, backups: ['vilko-2026-11-20'] });
    expect(h.said()).toBe(
      'Ada Quell is erased: 2 lessons, 31 swings, 1 films. Still in these backups, delete them too: vilko-2026-11-20.',
    );
    expect(h.goes()).toEqual(['/office/pupils']);
    h.quiet();
  });
  it('says when no backup holds them', () => {
    const h = openHouse();
    h.dispatch(OfficeActions.erasePupil({ id: 'p', name: 'Ada Quell' }));
    h.asked('POST', '/api/pupils/p/erase').flush(erased);
    expect(h.said()).toContain('No backup holds them.');
  });
  it('says that a large database is rewritten at night', () => {
    const h = openHouse();
    h.dispatch(OfficeActions.erasePupil({ id: 'p', name: 'Ada Quell' }));
    h.asked('POST', '/api/pupils/p/erase').flush({ ...erased, bytes: 'tonight' });
    expect(h.said()).toMatch(/1 films\. Its last bytes leave the database’s files tonight.* No backup holds them\.$/);
  });
  it('says the server’s refusal in its own words and changes nothing', () => {
    const h = openHouse();
    h.dispatch(OfficeActions.erasePupil({ id: 'p', name: 'Ada' }));
    h.asked('POST', '/api/pupils/p/erase').flush(
      { code: 'bad-option', message: 'The name does not match.', kept: 'Nothing was erased.' },
      { status: 400, statusText: 'Bad Request' },
    );
    expect(h.said()).toBe('The name does not match. Nothing was erased.');
    expect(h.goes()).toEqual([]);
  });
  it('goes from a new lesson straight to its set-up, from a merge to the one pupil, and asks for the list anew', () => {
    const h = openHouse();
    const { pupil: _, rack: __, ...head } = lesson;
    h.dispatch(
      OfficeActions.startLesson({ pupilId: 'p', aim: 'lead earlier', measure: 'share.lead.p7', footwear: 'trainers' }),
    );
    const r = h.asked('POST', '/api/pupils/p/lessons');
    expect(r.request.body).toEqual({ aim: 'lead earlier', measure: 'share.lead.p7', footwear: 'trainers' });
    r.flush(head);
    h.dispatch(OfficeActions.mergePupils({ id: 'p', double: 'q' }));
    h.asked('POST', '/api/pupils/p/merge').flush(pupil);
    expect(h.goes()).toEqual(['/lesson/l/set-up', '/office/pupils/p']);
    expect(h.said()).toBe('Both are one pupil now: Ada Quell.');
    expect(h.asked('GET', '/api/pupils').request.method).toBe('GET');
  });
  it('brings a changed pupil into the open lesson', () => {
    const h = openLesson();
    h.dispatch(OfficeActions.changePupil({ id: 'p', change: { handed: 'left' } }));
    h.asked('PATCH', '/api/pupils/p').flush({
      ...pupil,
      handed: 'left',
      profile: { ...NO_PROFILE, school: 'common-ground' },
    });
    h.dispatch(LessonActions.changeLesson({ id: 'l', change: { aim: 'x' } }));
    expect(h.asked('PATCH', '/api/lessons/l').request.body).toEqual({ aim: 'x' });
  });
  it('says what putting a backup back did', () => {
    const h = openHouse();
    h.dispatch(OfficeActions.restoreBackup({ name: 'b' }));
    h.asked('POST', '/api/backups/b/restore').flush({ pupils: 1, lessons: 3, swings: 30, films: 2, there: 4 });
    expect(h.said()).toBe('Put back: 1 pupil, 3 lessons, 30 swings, 2 films. 4 were there and stayed as they are.');
    h.asked('GET', '/api/pupils').flush([]);
  });
});
