import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ImportActions } from '../../state/import-actions';
import { OfficeActions } from '../../state/office';
import { openHouse, openLesson } from '../../testing/house';
import { bay, lesson, pupil, swing } from '../../testing/samples';
import { BayActions } from '../../state/bay';
import { ImportSheet } from './import-sheet';
import { lookWords } from './look-words';

const CSV = ['time,cop_x,cop_y,load', ...Array.from({ length: 60 }, (_, k) => `${k / 100},0.01,0.02,700`)].join('\n');
const csv = (name: string) => new File([CSV], name);
const { pupil: _, rack: __, ...head } = lesson;
const mine = { ...pupil, lessons: [head, { ...head, id: 'older', startedAt: '2026-10-01T10:00:00.000Z' }] };
const other = { ...pupil, id: 'q', name: 'Another', lessons: [] };

describe('what is asked about files', () => {
  const sheet = async (files: File[], withLesson = true) => {
    const closed = { times: 0 };
    const providers = [
      { provide: DIALOG_DATA, useValue: files },
      { provide: DialogRef, useValue: { close: () => closed.times++ } },
    ];
    const house = withLesson
      ? openLesson({ rack: [swing(1, { clubName: '6-iron' })] }, providers)
      : openHouse(providers);
    house.dispatch(
      OfficeActions.pupilsCame({ pupils: [mine, other] }),
      BayActions.bayCame({ bay: { ...bay, club: 'driver', clubName: 'driver' } }),
    );
    const c = await house.show(ImportSheet);
    const settled = async (words: string) => {
      for (let i = 0; i < 1500 && !c.text().includes(words); i++) {
        await new Promise((r) => setTimeout(r, 20));
        await c.set({});
      }
      expect(c.text()).toContain(words);
    };
    return { house, c, closed, settled };
  };
  const chosen = (c: Awaited<ReturnType<typeof sheet>>['c'], label: string) =>
    (
      c
        .all('label')
        .find((l) => l.textContent.trim().startsWith(label))!
        .querySelector('select') as HTMLSelectElement
    ).value;

  it('is whose it is and the club of the lesson’s last swing, not what stands on the bay', async () => {
    const { house, c, closed, settled } = await sheet([csv('a.csv')]);
    await settled('CSV whose columns say what they are');
    expect([chosen(c, 'Pupil'), chosen(c, 'Lesson'), chosen(c, 'Club'), chosen(c, 'Kind')]).toEqual([
      pupil.id,
      'l',
      '6-iron',
      'full',
    ]);
    await c.fill('Club', 'wedge');
    await c.fill('Lesson', 'older');
    await c.press('Read it');
    expect(closed.times).toBe(1);
    for (let i = 0; i < 1500; i++) {
      const sent = house.maybe('POST', '/api/lessons/older/recordings');
      if (sent) return expect(sent.request.params.get('clubName')).toBe('wedge');
      await new Promise((r) => setTimeout(r, 20));
    }
    throw new Error('it was not sent');
  });
  it('needs a pupil from the office; a new lesson is made where one is wanted, and the bay stays where it is', async () => {
    const { house, c, settled } = await sheet([csv('a.csv')], false);
    await settled('CSV whose');
    expect((c.all('button.main-button')[0] as HTMLButtonElement).disabled).toBeTrue();
    await c.fill('Pupil', 'q');
    await c.press('Read it');
    house.asked('POST', '/api/pupils/q/lessons').flush({ ...head, id: 'fresh', pupilId: 'q' });
    expect(house.maybe('PUT', '/api/bays/bay-3')).toBeUndefined();
    for (let i = 0; i < 1500; i++) {
      if (house.maybe('POST', '/api/lessons/fresh/recordings')) return;
      await new Promise((r) => setTimeout(r, 20));
    }
    throw new Error('it was not sent');
  });
  it('lists several with what each was understood to be; what cannot be read is said and left out', async () => {
    const broken = new File(['not a c3d'], 'b.c3d');
    const { house, c, settled } = await sheet([csv('a.csv'), broken, csv('c.csv')]);
    await settled('Nothing of it is stored.');
    await settled('Read 2 files');
    c.all('button[aria-label="Leave out c.csv"]')[0]!.click();
    await c.set({});
    await settled('Read 1 file');
    await settled('CSV whose columns say what they are');
    await c.press('Read 1 file');
    house.dispatch(
      ImportActions.fileImported({ imported: { file: 'a.csv', device: 'path', swings: [], warnings: ['short'] } }),
    );
    await settled('0 swings read from a pressure path. Short.');
    expect(c.text()).toContain('To the lesson');
  });
  it('is said of each kind of file', () => {
    const source = 'x';
    expect(lookWords({ format: 'c3d', source }, false)).toContain('its axes are asked next');
    expect(lookWords({ format: 'c3d', source }, true)).toContain('are known');
    const table = {
      format: 'csv' as const,
      source,
      known: false,
      names: ['a', 'b'],
      units: null,
      guess: { columns: {}, keys: {} },
    };
    expect(lookWords(table, false)).toContain('2 columns and a header that is new here');
    expect(lookWords(table, true)).toContain('as they were told before');
    expect(lookWords({ format: 'other' }, true)).toContain('says itself');
  });
});
