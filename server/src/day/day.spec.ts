import {
  Booked,
  type Booking,
  CalendarDays,
  CalendarTaken,
  DEFAULT_HOUSE,
  LessonHead,
  type Letter,
  type LogEntry,
  type NewBooking,
  Problem,
  Today,
  CalendarAddress,
  BLANK_ENTRY,
} from '@vilko/contract';
import fc from 'fast-check';
import ICAL from 'ical.js';
import { type TestApp, testApp } from '../testing/test-app.js';
import { houseClock } from './house-clock.js';
import { needsOf } from './needs.js';
import { readCalendar } from './read-calendar.js';

const HOUSE = { ...DEFAULT_HOUSE, zone: 'Europe/Oslo', coaches: ['Runa', 'Aslak'] };

describe('the house’s clock', () => {
  const clock = houseClock(HOUSE);
  it('shows a moment and finds it again, in summer and in winter', () => {
    fc.assert(
      fc.property(fc.integer({ min: Date.UTC(2024, 0) / 60000, max: Date.UTC(2032, 0) / 60000 }), (minute) => {
        const wall = clock.wall(new Date(minute * 60_000));
        // the hour that comes twice in autumn is the first of the two
        const back = clock.moment(wall).getTime() / 60_000;
        expect([0, 60]).toContain(Math.abs(back - minute));
        expect(clock.wall(clock.moment(wall))).toEqual(wall);
      }),
    );
  });
  it('has no time that summer time leaves out', () => {
    expect(() => clock.moment({ date: '2027-03-28', from: 150 })).toThrowError(/there is no 02:30/);
    expect(clock.moment({ date: '2027-03-28', from: 180 }).toISOString()).toBe('2027-03-28T01:00:00.000Z');
  });
  it('has days of 23 and of 25 hours', () => {
    const hours = (day: string): number => {
      const [a, b] = clock.span(day, 1);
      return (b.getTime() - a.getTime()) / 3_600_000;
    };
    expect([hours('2027-03-28'), hours('2026-10-25'), hours('2026-12-07')]).toEqual([23, 25, 24]);
  });
  it('of no time zone is refused', () => {
    expect(() => houseClock({ ...HOUSE, zone: 'Harbour' })).toThrowError(/“Harbour” is no time zone/);
  });
});

describe('bookings', () => {
  let app: TestApp;
  let bay: string;
  beforeEach(async () => {
    app = await testApp();
    await app.send('PUT', '/api/house', HOUSE);
    bay = (await app.get('/api/bays')).json<{ id: string }[]>()[0]!.id;
    await app.pupils.add({ ...(await app.pupils.one('p'))!, id: 'q', name: 'Somebody else' });
  });
  afterEach(() => app.close());

  const wanted = (more: Partial<NewBooking> = {}): object => ({
    bay,
    coach: 'Runa',
    date: '2026-12-07',
    from: 600,
    minutes: 60,
    pupilId: 'p',
    ...more,
  });
  const book = async (more: Partial<NewBooking> = {}) => app.send('POST', '/api/bookings', wanted(more));
  const booked = async (more: Partial<NewBooking> = {}): Promise<Booking> =>
    Booked.parse((await book(more)).json()).bookings[0]!;
  const refused = async (more: Partial<NewBooking>): Promise<string> => {
    const answer = await book(more);
    expect(answer.statusCode).toBe(422);
    return Problem.parse(answer.json()).message;
  };
  const days = async (from: string, n = 1) =>
    CalendarDays.parse((await app.get(`/api/bookings?from=${from}&days=${n}`)).json());
  const change = async (id: string, what: object) => app.send('PATCH', `/api/bookings/${id}`, what);

  it('stand in the house’s own time, and are read on their day', async () => {
    const one = await booked();
    expect([one.startsAt, one.endsAt, one.name]).toEqual([
      '2026-12-07T09:00:00.000Z',
      '2026-12-07T10:00:00.000Z',
      'Somebody',
    ]);
    expect((await days('2026-12-07')).bookings).toEqual([one]);
    expect((await days('2026-12-08')).bookings).toEqual([]);
    expect((await days('2026-12-07', 7)).days.length).toBe(7);
  });
  it('are never two in one bay, with one coach or of one pupil, and may follow each other', async () => {
    await booked();
    expect(await refused({ pupilId: 'q', coach: 'Aslak', from: 645 })).toBe(
      'Bay 3 is taken by Somebody from 10:00 to 11:00.',
    );
    await app.send('POST', '/api/bays', { name: 'Net' });
    const net = (await app.get('/api/bays')).json<{ id: string }[]>()[1]!.id;
    expect(await refused({ pupilId: 'q', bay: net, from: 570 })).toBe('Runa is taken by Somebody from 10:00 to 11:00.');
    expect(await refused({ coach: 'Aslak', bay: net, from: 630 })).toBe(
      'Somebody is taken in Bay 3 from 10:00 to 11:00.',
    );
    expect((await book({ pupilId: 'q', from: 660 })).statusCode).toBe(201);
    expect((await days('2026-12-07')).bookings.length).toBe(2);
  });
  it('hold that against requests at the same moment', async () => {
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, i) => book({ pupilId: i % 2 ? 'p' : 'q', from: 600 + 10 * i })),
    );
    expect(answers.map((a) => a.statusCode).sort()).toEqual([201, 422, 422, 422, 422, 422]);
  });
  it('give their time back once they are cancelled or nobody came, and take it again', async () => {
    const one = await booked();
    for (const state of ['cancelled', 'absent'] as const) {
      expect((await change(one.id, { state })).statusCode).toBe(200);
      const other = await booked({ pupilId: 'q' });
      expect((await change(one.id, { state: 'booked' })).statusCode).toBe(422);
      await change(other.id, { state: 'cancelled' });
      expect((await change(one.id, { state: 'booked' })).statusCode).toBe(200);
    }
  });
  it('lie within the hours of the house unless that is wished', async () => {
    expect(await refused({ from: 420 })).toBe('the house is open from 08:00 to 21:00 that day.');
    expect((await book({ from: 420, evenClosed: true })).statusCode).toBe(201);
    await app.send('PUT', '/api/house', { ...HOUSE, hours: HOUSE.hours.map((h, i) => (i === 6 ? null : h)) });
    expect(await refused({ date: '2026-12-13' })).toBe('the house is closed that day.');
    expect((await days('2026-12-13')).days[0]!.open).toBeNull();
  });
  it('need somebody who comes, a bay, and one who teaches here', async () => {
    expect(await refused({ pupilId: null })).toBe('choose who comes.');
    expect(await refused({ pupilId: 'nobody' })).toBe('there is no such pupil.');
    expect(await refused({ bay: null })).toBe('a lesson needs a bay.');
    expect(await refused({ bay: 'no-bay' })).toBe('there is no such bay.');
    expect(await refused({ coach: 'Stranger' })).toContain('nobody called “Stranger” teaches here');
    expect((await book({ purpose: 'busy', pupilId: null, bay: null, title: 'Dentist' })).statusCode).toBe(201);
    expect(await refused({})).toBe('Runa is taken by Dentist from 10:00 to 11:00.');
  });
  it('come again every week at the same hour by the house’s clock, over the end of summer time', async () => {
    const { bookings } = Booked.parse((await book({ date: '2026-10-12', repeat: { everyWeeks: 1, times: 4 } })).json());
    expect(bookings.map((b) => b.date)).toEqual(['2026-10-12', '2026-10-19', '2026-10-26', '2026-11-02']);
    expect(bookings.map((b) => b.from)).toEqual([600, 600, 600, 600]);
    expect(bookings.map((b) => b.startsAt.slice(11, 16))).toEqual(['08:00', '08:00', '09:00', '09:00']);
  });
  it('are made all or none, saying which cannot be; or all that can be', async () => {
    await booked({ pupilId: 'q', date: '2026-12-14', from: 630 });
    const series = { repeat: { everyWeeks: 1, times: 3 } };
    expect(await refused(series)).toBe(
      '1 of 3 cannot be (2026-12-14: Bay 3 is taken by Somebody else from 10:30 to 11:30).',
    );
    expect((await days('2026-12-07')).bookings).toEqual([]);
    const { bookings, refused: left } = Booked.parse((await book({ ...series, leaveOut: true })).json());
    expect(bookings.map((b) => b.date)).toEqual(['2026-12-07', '2026-12-21']);
    expect(left).toEqual(['2026-12-14: Bay 3 is taken by Somebody else from 10:30 to 11:30']);
  });
  it('of a series are moved by as much from one on, over their own times too', async () => {
    const { bookings } = Booked.parse((await book({ repeat: { everyWeeks: 1, times: 4 } })).json());
    const moved = await change(bookings[1]!.id, { which: 'following', date: '2026-12-21', from: 660 });
    expect(moved.statusCode).toBe(200);
    const all = (await days('2026-12-01', 60)).bookings.map((b) => `${b.date} ${b.from}`);
    expect(all).toEqual(['2026-12-07 600', '2026-12-21 660', '2026-12-28 660', '2027-01-04 660']);
  });
  it('become a lesson once, set out as the one before, and are not moved any more', async () => {
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p7', footwear: 'socks' });
    const one = await booked({ aim: 'Step to the lead foot' });
    const lesson = LessonHead.parse((await app.send('POST', `/api/bookings/${one.id}/begin`)).json());
    expect([lesson.pupilId, lesson.aim, lesson.measure, lesson.footwear, lesson.bay]).toEqual([
      'p',
      'Step to the lead foot',
      'share.lead.p7',
      'socks',
      'Bay 3',
    ]);
    const again = LessonHead.parse((await app.send('POST', `/api/bookings/${one.id}/begin`)).json());
    expect(again.id).toBe(lesson.id);
    expect(Problem.parse((await change(one.id, { from: 700 })).json()).message).toContain('its lesson has begun');
    expect((await days('2026-12-07')).bookings[0]).toEqual(
      jasmine.objectContaining({ state: 'begun', lessonId: lesson.id }),
    );
  });
  it('go with whoever is erased, come back from a backup, and go to the other of two who are one', async () => {
    const one = await booked();
    await booked({ purpose: 'busy', pupilId: null, bay: null, title: 'Dentist', from: 900 });
    const { name } = (await app.send('POST', '/api/backups')).json<{ name: string }>();
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    expect((await days('2026-12-07')).bookings.map((b) => b.name)).toEqual(['Dentist']);
    await app.send('POST', `/api/backups/${name}/restore`);
    expect((await days('2026-12-07')).bookings[0]).toEqual(one);
    await app.send('POST', '/api/pupils/q/merge', { double: 'p' });
    expect((await days('2026-12-07')).bookings[0]!.pupilId).toBe('q');
  });

  describe('as a calendar', () => {
    const open = async (): Promise<string> =>
      CalendarAddress.parse((await app.send('POST', '/api/calendars', { coach: 'Runa' })).json()).url!;
    const events = (text: string): ICAL.Event[] =>
      new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent').map((c) => new ICAL.Event(c));

    it('are read by another program at a secret address, until it is closed', async () => {
      const url = await open();
      const soon = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
      const one = await booked({ date: soon, aim: 'Heels; then, toes' });
      await booked({ date: soon, from: 720, pupilId: 'q', coach: 'Aslak' });
      const file = await app.get(url);
      expect(file.headers['content-type']).toContain('text/calendar');
      const [event, ...others] = events(file.body);
      expect(others).toEqual([]);
      expect([event!.summary, event!.location, event!.description]).toEqual(['Somebody', 'Bay 3', 'Heels; then, toes']);
      expect(event!.startDate.toJSDate().toISOString()).toBe(one.startsAt);
      expect(event!.endDate.toJSDate().toISOString()).toBe(one.endsAt);
      const another = await open();
      expect([(await app.get(url)).statusCode, (await app.get(another)).statusCode]).toEqual([404, 200]);
      await app.send('POST', '/api/calendars/close', { coach: 'Runa' });
      expect((await app.get(another)).statusCode).toBe(404);
    });
    it('of elsewhere are taken in once: lessons by the pupil’s name, all else as time that is taken', async () => {
      const day = new Date(Date.now() + 5 * 86_400_000).toISOString().slice(0, 10).replaceAll('-', '');
      const entry = (uid: string, from: string, to: string, more: string): string =>
        `BEGIN:VEVENT\r\nUID:${uid}\r\nDTSTART:${day}T${from}00Z\r\nDTEND:${day}T${to}00Z\r\n${more}\r\nEND:VEVENT\r\n`;
      const text = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${entry('a', '0800', '0900', 'SUMMARY:somebody')}${entry('b', '1000', '1030', 'SUMMARY:Ferry\r\nRRULE:FREQ=DAILY;COUNT=3')}${entry('c', '0830', '0930', 'SUMMARY:Somebody else')}${entry('d', '1200', '1300', 'SUMMARY:Off\r\nSTATUS:CANCELLED')}END:VCALENDAR\r\n`;
      const take = async (): Promise<CalendarTaken> => {
        const url = `/api/bookings/calendar?coach=Runa&bay=${bay}`;
        const answer = await app.sendBytes(url, new TextEncoder().encode(text));
        return CalendarTaken.parse(answer.json());
      };
      const first = await take();
      expect([first.lessons, first.busy, first.known]).toEqual([1, 3, 0]);
      expect(first.refused.length).toBe(1);
      expect(first.refused[0]).toMatch(/“Somebody else”: Bay 3 is taken by Somebody from/);
      expect((await take()).known).toBe(4);
    });
    it('are refused in a sentence where they are none', () => {
      for (const text of ['', 'no calendar', 'BEGIN:VCARD\r\nEND:VCARD'])
        expect(() => readCalendar(text, new Date(0), new Date())).toThrowError(/this is no calendar file/);
    });
    it('with a zone of their own and a moved time are understood', () => {
      const text = [
        'BEGIN:VCALENDAR',
        'BEGIN:VTIMEZONE',
        'TZID:Harbour',
        'BEGIN:STANDARD',
        'DTSTART:19700101T000000',
        'TZOFFSETFROM:+0300',
        'TZOFFSETTO:+0300',
        'END:STANDARD',
        'END:VTIMEZONE',
        'BEGIN:VEVENT',
        'UID:x',
        'DTSTART;TZID=Harbour:20261207T100000',
        'DTEND;TZID=Harbour:20261207T110000',
        'RRULE:FREQ=WEEKLY;COUNT=3',
        'EXDATE;TZID=Harbour:20261221T100000',
        'SUMMARY:Choir',
        'END:VEVENT',
        'BEGIN:VEVENT',
        'UID:x',
        'RECURRENCE-ID;TZID=Harbour:20261214T100000',
        'DTSTART;TZID=Harbour:20261215T120000',
        'DTEND;TZID=Harbour:20261215T130000',
        'SUMMARY:Choir, moved',
        'END:VEVENT',
        'END:VCALENDAR',
      ].join('\r\n');
      const read = readCalendar(text, new Date('2026-12-01'), new Date('2027-01-01'));
      expect(read.map((e) => [e.title, e.startsAt.toISOString()])).toEqual([
        ['Choir', '2026-12-07T07:00:00.000Z'],
        ['Choir, moved', '2026-12-15T09:00:00.000Z'],
      ]);
    });
  });

  it('of today say what is known before, and what waits stands beside them', async () => {
    const now = new Date();
    const { date } = houseClock(HOUSE).wall(now);
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p7', nextVisit: '2026-11-10' });
    await app.send('PATCH', '/api/pupils/q', { archived: true });
    const before = Today.parse((await app.get('/api/today')).json());
    expect([before.first, before.coming.length]).toEqual([false, 0]);
    expect(before.needs.map((n) => [n.kind, n.name])).toEqual([['visit', 'Somebody']]);
    await booked({ date, from: 1300, minutes: 60, evenClosed: true });
    const { coming, needs } = Today.parse((await app.get('/api/today')).json());
    expect(coming.map((c) => [c.booking.name, c.last?.lessonId, c.agreed?.measure, c.agreed?.band])).toEqual([
      ['Somebody', 'l', 'share.lead.p7', null],
    ]);
    expect(needs).toEqual([]);
    const { booking } = coming[0]!;
    expect((await app.get(`/api/bookings/${booking.id}/preparation`)).json()).toEqual(coming[0]);
    expect((await app.get('/api/bookings/none/preparation')).statusCode).toBe(404);
  });
});

describe('what waits for a person', () => {
  const lesson = {
    pupilId: 'p',
    name: 'Somebody',
    lessonId: 'l',
    startedAt: new Date('2026-11-20T10:00:00Z'),
    nextVisit: null,
  };
  const known = {
    today: '2026-12-07',
    dayOf: (m: Date) => m.toISOString().slice(0, 10),
    lessons: [lesson],
    plans: [],
    sent: [],
    booked: new Map<string, string>(),
    waiting: 0,
    unsent: [],
  };
  const entry = (more: Partial<LogEntry> & Pick<LogEntry, 'kind'>): LogEntry => ({
    ...BLANK_ENTRY,
    id: 'e',
    pupilId: 'p',
    at: '2026-11-25T10:00:00Z',
    from: 'pupil' as const,
    ...more,
  });
  const block = (date: string, result: object | null) => ({ id: date, date, drill: 'tap-after', result });
  const plan = (blocks: object[], retest?: string) =>
    [
      { pupilId: 'p', plan: { wish: { ...(retest ? { retest: { on: retest } } : {}) }, blocks } },
    ] as unknown as Parameters<typeof needsOf>[0]['plans'];

  it('is nothing where nothing does', () => {
    expect(needsOf(known)).toEqual([]);
  });
  it('puts pain before all else, from an entry or a day of the plan, and only since the last visit', () => {
    const sent = [entry({ kind: 'home', painBefore: 1, painAfter: 3 }), entry({ kind: 'answer', note: 'Better' })];
    const needs = needsOf({ ...known, sent, waiting: 2 });
    expect(needs.map((n) => [n.kind, n.words])).toEqual([
      ['pain', 'Pain 1 before, 3 after practice.'],
      ['answer', '“Better” 2 entries in all.'],
      ['inbox', '2 swings wait to be given to somebody.'],
    ]);
    // what was answered waits for nobody
    const replied = { text: 'Good.', at: '2026-12-06T10:00:00Z' };
    const answered = [
      entry({ kind: 'answer', note: 'Better', reply: replied }),
      entry({ kind: 'answer', note: 'And?' }),
    ];
    expect(needsOf({ ...known, sent: answered }).map((n) => n.words)).toEqual(['“And?”']);
    const old = [entry({ kind: 'home', painBefore: null, painAfter: 6, at: '2026-11-01T10:00:00Z' })];
    expect(needsOf({ ...known, sent: old })).toEqual([]);
    const done = { did: 'stopped', test: null, painBefore: null, painAfter: 5, note: '' };
    expect(needsOf({ ...known, plans: plan([block('2026-11-28', done)]) })[0]?.words).toBe(
      'Pain 5 of 10 after practice.',
    );
  });
  it('says a visit or a retest that is over due, until one is booked', () => {
    const lessons = [{ ...lesson, nextVisit: '2026-12-04' }];
    expect(needsOf({ ...known, lessons })[0]?.words).toBe('Was to come 3 days ago, and has not booked.');
    expect(needsOf({ ...known, lessons, booked: new Map([['p', '2026-12-09']]) })).toEqual([]);
    const due = needsOf({ ...known, lessons, plans: plan([], '2026-12-06') });
    expect(due.map((n) => [n.kind, n.words])).toEqual([['retest', 'A retest was due yesterday, and none is booked.']]);
    expect(needsOf({ ...known, plans: plan([], '2026-12-08') })).toEqual([]);
  });
  it('says a letter that did not go, and one that lies written; one that is on its way waits for nobody', () => {
    const letter = (state: Letter['state'], why: string | null): Letter => ({
      ...{ id: state, lessonId: 'l', pupilId: 'p', name: 'Somebody', to: 'a@b.no', subject: 's', text: 't', tries: 1 },
      ...{ startedAt: '2026-12-05T10:00:00Z', madeAt: '2026-12-05T11:00:00Z', stateAt: '2026-12-06T11:00:00Z' },
      ...{ state, why },
    });
    const unsent = [letter('failed', 'the mail server a.no:25 does not answer'), letter('written', null)];
    const needs = needsOf({ ...known, unsent: [...unsent, letter('sending', null)] });
    expect(needs.map((n) => [n.kind, n.words, n.since])).toEqual([
      ['letter', 'A letter did not go: the mail server a.no:25 does not answer.', '2026-12-06'],
      ['letter', 'A letter is written and has not gone.', '2026-12-06'],
    ]);
  });
  it('asks about a plan once three of its days went by without a word', () => {
    const days = ['2026-12-01', '2026-12-03', '2026-12-05'].map((d) => block(d, null));
    expect(needsOf({ ...known, plans: plan(days.slice(1)) })).toEqual([]);
    expect(needsOf({ ...known, plans: plan(days) })[0]?.words).toBe('3 days of the plan went by without a word.');
  });
});
