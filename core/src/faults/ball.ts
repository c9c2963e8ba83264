import type { ClubClass } from '../recording/recording.js';
import { faultOf } from './catalogue.js';

export const BALL_ANSWERS = ['the ball agrees', 'the ball says otherwise', 'no ball data'] as const;
export type BallAnswer = (typeof BALL_ANSWERS)[number];

/** Readings of a ball by name; null: no reading. */
export type BallReadings = Readonly<Record<string, number | string | null>>;

/**
 * What the ball says to a finding: it agrees when one of the fault's signs is there, says otherwise when a reading is
 * there and none is, and without a reading that could tell says nothing.
 */
export function ballAnswer(fault: string, ball: BallReadings | null, club: ClubClass): BallAnswer {
  const signs = (faultOf(fault)?.ballSigns ?? []).filter((s) => !s.clubs || s.clubs.includes(club));
  const known = signs.flatMap((s) => {
    const value = ball?.[s.reading] ?? null;
    return value === null ? [] : [{ s, value }];
  });
  if (!known.length) return 'no ball data';
  const there = known.some(({ s, value }) =>
    typeof value === 'string'
      ? (s.is?.includes(value) ?? false)
      : value > (s.over ?? Infinity) || value < (s.under ?? -Infinity),
  );
  return there ? 'the ball agrees' : 'the ball says otherwise';
}
