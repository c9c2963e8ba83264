import { analyse, judgeSet, patternOf } from '@vilko/core';
import { type FaultStrength, simulate, STRENGTHS } from '@vilko/core/golfer';

/** One golfer's set of swings: how unlike they are, and whether that was found. */
export interface JudgedSet {
  readonly strength: FaultStrength | 'healthy';
  readonly found: boolean;
}

const SWINGS = 8;
/** A golfer's own swings differ by this part of what golfers differ by. */
const OWN = 0.3;
/** SD of that part over golfers. */
const OWN_SD = 0.24;

/** A healthy golfer's set, and the same golfer with swings that differ more and more. */
export function judgeSpread(seed: number): JudgedSet[] {
  return (['healthy', ...(Object.keys(STRENGTHS) as FaultStrength[])] as const).map((strength) => {
    const spread = OWN + (strength === 'healthy' ? 0 : STRENGTHS[strength] * OWN_SD);
    const swings = analyse(simulate({ device: 'plates', seed, swings: SWINGS, style: { spread } }).recording).swings;
    const { findings } = judgeSet(swings, {
      device: 'plates',
      club: 'iron',
      pattern: patternOf('common-ground'),
      statureGiven: true,
    });
    return { strength, found: findings.some((f) => f.fault === 'wide-spread') };
  });
}
