import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { Booked, Booking, BookingChange, NewBooking } from '@vilko/contract/booking';
import { hourText } from '@vilko/contract/booking-words';
import type { LessonHead } from '@vilko/contract/lesson';
import { Actions, createEffect, ofType, provideEffects } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
  provideState,
  Store,
} from '@ngrx/store';
import { map, switchMap, tap, withLatestFrom } from 'rxjs';
import { dayWords } from '../lesson/practise/day-words';
import { bayFeature } from './bay';
import { calling } from './calling';
import { Live } from './live';
import { NoticeActions } from './notices';

type Change = Partial<BookingChange>;

export const DayActions = createActionGroup({
  source: 'Day',
  events: {
    /** Something of the calendar may have changed: it is asked anew. */
    Again: emptyProps(),
    Book: props<{ booking: NewBooking }>(),
    Booked: props<{ answer: Booked }>(),
    /** Changes a booking; with what it was before it can be undone. */
    Change: props<{ booking: Booking; change: Change; said: string }>(),
    Changed: props<{ answer: Booked; was: Booking; change: Change; said: string }>(),
    Begin: props<{ booking: Booking }>(),
    /** In which bay; null where none was booked. */
    Begun: props<{ lesson: LessonHead; bay: string | null }>(),
    Failed: props<{ message: string }>(),
  },
});
const A = DayActions;

export interface DayState {
  /** Counts what has changed here: whoever shows the calendar asks again. */
  readonly version: number;
  /** Why the last thing that was wanted cannot be; null once something else is done. */
  readonly refused: string | null;
  readonly busy: boolean;
}
const initial: DayState = { version: 0, refused: null, busy: false };
const anew = (s: DayState): DayState => ({ version: s.version + 1, refused: null, busy: false });

export const dayFeature = createFeature({
  name: 'day',
  reducer: createReducer(
    initial,
    on(A.again, anew),
    on(A.book, A.change, A.begin, (s): DayState => ({ ...s, refused: null, busy: true })),
    on(A.booked, A.changed, A.begun, anew),
    // what was moved on the screen goes back to where it is
    on(A.failed, (s, { message }): DayState => ({ ...anew(s), refused: message })),
  ),
});

const failed = (message: string) => A.failed({ message });

/** What a change takes back, of what was there before. */
function undoing(was: Booking, change: Change): Change {
  const kept = Object.keys(change).filter((k) => k in was) as (keyof Booking & keyof Change)[];
  return Object.fromEntries(kept.map((k) => [k, was[k]]));
}

/** A booking was refused because the house is closed then: it can be made even so. */
export const isClosed = (refused: string | null): boolean => /\b(open from|closed)\b/.test(refused ?? '');

/** "Mon 7 Dec, 10:00". */
export const whenWords = (b: Pick<Booking, 'date' | 'from'>): string => `${dayWords(b.date)}, ${hourText(b.from)}`;

/** "Mon 7 Dec, 10:00 to 11:00". */
export const spanWords = (b: Pick<Booking, 'date' | 'from' | 'minutes'>): string =>
  `${whenWords(b)} to ${hourText(b.from + b.minutes)}`;

export const dayEffects = {
  book: calling(
    A.book,
    (api, { booking }) => api.ask('book', {}, booking),
    (answer) => A.booked({ answer }),
    failed,
  ),
  change: calling(
    A.change,
    (api, { booking, change }) => api.ask('changeBooking', { id: booking.id }, change),
    (answer, { booking, change, said }) => A.changed({ answer, was: booking, change, said }),
    failed,
  ),
  /** To begin a lesson that was booked gives it the bay that it was booked in. */
  begin: calling(
    A.begin,
    (api, { booking }) =>
      api
        .ask('beginBooking', { id: booking.id })
        .pipe(
          switchMap((lesson) =>
            booking.bay === null
              ? [lesson]
              : api.ask('changeBay', { bay: booking.bay }, { lessonId: lesson.id }).pipe(map(() => lesson)),
          ),
        ),
    (lesson, { booking }) => A.begun({ lesson, bay: booking.bay }),
    failed,
  ),
  /** The screen goes with the lesson into its bay. */
  go: createEffect(
    (actions = inject(Actions), router = inject(Router), live = inject(Live), store = inject(Store)) =>
      actions.pipe(
        ofType(A.begun),
        withLatestFrom(store.select(bayFeature.selectBay)),
        tap(([{ lesson, bay }, here]) => {
          if (bay !== null && bay !== here?.id) live.use(bay);
          void router.navigate(['/lesson', lesson.id, 'set-up']);
        }),
      ),
    { functional: true, dispatch: false },
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.booked, A.changed, A.failed),
        map((a) => {
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          const [first, ...others] = a.answer.bookings;
          if (a.type === A.booked.type) {
            const refused = a.answer.refused.length ? ` Left out: ${a.answer.refused.join('; ')}.` : '';
            const times = others.length ? ` and ${others.length} more` : '';
            const text = first
              ? `${first.name || 'Busy'}: booked ${whenWords(first)}${times}.${refused}`
              : refused.trim();
            return NoticeActions.say({ text, kind: 'plain' });
          }
          if (!first) return NoticeActions.dismiss();
          const undo = A.change({ booking: first, change: undoing(a.was, a.change), said: 'Put back' });
          return NoticeActions.offerUndo({ text: `${first.name || 'Busy'}: ${a.said} (${whenWords(first)}).`, undo });
        }),
      ),
    { functional: true },
  ),
};

export const provideDayState = () => [provideState(dayFeature), provideEffects(dayEffects)];
