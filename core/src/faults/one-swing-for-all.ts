import { compareSets } from '../compare/sets.js';
import { numberOf, type SomeMeasures } from '../measures/measure.js';
import { type MeasureId, worthOf } from '../measures/registry.js';
import type { ClubClass } from '../recording/recording.js';

/** A swing of a lesson with its fit under the lesson's pattern. */
export interface FittedSwing {
  readonly club: ClubClass;
  readonly measures: SomeMeasures;
  readonly fit: number | null;
}

const LEAST = 3;
const POOR_FIT = 0.6;
const SAME: readonly MeasureId[] = ['load.trail.max', 'mass.back', 'share.lead.p7'];

/**
 * Advice, never a main finding (judging.md §3): driver and irons are swung alike, and the driver suffers. True when at
 * least three swings of each differ in none of three measures by more than matters and the driver's mean fit is poor.
 */
export function oneSwingForAll(swings: readonly FittedSwing[]): boolean {
  const of = (club: ClubClass) => swings.filter((s) => s.club === club);
  const [driver, iron] = [of('driver'), of('iron')];
  if (driver.length < LEAST || iron.length < LEAST) return false;
  const values = (set: readonly FittedSwing[], id: MeasureId) => set.flatMap((s) => numberOf(s.measures[id]) ?? []);
  const changes = compareSets(
    SAME.map((id) => ({ before: values(iron, id), after: values(driver, id), worth: worthOf(id)! })),
  );
  const fits = driver.flatMap((s) => s.fit ?? []);
  const fit = fits.reduce((a, b) => a + b, 0) / fits.length;
  return changes.every((c) => c?.word === 'no change that matters') && fit < POOR_FIT;
}
