import type { Booked, Booking, CalendarDays } from '@vilko/contract/booking';
import type { Letter, LetterDraft } from '@vilko/contract/letter';
import { provideDayState } from '../../state/day';
import { BayActions } from '../../state/bay';
import { LessonActions } from '../../state/lesson';
import { openLesson } from '../../testing/house';
import { bay, lesson, report, swing } from '../../testing/samples';
import { EndLesson } from './end-lesson';

const DRAFT: LetterDraft = {
  to: [
    { address: 'ada@example.org', whose: 'Ada' },
    { address: 'bo@example.org', whose: 'Bo' },
  ],
  subject: 'The lesson of 20 November 2026',
  text: 'Hello Ada,',
  mail: true,
  before: [],
};
const LETTER: Letter = {
  ...{ id: 'x', lessonId: 'l', pupilId: 'p', name: 'Ada', to: 'ada@example.org', subject: 'About', text: 'Hello' },
  ...{ startedAt: '2026-11-20T10:00:00Z', madeAt: '2026-11-20T11:00:00Z', stateAt: '2026-11-20T11:00:00Z' },
  ...{ state: 'sent', why: null, tries: 1 },
};
const BOOKING: Booking = {
  ...{ id: 'b', bay: 'bay', coach: 'Runa', pupilId: lesson.pupil.id, title: '', purpose: 'lesson', aim: '', note: '' },
  ...{ name: 'Ada', date: '2026-12-01', from: 615, minutes: 45, state: 'begun', series: null, lessonId: lesson.id },
  ...{ startsAt: '2026-12-01T09:15:00Z', endsAt: '2026-12-01T10:00:00Z' },
};
const DAYS: CalendarDays = {
  ...{ zone: 'Europe/Oslo', today: '2026-12-01', now: 700, coaches: ['Runa', 'Aslak'], days: [] },
  bookings: [BOOKING],
};

async function end(draft: LetterDraft = DRAFT) {
  const rack = { rack: [swing(1, { id: 's1' }), swing(2, { id: 's2', kind: 'slow' })] };
  const house = openLesson(rack, provideDayState());
  house.dispatch(BayActions.bayCame({ bay: { ...bay, lessonId: lesson.id } }));
  const c = await house.show(EndLesson, { lessonId: lesson.id });
  house.asked('GET', `/api/lessons/${lesson.id}/report`).flush(report);
  house.asked('GET', `/api/lessons/${lesson.id}/letter`).flush(draft);
  house.asked('GET', '/api/bookings').flush(DAYS);
  house.asked('GET', '/api/bays').flush([{ id: 'bay', name: 'Bay 3', who: null, state: 'armed', device: null }]);
  await c.set({});
  // what the draft rests on came: it is drafted anew
  house.maybe('GET', `/api/lessons/${lesson.id}/letter`)?.flush(draft);
  await c.set({});
  return { house, c };
}

describe('the end of a lesson', () => {
  it('shows the swings that count, stars one, and keeps what is said of pain', async () => {
    const { house, c } = await end();
    expect(c.all('vk-shown-swings button').map((b) => b.getAttribute('aria-label'))).toEqual(['Show swing 1, 7-iron']);
    c.all('vk-shown-swings button')[0]!.click();
    expect(house.asked('PATCH', '/api/swings/s1').request.body).toEqual({ starred: true });
    await c.fill('Pain afterwards', '3');
    expect(house.asked('PATCH', `/api/lessons/${lesson.id}`).request.body).toEqual({ painAfter: 3 });
  });

  it('books the next visit at the hour and place of this one, and the lesson knows its day', async () => {
    const { house, c } = await end();
    await c.fill('In how many weeks', '3');
    await c.press('Book');
    const booked = house.asked('POST', '/api/bookings');
    expect(booked.request.body).toEqual({
      ...{ bay: 'bay', coach: 'Runa', date: '2026-12-22', from: 615, minutes: 45, evenClosed: false },
      ...{ pupilId: lesson.pupil.id, purpose: 'lesson' },
    });
    const next: Booking = { ...BOOKING, id: 'n', date: '2026-12-22', state: 'booked', lessonId: null };
    booked.flush({ bookings: [next], refused: [] } satisfies Booked);
    expect(house.said()).toContain('Ada: booked Tue 22 Dec, 10:15');
    expect(house.asked('PATCH', `/api/lessons/${lesson.id}`).request.body).toEqual({ nextVisit: '2026-12-22' });
  });

  it('keeps the hour that was typed though the lesson changes meanwhile', async () => {
    const { house, c } = await end();
    await c.fill('From', '12:30');
    house.dispatch(LessonActions.swingChanged({ swing: swing(1, { id: 's1', starred: true }) }));
    await c.set({});
    await c.press('Book');
    expect((house.asked('POST', '/api/bookings').request.body as { from: number }).from).toBe(750);
  });

  it('says why a time cannot be, and takes it even so where only the house is closed', async () => {
    const { house, c } = await end();
    await c.press('Book');
    const refusal = { error: 'bad-option', message: 'the house is closed that day' };
    house.asked('POST', '/api/bookings').flush(refusal, { status: 422, statusText: 'no' });
    await c.set({});
    expect(c.all('vk-next-visit [role=alert]')[0]!.textContent).toContain('house is closed that day');
    await c.press('Even so');
    expect((house.asked('POST', '/api/bookings').request.body as { evenClosed: boolean }).evenClosed).toBeTrue();
  });

  it('sends the letter as it was changed, says why one did not go, and sends it again', async () => {
    const { house, c } = await end();
    expect(c.text()).toContain('Ada’s address.');
    await c.fill('To', 'bo@example.org');
    await c.fill('Text', 'Hello Bo,');
    expect(c.text()).toContain('Bo’s address.');
    await c.press('Send');
    const sent = house.asked('POST', `/api/lessons/${lesson.id}/letters`);
    expect(sent.request.body).toEqual({
      ...{ to: 'bo@example.org', subject: DRAFT.subject, text: 'Hello Bo,', send: true },
    });
    const failed: Letter = { ...LETTER, state: 'failed', why: 'the mail server does not answer' };
    sent.flush(failed);
    await c.set({});
    house.asked('GET', `/api/lessons/${lesson.id}/letter`).flush({ ...DRAFT, before: [failed] });
    await c.set({});
    expect(c.text()).toMatch(/Did not go to ada@example\.org, .*: the mail server does not answer\./);
    await c.press('Send again');
    house.asked('POST', '/api/letters/x/send').flush({ ...LETTER, tries: 2 });
    await c.set({});
    house.asked('GET', `/api/lessons/${lesson.id}/letter`).flush({ ...DRAFT, before: [{ ...LETTER, tries: 2 }] });
    await c.set({});
    expect(c.text()).toMatch(/Sent to ada@example\.org, .* at the second try\./);
    expect(c.all('textarea').map((t) => (t as HTMLTextAreaElement).value)).toContain('Hello Ada,');
  });

  it('without a mail server is saved or opened elsewhere, and needs an address for it', async () => {
    const { house, c } = await end({ ...DRAFT, mail: false, to: [] });
    expect(c.text()).toContain('No address is known.');
    await c.press('Save as a file');
    expect(c.text()).toContain('Say to whom the letter goes.');
    await c.fill('To', 'ada@example.org');
    const clicked = spyOn(HTMLAnchorElement.prototype, 'click');
    await c.press('Save as a file');
    house.asked('POST', `/api/lessons/${lesson.id}/letters`).flush({ ...LETTER, state: 'written' });
    house.asked('POST', '/api/letters/x/handed-over').flush({ ...LETTER, state: 'handed over' });
    expect((clicked.calls.mostRecent().object as HTMLAnchorElement).getAttribute('href')).toBe(
      '/api/letters/x/letter.eml',
    );
  });

  it('frees the bay', async () => {
    const { house, c } = await end();
    await c.press('End, and free the bay');
    expect(house.asked('PUT', '/api/bays/bay-3').request.body).toEqual({ lessonId: null });
  });
});
