import { amount, compareSets, type QuantityId, quantityOf } from '@vilko/core';
import { lower } from '@vilko/core/words';
import { valuesIn } from '../swings/values-in.js';
import type { LessonSets } from './dashboard-service.js';

/** What a driver's loft was fitted to. */
const FITTED_TO: readonly QuantityId[] = ['ball.attack', 'ball.launch'];
/** Fewer balls of a lesson tell nothing. */
const LEAST = 3;

/**
 * Asks about a driver's loft where attack or launch have really changed from the first lesson that has them to the last
 * (judging.md §3): what was fitted before may not fit any more.
 * @param lessons oldest first
 * @returns one sentence for each driver that is to be asked about
 */
export function loftQuestions(lessons: readonly LessonSets[]): string[] {
  const drivers = lessons.flatMap((l) => l.sets.filter((s) => s.club === 'driver'));
  return [...new Set(drivers.map((s) => s.clubName))].flatMap((clubName) => {
    const own = drivers.filter((s) => s.clubName === clubName);
    const moved = FITTED_TO.flatMap((id) => {
      const values = own.map((s) => valuesIn(s.swings, id)).filter((v) => v.length >= LEAST);
      const [first, last] = [values[0], values.at(-1)];
      if (!first || !last || first === last) return [];
      const { words, unit, worth } = quantityOf(id);
      const change = compareSets([{ before: first, after: last, worth: worth! }])[0];
      return change?.word === 'real change'
        ? [`${lower(words)} from ${amount(change.mean[0], unit)} to ${amount(change.mean[1], unit)}`]
        : [];
    });
    return moved.length ? [`The ${lower(clubName)} has changed: ${moved.join(', ')}. Does its loft still fit?`] : [];
  });
}
