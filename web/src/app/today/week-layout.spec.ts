import fc from 'fast-check';
import { BOOKING_STEP } from '@vilko/contract/booking-words';
import { closedParts, hoursOf, laneOf, movedBy } from './week-layout';
import type { Booking } from '@vilko/contract/booking';
import { standing } from './coming-row';

const booking = (from: number, minutes = 60): Booking => ({
  id: `${from}`,
  name: 'Somebody',
  bay: 'a',
  coach: 'Runa',
  date: '2026-12-07',
  from,
  minutes,
  pupilId: 'p',
  title: '',
  purpose: 'lesson',
  aim: '',
  note: '',
  startsAt: '',
  endsAt: '',
  state: 'booked',
  series: null,
  lessonId: null,
});
const day = (open: { from: number; to: number } | null) => ({ date: '2026-12-07', open });

describe('the hours of a calendar', () => {
  it('are those in which the house is open, and all in which something is booked', () => {
    const days = [day({ from: 540, to: 1230 }), day(null), day({ from: 600, to: 960 })];
    expect(hoursOf({ days, bookings: [] })).toEqual({ from: 540, to: 1260 });
    expect(hoursOf({ days, bookings: [booking(410), booking(1290, 45)] })).toEqual({ from: 360, to: 1380 });
    expect(hoursOf({ days: [day(null)], bookings: [] })).toEqual({ from: 480, to: 1080 });
    // what goes on over midnight ends with the day
    expect(hoursOf({ days, bookings: [booking(1400, 120)] }).to).toBe(1440);
  });
  it('are hatched where it is closed', () => {
    const hours = { from: 480, to: 1200 };
    expect(closedParts(null, hours)).toEqual([hours]);
    expect(closedParts({ from: 540, to: 1200 }, hours)).toEqual([{ from: 480, to: 540 }]);
    expect(closedParts({ from: 480, to: 1140 }, hours)).toEqual([{ from: 1140, to: 1200 }]);
  });
  it('let a booking be moved on the step, and never out of its day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 92 }), fc.integer({ min: -3000, max: 3000 }), (quarter, by) => {
        const to = movedBy(booking(15 * quarter), by);
        expect(to % BOOKING_STEP).toBe(0);
        expect(to).toBeGreaterThanOrEqual(0);
        expect(to).toBeLessThanOrEqual(1380);
      }),
    );
    expect(movedBy(booking(600), 22)).toBe(615);
    expect(movedBy(booking(600), 23)).toBe(630);
  });
  it('have a lane to each bay or coach; what is in none stands in the first', () => {
    const lanes = [
      { id: 'a', words: 'A' },
      { id: 'b', words: 'B' },
    ];
    expect(laneOf({ bay: 'b', coach: '' }, 'bay', lanes)).toBe(1);
    expect(laneOf({ bay: null, coach: '' }, 'bay', lanes)).toBe(0);
    expect(laneOf({ bay: null, coach: 'b' }, 'coach', lanes)).toBe(1);
  });
});

describe('a booking of today', () => {
  const coming = (more: Partial<Booking> = {}) => ({
    booking: { ...booking(600), ...more },
    came: [],
    practised: null,
    last: null,
    injuries: [],
    step: null,
    agreed: null,
  });
  it('is soon, now, late, and over', () => {
    const at = [590, 600, 604, 605, 659, 660].map((now) => standing(coming(), now));
    expect(at).toEqual(['soon', 'now', 'now', 'late', 'late', 'over']);
  });
  it('is what became of it, whatever the hour', () => {
    for (const state of ['begun', 'absent', 'cancelled'] as const) expect(standing(coming({ state }), 605)).toBe(state);
  });
  it('is never late where nobody comes', () => {
    expect(standing(coming({ purpose: 'busy', pupilId: null }), 630)).toBe('now');
  });
});
