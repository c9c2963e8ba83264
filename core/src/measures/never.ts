/**
 * An event that never came is not a missing number: on which side of every limit it lies. `above` +∞, `below` −∞;
 * `nothing` where its absence says nothing.
 */
export type Never = 'above' | 'below' | 'nothing';

/** Reasons of absence that carry a side, exactly as the measures say them. */
export const NEVER_SAID = {
  stillAway: 'it still points away from the target at P4',
  noTrailPush: 'the trail foot pushes under 1 %BW toward the toes',
  underAtImpact: 'the lead share is still under 50% at impact',
  neverUnder: 'the lead share is never under 50%',
  notInHeel: 'the lead foot is not in the heel at P8',
  massNeverBack: 'the mass never moves away from the target',
  trailStays: 'the trail foot never leaves the ground before impact',
} as const;

const SIDES: Readonly<Record<string, readonly [reason: string, side: Never][]>> = {
  'foot.lead.heel.ms': [[NEVER_SAID.notInHeel, 'above']],
  'torque.turn.zero.phase': [[NEVER_SAID.stillAway, 'above']],
  'foreaft.ratio': [[NEVER_SAID.noTrailPush, 'above']],
  'cross.ms': [
    [NEVER_SAID.underAtImpact, 'above'],
    [NEVER_SAID.neverUnder, 'below'],
  ],
};

/** On which side of a band the absence of a measure lies. */
export const neverSide = (id: string, reason: string | undefined): Never =>
  SIDES[id]?.find(([r]) => r === reason)?.[1] ?? 'nothing';
