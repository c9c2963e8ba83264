import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { type Action, provideState, provideStore, Store } from '@ngrx/store';
import { provideEffects } from '@ngrx/effects';
import type { Booking } from '@vilko/contract/booking';
import { of, throwError } from 'rxjs';
import { bay } from '../testing/samples';
import { Api } from './api';
import { BayActions, bayFeature } from './bay';
import { DayActions, dayFeature, provideDayState } from './day';
import { Live } from './live';
import { noticeFeature } from './notices';

const BOOKING: Booking = {
  id: 'k',
  name: 'Somebody',
  bay: 'bay-3',
  coach: 'Runa',
  date: '2026-12-07',
  from: 600,
  minutes: 60,
  pupilId: 'p',
  title: '',
  purpose: 'lesson',
  aim: '',
  note: '',
  startsAt: '2026-12-07T09:00:00.000Z',
  endsAt: '2026-12-07T10:00:00.000Z',
  state: 'booked',
  series: null,
  lessonId: null,
};

describe('the day', () => {
  const asked: unknown[][] = [];
  let answer: () => unknown;
  beforeEach(() => {
    asked.length = 0;
    answer = () => ({ bookings: [], refused: [] });
    const api = {
      ask: (...a: unknown[]) => {
        asked.push(a);
        const came = answer();
        return came instanceof Error ? throwError(() => came) : of(came);
      },
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        provideStore(),
        provideState(noticeFeature),
        provideState(bayFeature),
        provideEffects(),
        ...provideDayState(),
        { provide: Api, useValue: api },
      ],
    });
  });
  const notice = () => TestBed.inject(Store).selectSignal(noticeFeature.selectNotice)();
  const state = () => TestBed.inject(Store).selectSignal(dayFeature.selectDayState)();
  const send = (a: Action): void => TestBed.inject(Store).dispatch(a);

  it('says when what was moved now is, and takes back as much as was moved', () => {
    const moved = { ...BOOKING, from: 660, date: '2026-12-08' };
    answer = () => ({ bookings: [moved], refused: [] });
    send(DayActions.change({ booking: BOOKING, change: { from: 660, date: '2026-12-08' }, said: 'moved' }));
    expect(asked).toEqual([['changeBooking', { id: 'k' }, { from: 660, date: '2026-12-08' }]]);
    expect(notice()?.text).toBe('Somebody: moved (Tue 8 Dec, 11:00).');
    answer = () => ({ bookings: [BOOKING], refused: [] });
    send(notice()!.undo!);
    expect(asked.at(-1)).toEqual(['changeBooking', { id: 'k' }, { from: 600, date: '2026-12-07' }]);
  });
  it('says what was booked, how many more, and what was left out', () => {
    answer = () => ({ bookings: [BOOKING, BOOKING], refused: ['2026-12-21: Bay 3 is taken'] });
    send(DayActions.booked({ answer: { bookings: [BOOKING, BOOKING], refused: ['2026-12-21: Bay 3 is taken'] } }));
    expect(notice()?.text).toBe('Somebody: booked Mon 7 Dec, 10:00 and 1 more. Left out: 2026-12-21: Bay 3 is taken.');
  });
  it('keeps why something cannot be until something else is wanted, and shows what is there again', () => {
    answer = () => new Error('Bay 3 is taken');
    const { version } = state();
    send(DayActions.change({ booking: BOOKING, change: { from: 660 }, said: 'moved' }));
    expect(state().refused).not.toBeNull();
    expect(state().version).toBe(version + 1);
    expect(notice()?.kind).toBe('alarm');
    answer = () => ({ bookings: [BOOKING], refused: [] });
    send(DayActions.change({ booking: BOOKING, change: { from: 615 }, said: 'moved' }));
    expect(state().refused).toBeNull();
  });
  it('gives the bay that was booked to the lesson that begins, and the screen goes there with it', () => {
    const use = spyOn(TestBed.inject(Live), 'use');
    answer = () => ({ id: 'lesson-1' });
    send(DayActions.begin({ booking: BOOKING }));
    expect(asked).toEqual([
      ['beginBooking', { id: 'k' }],
      ['changeBay', { bay: 'bay-3' }, { lessonId: 'lesson-1' }],
    ]);
    expect(use.calls.allArgs()).toEqual([['bay-3']]);
    send(BayActions.bayCame({ bay }));
    send(DayActions.begin({ booking: BOOKING }));
    expect(use).toHaveBeenCalledTimes(1);
  });
});
