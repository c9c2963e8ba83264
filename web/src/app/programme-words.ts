import type { Coming } from '@vilko/contract/booking';
import type { Follower, StepStanding } from '@vilko/contract/programme';
import { hourText } from '@vilko/contract/booking-words';
import { figure, unitBehind } from '@vilko/core/words/amounts';
import { shortDate } from '@vilko/core/words/dates';
import { dayWords } from './lesson/practise/day-words';

/** How a step stands, in words: "met: 6 of 8 swings, mean 54%, 20 Nov". */
export function standingWords(s: StepStanding | null): string {
  if (!s) return 'no lesson yet';
  const mean = s.mean === null ? '' : `, mean ${figure(s.mean, s.unit)}${unitBehind(s.unit)}`;
  return `${s.word}: ${s.inside} of ${s.of} swings${mean}, ${shortDate(s.startedAt)}`;
}

/** When it is tested: "Mon 7 Dec, 10:00", or the day on which it is due. */
export const testWords = ({ test, testOn }: Pick<Follower, 'test' | 'testOn'>): string =>
  test ? `${dayWords(test.date)}, ${hourText(test.from)}` : `due ${dayWords(testOn)}, not booked`;

/** Where somebody stands in what they follow: "Ground first, step 2 of 4: Load". */
export const placeWords = ({ programme, name, number, of }: NonNullable<Coming['step']>): string =>
  `${programme}, step ${number} of ${of}: ${name}`;
