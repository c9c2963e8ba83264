/** Reasons of absence that are answers, exactly as the measures say them. */
export const NEVER_SAID = {
  stillAway: 'it still points away from the target at P4',
  noTrailPush: 'the trail foot pushes under 1 %BW toward the toes',
  underAtImpact: 'the lead share is still under 50% at impact',
  neverUnder: 'the lead share is never under 50%',
  notInHeel: 'the lead foot is not in the heel at P8',
  massNeverBack: 'the mass never moves away from the target',
  trailStays: 'the trail foot never leaves the ground before impact',
} as const;
