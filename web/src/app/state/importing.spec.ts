import { openHouse, openLesson } from '../testing/house';
import { bay, film, lesson, swing } from '../testing/samples';
import { LessonActions } from './lesson';

const file = (name: string) => new File(['x'], name);

describe('a dropped file', () => {
  it('asks for a lesson first', () => {
    const h = openHouse();
    h.dispatch(LessonActions.importFile({ file: file('a.c3d') }));
    expect(h.said()).toBe('a.c3d: open a lesson first, then drop the file again.');
    h.quiet();
  });
  it('goes to the server with the club and the kind of swing the bay has', () => {
    const h = openLesson();
    h.dispatch(LessonActions.bayCame({ bay: { ...bay, club: 'driver', clubName: 'driver', kind: 'slow' } }), LessonActions.importFile({ file: file('a.c3d') }));
    const r = h.asked('POST', '/api/lessons/l/recordings');
    expect(Object.fromEntries(new URLSearchParams(r.request.urlWithParams.split('?')[1]))).toEqual({
      name: 'a.c3d',
      club: 'driver',
      clubName: 'driver',
      kind: 'slow',
    });
    r.flush({ file: 'a.c3d', device: 'plates', swings: [swing(3)], warnings: [] });
    expect(h.said()).toBe('a.c3d: one swing read from plates.');
  });
  it('that is a list of shots tells itself by its name, and the lesson is read anew', () => {
    const h = openLesson();
    h.dispatch(LessonActions.importFile({ file: file('monday-shots.csv') }));
    h.asked('POST', '/api/lessons/l/shots').flush({ matched: 1, waiting: 2, columns: ['carry'], left: ['Battery'] });
    expect(h.said()).toBe('monday-shots.csv: 1 shot matched to swings; 2 kept that no swing is near in time; columns left: Battery.');
    h.asked('GET', '/api/lessons/l').flush(lesson);
    h.quiet();
  });
  it('that is a film needs a swing to belong to', () => {
    const h = openLesson({ rack: [] });
    h.dispatch(LessonActions.importFile({ file: file('a.webm') }));
    expect(h.said()).toBe('a.webm: a film belongs to a swing: record one first.');
    h.quiet();
  });
  it('is refused in the server’s words, and the lesson stays', () => {
    const h = openLesson();
    h.dispatch(LessonActions.importFile({ file: file('a.csv') }));
    h.asked('POST', '/api/lessons/l/recordings').flush(
      { code: 'no-swing', message: 'There is no swing in it.', kept: 'Nothing was stored.' },
      { status: 422, statusText: 'Unprocessable' },
    );
    expect(h.said()).toBe('a.csv: There is no swing in it. Nothing was stored.');
  });
});

describe('films of a swing', () => {
  it('are kept face on first, deleted with undo, and come back', () => {
    const h = openLesson({ rack: [swing(1)] });
    h.dispatch(
      LessonActions.filmChanged({ film: film({ id: 'b', angle: 'down the line' }) }),
      LessonActions.filmChanged({ film: film({ id: 'a' }), said: 'The film is kept with the swing.' }),
    );
    expect(h.said()).toBe('The film is kept with the swing.');
    h.dispatch(LessonActions.deleteFilm({ id: 'b' }));
    h.asked('DELETE', '/api/films/b').flush(film({ id: 'b', angle: 'down the line' }));
    expect(h.said()).toBe('The down the line film was deleted.');
    h.dispatch(LessonActions.restoreFilm({ id: 'b' }));
    h.asked('POST', '/api/films/b/restore').flush(film({ id: 'b', angle: 'down the line' }));
    expect(h.said()).toBe('The film is back.');
  });
});
