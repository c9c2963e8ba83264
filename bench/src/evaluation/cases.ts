import { type ClubClass, FAULTS, type Handed } from '@vilko/core';
import {
  type FaultStrength,
  type FaultShift,
  random,
  SCHOOLS,
  SIMULATED_FAULTS,
  STRENGTHS,
  type SimulatedDevice,
} from '@vilko/core/golfer';

/** One simulated swing to be judged: what is wrong with it, on what it was recorded. */
export interface Case {
  readonly seed: number;
  readonly device: SimulatedDevice;
  readonly clubChannels: boolean;
  readonly handed: Handed;
  readonly club: ClubClass;
  /** Empty for a healthy swing; the earlier of a pair first. */
  readonly faults: readonly FaultShift[];
  /** The school a healthy golfer swings in; null: one of the whole field. */
  readonly school: string | null;
}

export const EVALUATED_DEVICES = [
  'plates',
  'mat-plates',
  'mat',
  'boards',
] as const satisfies readonly SimulatedDevice[];
const CLUBS: readonly ClubClass[] = ['iron', 'driver', 'iron', 'wedge', 'driver', 'wood'];

/** Pairs of which the first leads to the second, both of which the simulated golfer can have. */
export const PAIRS: readonly (readonly [string, string])[] = FAULTS.filter((f) => SIMULATED_FAULTS[f.id]).flatMap((f) =>
  f.leadsTo
    .filter((to) => SIMULATED_FAULTS[to] && SIMULATED_FAULTS[to].parameter !== SIMULATED_FAULTS[f.id]!.parameter)
    .map((to) => [f.id, to] as const),
);

const strengths = Object.keys(STRENGTHS) as FaultStrength[];

/**
 * The swings of an evaluation: every fault at three strengths, pairs, and healthy swings of every school, on every
 * device with and without a club channel, both hands.
 * @param seed the first of this evaluation's seeds; seeds of two evaluations a million apart never meet
 * @param n swings per fault, strength, device and channel
 */
export function casesOf(seed: number, n: number): Case[] {
  const out: Case[] = [];
  const rng = random(seed);
  const add = (
    device: SimulatedDevice,
    clubChannels: boolean,
    faults: readonly FaultShift[],
    school: string | null,
  ): void => {
    const asked =
      faults.map((f) => SIMULATED_FAULTS[f.fault]!.club).find((c) => c) ??
      (school === 'two-foot-launch' ? 'driver' : undefined);
    const club = asked ?? CLUBS[Math.floor(rng.uniform() * CLUBS.length)]!;
    out.push({
      seed: seed + out.length,
      device,
      clubChannels,
      handed: out.length % 2 ? 'left' : 'right',
      club,
      faults,
      school,
    });
  };
  for (const device of EVALUATED_DEVICES)
    for (const clubChannels of [true, false]) {
      for (const fault of Object.keys(SIMULATED_FAULTS))
        for (const strength of strengths)
          for (let i = 0; i < n; i++) add(device, clubChannels, [{ fault, strength }], null);
      for (const [a, b] of PAIRS)
        add(
          device,
          clubChannels,
          [
            { fault: a, strength: 'strong' },
            { fault: b, strength: 'medium' },
          ],
          null,
        );
      for (const school of [null, ...Object.keys(SCHOOLS)])
        for (let i = 0; i < (school ? 2 * n : 8 * n); i++) add(device, clubChannels, [], school);
    }
  return out;
}
