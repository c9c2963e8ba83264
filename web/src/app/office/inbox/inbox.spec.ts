import type { InboxSwing } from '@vilko/contract/inbox';
import { BayActions } from '../../state/bay';
import { NoticeActions } from '../../state/notices';
import { openHouse } from '../../testing/house';
import { bay, lesson, pupil } from '../../testing/samples';
import { Inbox } from './inbox';

const lies = (n: number, more: Partial<InboxSwing> = {}): InboxSwing => ({
  id: `i${n}`,
  bay: 'Bay 3',
  recordedAt: '2026-11-20T10:00:00.000Z',
  device: 'plates',
  club: 'iron',
  clubName: '7-iron',
  kind: 'full',
  tag: 'ball',
  reason: 'Bay 3 slept: nobody had stood there for a while',
  lessonId: 'l',
  pupil: 'Somebody',
  handed: 'right',
  thumbnail: null,
  ...more,
});
const { pupil: _, rack: __, ...head } = lesson;

describe('the inbox', () => {
  const open = async (swings: InboxSwing[]) => {
    const house = openHouse();
    const c = await house.show(Inbox);
    house.asked('GET', '/api/inbox').flush(swings);
    house
      .asked('GET', '/api/pupils')
      .flush([{ ...pupil, lessons: [{ ...head, id: 'newer', startedAt: '2026-11-27T10:00:00.000Z' }, head] }]);
    await c.set({});
    return { house, c };
  };

  it('says what lies there and why, and goes where the bay’s lesson was unless another is named', async () => {
    const { house, c } = await open([lies(1), lies(2, { clubName: 'driver' })]);
    expect(c.text()).toContain('0 of 2 chosen');
    expect(c.text()).toContain('nobody had stood there for a while. Somebody’s lesson stood there.');
    c.all('li input')[1]!.click();
    await c.set({});
    await c.press('Into this lesson');
    const asked = house.asked('POST', '/api/inbox/assign');
    expect(asked.request.body).toEqual({ ids: ['i2'], lessonId: 'l' });
    asked.flush({ swings: 1 });
    house.asked('GET', '/api/inbox').flush([lies(1)]);
    await c.set({});
    expect(house.said()).toMatch(/^One swing went to .*20 Nov\.$/);
    expect(c.text()).toContain('0 of 1 chosen');
  });
  it('deletes what is chosen, and takes it back', async () => {
    const { house, c } = await open([lies(1), lies(2)]);
    c.all('input[type=checkbox]')[0]!.click();
    await c.set({});
    expect(c.text()).toContain('2 of 2 chosen');
    await c.press('Delete');
    house.asked('POST', '/api/inbox/delete').flush({ swings: 2 });
    house.asked('GET', '/api/inbox').flush([]);
    await c.set({});
    expect(c.text()).toContain('Nothing lies here');
    expect(house.said()).toBe('2 swings of the inbox deleted.');
    house.dispatch(NoticeActions.dismiss());
  });
  it('shows a swing that comes while one looks', async () => {
    const { house, c } = await open([lies(1)]);
    const asleep = (notice: string | null) =>
      house.dispatch(BayActions.bayCame({ bay: { ...bay, state: 'asleep', notice } }));
    asleep(null);
    house.quiet();
    asleep('A swing was found while the bay slept.');
    house.asked('GET', '/api/inbox').flush([lies(2), lies(1)]);
    await c.set({});
    expect(c.text()).toContain('0 of 2 chosen');
  });
  it('keeps what is chosen when the server refuses, and says why', async () => {
    const { house, c } = await open([lies(1)]);
    c.all('li input')[0]!.click();
    await c.set({});
    await c.press('Into this lesson');
    house
      .asked('POST', '/api/inbox/assign')
      .flush({ code: 'not-found', message: 'There is no such lesson.' }, { status: 404, statusText: 'Not Found' });
    await c.set({});
    expect(house.said()).toBe('There is no such lesson.');
    expect(c.text()).toContain('1 of 1 chosen');
  });
});
