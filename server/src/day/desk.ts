import { type BayHead, type Booking, type HouseSettings, hourText, type LessonHead } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import { bookingOf } from './booking-of.js';
import type { BookingRepository } from './booking-repository.js';
import { clashWords } from './clashes.js';
import { houseClock, type HouseClock } from './house-clock.js';

/** What a lesson is about by a programme. */
export interface StepAgreed extends Pick<LessonHead, 'measure' | 'target'> {
  readonly aim: string;
}

export interface BookingShelves {
  readonly bookings: BookingRepository;
  readonly pupils: PupilRepository;
  readonly bays: { readonly all: () => Promise<readonly BayHead[]> };
  readonly settings: () => Promise<HouseSettings>;
  /** What a pupil works on by the programme they follow; null where they follow none. */
  readonly stepOf: (pupilId: string) => Promise<StepAgreed | null>;
  /** The time it is. */
  readonly now?: () => Date;
}

/** Who teaches where the house has named nobody. */
export const ONE_COACH = 'Instructor';
const MINUTE = 60_000;

export const coachesOf = ({ coaches }: HouseSettings): readonly string[] => (coaches.length ? coaches : [ONE_COACH]);

/** @throws VilkoError `bad-option` where nobody of that name teaches */
export function holdCoach(house: HouseSettings, coach: string): void {
  if (!coachesOf(house).includes(coach))
    throw new VilkoError('bad-option', `nobody called “${coach}” teaches here: name them in Office › Settings`);
}

/** Where, when and with whom somebody wants to come. */
export interface Wanted {
  readonly bay: string | null;
  readonly coach: string;
  readonly pupilId: string | null;
  readonly date: string;
  readonly from: number;
  readonly minutes: number;
}

/** First and last moment of what is wanted. */
export function timesOf(clock: HouseClock, wanted: Wanted): { startsAt: Date; endsAt: Date } {
  const startsAt = clock.moment(wanted);
  return { startsAt, endsAt: new Date(startsAt.getTime() + wanted.minutes * MINUTE) };
}

/** That the house is closed then, in words; null where it is open. */
export function closedWords(clock: HouseClock, { date, from, minutes }: Wanted): string | null {
  const open = clock.open(date);
  if (!open) return 'the house is closed that day';
  return from < open.from || from + minutes > open.to
    ? `the house is open from ${hourText(open.from)} to ${hourText(open.to)} that day`
    : null;
}

/** Where bookings are made and changed: the calendar's rows, the house's clock, and what is asked of every booking. */
export function openDesk({ bookings, pupils, bays, settings, stepOf, now = () => new Date() }: BookingShelves) {
  const holdBay = async (bay: string | null, purpose: Booking['purpose']): Promise<void> => {
    if (purpose !== 'busy' && bay === null) throw new VilkoError('bad-option', 'a lesson needs a bay');
    if (bay !== null && !(await bays.all()).some((b) => b.id === bay))
      throw new VilkoError('bad-option', 'there is no such bay');
  };
  return {
    holdBay,
    stepOf,
    bookings,
    pupils,
    now,
    allBays: () => bays.all(),
    clock: async () => {
      const house = await settings();
      return { house, clock: houseClock(house) };
    },
    words: clashWords(bookings, () => bays.all()),
    /**
     * Holds what is wanted to what there is.
     * @throws VilkoError `bad-option` saying what is not there
     */
    async hold(house: HouseSettings, { bay, coach, pupilId }: Wanted, purpose: Booking['purpose']): Promise<void> {
      if (purpose !== 'busy' && pupilId === null) throw new VilkoError('bad-option', 'choose who comes');
      await holdBay(bay, purpose);
      holdCoach(house, coach);
      if (pupilId !== null && !(await pupils.one(pupilId)))
        throw new VilkoError('bad-option', 'there is no such pupil');
    },
    /** Bookings as they are now, in the order of their ids. */
    async read(ids: readonly string[], clock: HouseClock): Promise<Booking[]> {
      const rows = await Promise.all(ids.map((id) => bookings.one(id)));
      return rows.flatMap((r) => (r ? bookingOf(r, clock) : []));
    },
  };
}

export type Desk = ReturnType<typeof openDesk>;
