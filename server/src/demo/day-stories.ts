import { DEFAULT_HOUSE, type HouseSettings, type NewBooking } from '@vilko/contract';

/** Who teaches in the sample house: one stands in the bay, one comes on some days. */
const [RAGNA, TORD] = ['Ragna Sandvær', 'Tord Bekkelin'] as const;

const open = (from: number, to: number) => ({ from: from * 60, to: to * 60 });

/** The sample house: a converted rope works that is open late, and closed on no day. */
export const DEMO_HOUSE: HouseSettings = {
  ...DEFAULT_HOUSE,
  name: 'Tarred Line Golf Shed',
  coaches: [RAGNA, TORD],
  signature: 'The old rope works, by the third crane. Closed when the ferry is late.',
  hours: [...Array.from({ length: 5 }, () => open(9, 21)), open(9, 17), open(10, 16)],
};

/** One booking of the sample house: so many days from the day it is begun on, in the first bay or the second. */
interface BookingStory extends Pick<NewBooking, 'from' | 'minutes' | 'pupilId'> {
  readonly day: number;
  /** 0: the first bay. A second that is not there leaves the story out. */
  readonly bay: 0 | 1 | null;
  readonly coach?: string;
  readonly more?: Partial<Pick<NewBooking, 'purpose' | 'title' | 'aim' | 'note' | 'repeat'>>;
  readonly cancelled?: true;
}

const HOUR = 60;

/** A day in the sample house and the weeks after it; Jonas is the one whom nobody has booked. */
export const BOOKINGS: readonly BookingStory[] = [
  { day: 0, from: 9.5 * HOUR, minutes: 60, pupilId: 'tove', bay: 0 },
  { day: 0, from: 11 * HOUR, minutes: 60, pupilId: 'corin', bay: 0, more: { aim: 'The lunge, one beat earlier' } },
  { day: 0, from: 12 * HOUR, minutes: 45, pupilId: null, bay: null, more: { purpose: 'busy', title: 'Soup' } },
  {
    day: 0,
    from: 14 * HOUR,
    minutes: 45,
    pupilId: 'sunniva',
    bay: 0,
    more: { note: 'Comes from the physiotherapist: ask first.' },
  },
  { day: 0, from: 15 * HOUR, minutes: 60, pupilId: 'ilse', bay: 0, cancelled: true },
  { day: 0, from: 17.5 * HOUR, minutes: 60, pupilId: 'maren', bay: 0 },
  { day: 0, from: 17 * HOUR, minutes: 60, pupilId: 'edvin', bay: 1, coach: TORD },
  { day: 1, from: 10 * HOUR, minutes: 60, pupilId: 'halvard', bay: 0, more: { repeat: { everyWeeks: 1, times: 4 } } },
  {
    day: 2,
    from: 13 * HOUR,
    minutes: 90,
    pupilId: null,
    bay: null,
    coach: TORD,
    more: { purpose: 'busy', title: 'Ferry' },
  },
  { day: 3, from: 18 * HOUR, minutes: 60, pupilId: 'edvin', bay: 0, coach: TORD },
  { day: 8, from: 11 * HOUR, minutes: 45, pupilId: 'ilse', bay: 0, more: { purpose: 'retest' } },
];

/** A letter of the sample house that nobody has sent. */
export const UNSENT = {
  lessonId: 'lesson-halvard',
  to: 'halvard@ropewalk.example',
  subject: 'The lesson of 17 November 2026',
  text: 'Hello Halvard,\n\nRock without moving, two minutes before the news: the trail foot first, then nothing for a while.\n\nThe page of the lesson is attached.\n\nRagna Sandvær',
  at: new Date('2026-11-17T14:05:00Z'),
} as const;

/** Who teaches where a story names nobody. */
export const USUALLY = RAGNA;
