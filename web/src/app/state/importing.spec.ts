import type { HouseSettings } from '@vilko/contract/settings';
import { writeC3d } from '@vilko/core/formats/c3d/write-c3d';
import { simulate } from '@vilko/core/golfer/simulate';
import { type House, openHouse, openLesson } from '../testing/house';
import { OfficeActions } from './office';
import { bay, film, lesson, swing } from '../testing/samples';
import { BayActions } from './bay';
import { ImportActions, type ImportTarget } from './import-actions';
import { LessonActions } from './lesson';

const file = (name: string) => new File(['x'], name);

const text = (name: string, body: string) => new File([body], name);
const CHANNELS = ['fx', 'fy', 'fz', 'mx', 'my', 'mz'];
/** Two plates, one second of standing: enough for the browser; what is in it is the server's business. */
const plates = (name: (plate: number, channel: string) => string, time = 'time'): string => {
  const head = [time, ...[1, 2].flatMap((i) => CHANNELS.map((c) => name(i, c)))].join(',');
  const rows = Array.from({ length: 200 }, (_, k) =>
    [k / 200, ...[1, 2].flatMap(() => [0, 0, 350 + (k % 3), 0, 0, 0])].join(','),
  );
  return [head, ...rows].join('\n');
};
const KNOWN = plates((i, c) => `p${i}_${c}`);
const FOREIGN = plates((i, c) => `${c.startsWith('f') ? 'Force' : 'Moment'} ${c[1]!.toUpperCase()} ${i}`, 'Time');

/** Waits until something is there: files are read in a worker of their own. */
async function until<T>(look: () => T | null | undefined | false): Promise<T> {
  for (let i = 0; i < 400; i++) {
    const found = look();
    if (found) return found;
    await new Promise((r) => setTimeout(r, 25));
  }
  throw new Error('it did not come');
}
const onPage = (selector: string) => until(() => document.querySelector<HTMLElement>(selector));
const button = (words: string) =>
  until(() =>
    Array.from(document.querySelectorAll('button')).find((b) => b.textContent.trim() === words && !b.disabled),
  ).then((b) => b.click());
const sent = (h: House) => until(() => h.maybe('POST', '/api/lessons/l/recordings'));
/** Whose the swings are, and with what, as it was said. */
const TO: ImportTarget = { lessonId: 'l', club: 'wedge', clubName: '56°', kind: 'half' };
const IMPORTED = { file: 'a.csv', device: 'plates', swings: [swing(3)], warnings: [] };

describe('a dropped file', () => {
  it('needs a lesson, and somebody who says whose it is', () => {
    const h = openHouse();
    h.dispatch(ImportActions.importFile({ file: file('a-shots.csv'), to: null }));
    expect(h.said()).toBe('a-shots.csv: open a lesson first, then drop the file again.');
    h.dispatch(LessonActions.came({ lesson }), ImportActions.importFile({ file: file('a.c3d'), to: null }));
    expect(h.said()).toBe('a.c3d: nobody has said whose swing it is, and with which club.');
    h.quiet();
  });
  it('goes to the server as it came, with the club and the kind that were said, whatever the bay has', async () => {
    const h = openLesson();
    h.dispatch(
      BayActions.bayCame({ bay: { ...bay, club: 'driver', clubName: 'driver', kind: 'slow' } }),
      ImportActions.importFile({ file: text('a.csv', KNOWN), to: TO }),
    );
    const r = await sent(h);
    expect(Object.fromEntries(new URLSearchParams(r.request.urlWithParams.split('?')[1]))).toEqual({
      name: 'a.csv',
      club: 'wedge',
      clubName: '56°',
      kind: 'half',
    });
    expect(await (r.request.body as File).text()).toBe(KNOWN);
    r.flush(IMPORTED);
    expect(h.said()).toBe('a.csv: one swing read from plates.');
  });
  it('that is a list of shots tells itself by its name, and the lesson is read anew', () => {
    const h = openLesson();
    h.dispatch(ImportActions.importFile({ file: file('monday-shots.csv'), to: TO }));
    h.asked('POST', '/api/lessons/l/shots').flush({ matched: 1, waiting: 2, columns: ['carry'], left: ['Battery'] });
    expect(h.said()).toBe(
      'monday-shots.csv: 1 shot matched to swings; 2 kept that no swing is near in time; columns left: Battery.',
    );
    h.asked('GET', '/api/lessons/l').flush(lesson);
    h.quiet();
  });
  it('that is a film needs a swing to belong to', () => {
    const h = openLesson({ rack: [] });
    h.dispatch(ImportActions.importFile({ file: file('a.webm'), to: TO }));
    expect(h.said()).toBe('a.webm: a film belongs to a swing: record one first, or open its lesson.');
    h.quiet();
  });
  it('is refused in the server’s words, and the lesson stays', async () => {
    const h = openLesson();
    h.dispatch(ImportActions.importFile({ file: text('a.csv', KNOWN), to: TO }));
    (await sent(h)).flush(
      { code: 'no-swing', message: 'There is no swing in it.', kept: 'Nothing was stored.' },
      { status: 422, statusText: 'Unprocessable' },
    );
    expect(h.said()).toBe('a.csv: There is no swing in it. Nothing was stored.');
  });
  it('can be cancelled while it is sent: nothing is stored, and the next file is read', async () => {
    const h = openLesson();
    h.dispatch(
      ImportActions.importFile({ file: text('a.csv', KNOWN), to: TO }),
      ImportActions.importFile({ file: text('b.csv', KNOWN), to: TO }),
    );
    const first = await sent(h);
    h.dispatch(ImportActions.cancelImport());
    expect(first.cancelled).toBeTrue();
    expect(h.said()).toBe('a.csv was cancelled. Nothing was stored.');
    const second = await sent(h);
    expect(second.request.params.get('name')).toBe('b.csv');
    second.flush({ ...IMPORTED, file: 'b.csv' });
  });
});

describe('a file with headers of its own', () => {
  it('is asked about once, with a proposal drawn, and its header is remembered', async () => {
    const h = openLesson();
    h.dispatch(ImportActions.importFile({ file: text('a.csv', FOREIGN), to: TO }));
    const dialog = await onPage('vk-map-columns');
    await until(() => dialog.querySelector('vk-stance-plan'));
    expect(dialog.textContent).toContain('72 kg stand there. The feet are 50 cm apart.');
    await button('Read with these columns');
    const kept = (await until(() => h.maybe('PUT', '/api/house'))).request.body as HouseSettings;
    const [header] = Object.keys(kept.columns);
    expect(header).toContain('time|force x 1|');
    expect(kept.columns[header!]!.columns['p2_mz']).toEqual({ column: 'Moment Z 2', factor: 1 });
    const r = await sent(h);
    expect(await (r.request.body as File).text()).toBe(FOREIGN);
    expect(JSON.parse(r.request.params.get('mapping')!)).toEqual(kept.columns[header!]);
    r.flush(IMPORTED);
    // the next file with this header is read without a word
    h.dispatch(
      OfficeActions.houseCame({ house: kept }),
      ImportActions.importFile({ file: text('again.csv', FOREIGN), to: TO }),
    );
    expect((await sent(h)).request.params.get('name')).toBe('again.csv');
    expect(document.querySelector('vk-map-columns')).toBeNull();
  });
  it('is left where it is when nobody says what it means', async () => {
    const h = openLesson();
    h.dispatch(ImportActions.importFile({ file: text('a.csv', FOREIGN), to: TO }));
    await onPage('vk-map-columns');
    await button('Do not read it');
    await until(() => h.said());
    expect(h.said()).toBe('a.csv was not read. Nothing was stored.');
    h.quiet();
  });
});

describe('a C3D file of a new laboratory', () => {
  it('shows feet and target under the axes chosen, says what is wrong, and is remembered', async () => {
    const { recording } = simulate({ device: 'plates', seed: 4 });
    const h = openLesson();
    h.dispatch(
      ImportActions.importFile({ file: new File([writeC3d(recording) as Uint8Array<ArrayBuffer>], 'lab.c3d'), to: TO }),
    );
    const dialog = await onPage('vk-lab-axes');
    const says = (words: string) => until(() => dialog.textContent.includes(words));
    const choose = (name: string, axis: string) => {
      const select = dialog.querySelector<HTMLSelectElement>(`select[name=${name}]`)!;
      select.value = axis;
      select.dispatchEvent(new Event('change'));
    };
    await says('on the lead foot after the greatest load.');
    choose('left', '-y');
    await says('Left and right may be exchanged');
    choose('left', '+z');
    await says('the third axis must be the vertical one');
    choose('left', '+x');
    await says('ball and left must be different lab axes');
    choose('left', '+y');
    await says('The feet are');
    await button('Read with these axes');
    const kept = (await until(() => h.maybe('PUT', '/api/house'))).request.body as HouseSettings;
    expect(Object.values(kept.labAxes)).toEqual(['ball=+x,left=+y']);
    (await sent(h)).flush({ ...IMPORTED, file: 'lab.c3d' });
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
