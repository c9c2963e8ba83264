import type { ClubClass } from '../recording/recording.js';
import type { Random } from './random.js';
import type { SwingPlan } from './swing-plan.js';

/**
 * What a simulated ball does; SI, degrees by hand (+ is in-to-out for both hands), low point in mm ahead of the ball.
 */
export interface SimulatedShot {
  readonly carry: number;
  readonly total: number;
  readonly clubSpeed: number;
  readonly ballSpeed: number;
  readonly path: number;
  readonly face: number;
  readonly start: number;
  readonly curve: number;
  readonly spinAxis: number;
  readonly attack: number;
  readonly lowPoint: number;
  readonly launch: number;
  readonly spin: number;
  readonly strike: 'thin' | 'fat' | 'centre';
  readonly divot: 'before' | 'at' | 'after' | 'none';
}

interface ClubBall {
  readonly speed: number;
  readonly smash: number;
  readonly attack: number;
  readonly launch: number;
  readonly spin: number;
  readonly lowPoint: number;
  readonly carryPerSpeed: number;
  readonly roll: number;
}

const CLUBS: Readonly<Record<ClubClass, ClubBall>> = {
  driver: {
    speed: 42,
    smash: 1.46,
    attack: 0.5,
    launch: 12.5,
    spin: 2700,
    lowPoint: -20,
    carryPerSpeed: 3.45,
    roll: 1.1,
  },
  wood: {
    speed: 40,
    smash: 1.44,
    attack: -1.5,
    launch: 11.5,
    spin: 3500,
    lowPoint: 15,
    carryPerSpeed: 3.35,
    roll: 1.07,
  },
  iron: { speed: 35, smash: 1.34, attack: -4, launch: 17, spin: 6400, lowPoint: 70, carryPerSpeed: 2.95, roll: 1.04 },
  wedge: { speed: 30, smash: 1.18, attack: -5, launch: 27, spin: 8800, lowPoint: 75, carryPerSpeed: 2.4, roll: 1.01 },
};
/** Lead share at impact that puts the low point where it belongs, and mm of low point per point of share. */
const SHARE = 76;
const MM_PER_POINT = 4;
const FAT = -12;
const THIN = 165;

/**
 * A ball that answers the swing: pressure that stays back moves the low point back, and from there come heavy and
 * thin strikes. Plausible, not a ball-flight model: for a stand-in monitor and sample data only.
 * @param faceOff ° by which this golfer's face points away from the path, whatever the feet do
 */
export function shotOf(plan: SwingPlan, rng: Random, faceOff = 0): SimulatedShot {
  const c = CLUBS[plan.club];
  const back = plan.p.leadP7 - SHARE;
  const lowPoint = c.lowPoint + MM_PER_POINT * back + 14 * rng.normal();
  const aired = plan.club === 'driver' || plan.club === 'wood';
  const strike = aired ? 'centre' : lowPoint < FAT ? 'fat' : lowPoint > THIN ? 'thin' : 'centre';
  const loss = strike === 'fat' ? 0.82 : strike === 'thin' ? 0.94 : 1;
  const clubSpeed = c.speed * (1 + 0.012 * (plan.p.forcePeak - 16.5)) + 0.5 * rng.normal();
  const ballSpeed = clubSpeed * c.smash * loss * (1 - 0.01 * Math.abs(rng.normal()));
  const path = 0.5 - 0.08 * back + 1.4 * rng.normal();
  const face = 0.4 * path + 1.1 * rng.normal() + faceOff;
  const start = 0.8 * face + 0.2 * path;
  const spinAxis = 4.5 * (face - path);
  const carry = ballSpeed * c.carryPerSpeed;
  return {
    carry,
    total: carry * c.roll,
    clubSpeed,
    ballSpeed,
    path,
    face,
    start,
    curve: (carry * spinAxis) / 260,
    spinAxis,
    attack: c.attack - 0.03 * back + 0.5 * rng.normal(),
    lowPoint,
    launch: c.launch - 0.03 * back + 0.7 * rng.normal(),
    spin: c.spin * loss * (1 + 0.05 * rng.normal()),
    strike,
    divot: aired ? 'none' : lowPoint < 0 ? 'before' : lowPoint < 25 ? 'at' : 'after',
  };
}
