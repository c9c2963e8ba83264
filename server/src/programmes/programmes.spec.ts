import {
  Booked,
  type Booking,
  DEFAULT_HOUSE,
  Followed,
  type FollowerMoved,
  HouseProgramme,
  LessonHead,
  Problem,
  type ProgrammePast,
  Programmes,
} from '@vilko/contract';
import { addDays, type Day, PROGRAMMES, weekday } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { DateTime } from 'luxon';
import { type TestApp, testApp } from '../testing/test-app.js';

const ZONE = 'Europe/Oslo';
const COURSE = PROGRAMMES[0]!;
const STEP = {
  name: 'Lead',
  what: 'Be on it.',
  measure: 'share.lead.p7',
  target: null,
  drills: ['tap-after'],
  weeks: 2,
};
const OWN = { name: 'Short one', about: '', steps: [STEP, { ...STEP, name: 'Again', weeks: 1 }] };

describe('a programme', () => {
  let app: TestApp;
  let bay: string;
  const today = DateTime.now().setZone(ZONE).toISODate() as Day;
  beforeEach(async () => {
    app = await testApp();
    await app.send('PUT', '/api/house', { ...DEFAULT_HOUSE, zone: ZONE, coaches: ['Runa'] });
    bay = (await app.get('/api/bays')).json<{ id: string }[]>()[0]!.id;
    await app.pupils.add({ ...(await app.pupils.one('p'))!, id: 'q', name: 'Another' });
  });
  afterEach(() => app.close());

  const all = async () => Programmes.parse((await app.get('/api/programmes')).json());
  const follow = async (id: string, ...pupilIds: string[]) =>
    (await app.send('POST', `/api/programmes/${id}/followers`, { pupilIds })).json<FollowerMoved[]>();
  const act = (id: string, what: string) => app.send('POST', `/api/followers/${id}`, { act: what });
  const moved = async (id: string, what: string) => (await act(id, what)).json<FollowerMoved>();
  const book = async (date: string, more: object = {}): Promise<Booking> => {
    const wanted = { bay, coach: 'Runa', date, from: 600, minutes: 60, pupilId: 'p', ...more };
    return Booked.parse((await app.send('POST', '/api/bookings', wanted)).json()).bookings[0]!;
  };
  const own = async (): Promise<string> =>
    HouseProgramme.parse((await app.send('POST', '/api/programmes', OWN)).json()).programme.id;

  it('stands on the shelf, is changed in its place, taken off and put back', async () => {
    expect((await all()).programmes.map((p) => [p.programme.id, p.own, p.off])).toEqual([[COURSE.id, false, false]]);
    const { id: _, ...changed } = { ...COURSE, name: 'From the ground up' };
    await app.send('PUT', `/api/programmes/${COURSE.id}`, changed);
    await own();
    await app.send('DELETE', `/api/programmes/${COURSE.id}`);
    expect((await all()).programmes.map((p) => [p.programme.name, p.own, p.off])).toEqual([
      ['From the ground up', true, true],
      ['Short one', true, false],
    ]);
    await app.send('POST', `/api/programmes/${COURSE.id}/restore`);
    expect((await all()).programmes[0]!.off).toBeFalse();
    // as it comes with the application, whatever order its parts are kept in
    await app.send('PUT', `/api/programmes/${COURSE.id}`, {
      name: COURSE.name,
      about: COURSE.about,
      steps: COURSE.steps,
    });
    expect((await all()).programmes[0]!.own).toBeFalse();
    expect((await app.send('PUT', '/api/programmes/none', OWN)).statusCode).toBe(404);
    const odd = await app.send('POST', '/api/programmes', { ...OWN, steps: [{ ...STEP, measure: 'share.of.luck' }] });
    expect(odd.json<Problem>().message).toContain('there is no measure "share.of.luck"');
  });

  it('books the test of its step at the usual hour by itself, or says why it could not', async () => {
    const usual = addDays(today, 1);
    await book(usual, { minutes: 45 });
    const [first, second] = await follow(await own(), 'p', 'q');
    // the same day of the week, two weeks on or the first after it
    const due = addDays(today, 14);
    const on = addDays(due, (weekday(usual) - weekday(due) + 7) % 7);
    expect([first!.follower.testOn, first!.follower.test]).toEqual([due, { date: on, from: 600 }]);
    expect(first!.said).toMatch(/^Somebody: the test is booked, /);
    const [booking] = (await app.get(`/api/bookings?from=${on}&days=1`)).json<{ bookings: Booking[] }>().bookings;
    expect([booking!.purpose, booking!.minutes, booking!.coach]).toEqual(['retest', 45, 'Runa']);
    expect(second!.said).toMatch(/^Another has no usual time: book the test of /);
    expect(second!.follower.test).toBeNull();
    expect((await follow(COURSE.id, 'p'))[0]!.said).toContain('follows a programme already');
  });

  it('takes the next week where the hour is taken, and a time that is booked near the day as the test', async () => {
    const usual = addDays(today, 1);
    await book(usual);
    const due = addDays(today, 14);
    const on = addDays(due, (weekday(usual) - weekday(due) + 7) % 7);
    await book(on, { pupilId: 'q' });
    const [first, other] = await follow(await own(), 'p', 'q');
    expect(first!.follower.test?.date).toBe(addDays(on, 7));
    expect(other!.said).toContain('is tested in the time that is booked');
    expect(other!.follower.test).toEqual({ date: on, from: 600 });
  });

  it('sets out the lesson that was booked, says how the step stands in it, and is moved on with that word', async () => {
    const booking = await book(today, { from: 0, minutes: 30, evenClosed: true });
    const [{ follower }] = (await follow(await own(), 'p')) as [FollowerMoved];
    const lesson = LessonHead.parse((await app.send('POST', `/api/bookings/${booking.id}/begin`)).json());
    expect([lesson.measure, lesson.target, lesson.aim]).toEqual(['share.lead.p7', null, 'Be on it.']);
    expect(follower.standing).toBeNull();
    for (let i = 0; i < 4; i++) {
      const { recording } = simulate({ device: 'mat', seed: 40 + i, style: { spread: 0.2 } });
      await app.bring(recording, `${i}.vilko`, lesson.id);
    }
    const { follower: now } = Followed.parse((await app.get('/api/pupils/p/programme')).json());
    expect([now.standing?.lessonId, now.standing?.word, now.standing?.inside, now.standing?.of]).toEqual([
      lesson.id,
      'met',
      4,
      4,
    ]);
    const on = await moved(follower.id, 'on');
    expect(on.follower.done.map((d) => [d.step, d.word, d.lessonId])).toEqual([[0, 'met', lesson.id]]);
    expect([on.follower.step, on.follower.standing]).toEqual([1, null]);
    const past = (await app.get('/api/pupils/p/programmes')).json<ProgrammePast[]>();
    expect(past.map((p) => [p.name, p.steps.map((s) => [s.name, s.word, s.until === null])])).toEqual([
      [
        'Short one',
        [
          ['Lead', 'met', false],
          ['Again', null, true],
        ],
      ],
    ]);
    const through = await moved(follower.id, 'on');
    expect([through.follower.ended, through.said]).toEqual(['through', 'Somebody is through.']);
    expect((await app.get('/api/pupils/p/programme')).json()).toBeNull();
    // who is through is not moved on, and may take the last step up again
    expect((await act(follower.id, 'on')).statusCode).toBe(422);
    const again = await moved(follower.id, 'go on');
    expect([again.follower.ended, again.follower.step]).toEqual([null, 1]);
  });

  it('is gone back in, left, and taken up again unless another is followed', async () => {
    const [{ follower }] = (await follow(await own(), 'p')) as [FollowerMoved];
    expect((await act(follower.id, 'back')).json<Problem>().message).toContain('first step');
    await moved(follower.id, 'on');
    const back = await moved(follower.id, 'back');
    expect([back.follower.step, back.follower.done]).toEqual([0, []]);
    expect((await moved(follower.id, 'leave')).follower.ended).toBe('left');
    await follow(COURSE.id, 'p');
    expect((await act(follower.id, 'go on')).json<Problem>().message).toContain('follows another programme');
    expect((await act('none', 'on')).statusCode).toBe(404);
  });

  it('comes back out of a backup, and goes on with whom two records become', async () => {
    const id = await own();
    const [, { follower }] = (await follow(id, 'p', 'q')) as [FollowerMoved, FollowerMoved];
    await moved(follower.id, 'on');
    const { name } = (await app.send('POST', '/api/backups')).json<{ name: string }>();
    const bytes = new Uint8Array((await app.get(`/api/backups/${name}`)).rawPayload);
    await app.send('POST', '/api/pupils/q/erase', { name: 'Another' });
    expect((await all()).followers.map((f) => f.pupilId)).toEqual(['p']);
    await app.sendBytes(`/api/restore?name=${name}`, bytes);
    expect((await all()).followers.map((f) => [f.pupilId, f.step])).toEqual([
      ['q', 1],
      ['p', 0],
    ]);
    await app.send('POST', '/api/pupils/p/merge', { double: 'q' });
    const theirs = (await all()).followers;
    expect(theirs.map((f) => [f.pupilId, f.ended])).toEqual(
      jasmine.arrayWithExactContents([
        ['p', null],
        ['p', 'left'],
      ]),
    );
  });
});

describe('a booking', () => {
  it('whose coach teaches here no more is still cancelled, and goes to one who does', async () => {
    const app = await testApp();
    await app.send('PUT', '/api/house', { ...DEFAULT_HOUSE, zone: ZONE, coaches: ['Runa', 'Aslak'] });
    const [{ id: bay }] = (await app.get('/api/bays')).json<[{ id: string }]>();
    const wanted = { bay, coach: 'Aslak', date: '2030-07-08', from: 600, minutes: 60, pupilId: 'p' };
    const [booking] = Booked.parse((await app.send('POST', '/api/bookings', wanted)).json()).bookings;
    await app.send('PUT', '/api/house', { ...DEFAULT_HOUSE, zone: ZONE, coaches: ['Runa'] });
    const change = async (what: object) => app.send('PATCH', `/api/bookings/${booking!.id}`, what);
    expect((await change({ state: 'cancelled' })).statusCode).toBe(200);
    expect((await change({ coach: 'Nobody' })).statusCode).toBe(422);
    expect((await change({ coach: 'Runa', state: 'booked' })).json<Booked>().bookings[0]!.coach).toBe('Runa');
    await app.close();
  });
});
