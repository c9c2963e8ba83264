import { analyseInDepth, type DeepAnalysis } from '../analyse.js';
import { type Judgement, judgeSwing } from '../faults/judge.js';
import { type Motion, rocking, simulate, type SimulateOptions } from '../golfer/index.js';
import { recordedFootCheck } from '../ground/recorded-foot-check.js';
import { patternOf } from '../patterns/library.js';
import { DEVICES } from '../recording/device-kinds.js';
import type { FootCheck } from '../recording/foot-check.js';
import type { ClubClass, Handed, Recording } from '../recording/recording.js';
import type { ReadDevice } from './difficulty.js';

const PATTERN = 'common-ground';

/** Those who swing here: tall and short, heavy and light. */
export const BUILDS = [
  { stature: 1.68, mass: 62 },
  { stature: 1.76, mass: 78 },
  { stature: 1.84, mass: 91 },
] as const;
const checks = new Map<string, FootCheck>();

/** Somebody's feet as they are checked at a set-up, where the device does not see them; made once. */
function feetOf(device: ReadDevice, handed: Handed, who: number): FootCheck | null {
  if (DEVICES[device].feet !== 'told' || DEVICES[device].soles) return null;
  const key = `${device} ${handed} ${who}`;
  const known = checks.get(key);
  if (known) return known;
  const rocked = rocking({ device, handed, club: 'iron', seed: who + 1, build: BUILDS[who]! });
  const made = recordedFootCheck(rocked, handed);
  checks.set(key, made);
  return made;
}

/** How a swing is made that is to be read. */
export interface SwingWish extends SimulateOptions {
  readonly device: ReadDevice;
  readonly handed: Handed;
  readonly club: ClubClass;
  /** Which of those who swing here; by the seed where it is not said. */
  readonly who?: number;
}

/** A swing as it is read: its recording, what it measures, how the rules judge it, and the motion behind it. */
export interface ReadSwing {
  readonly device: ReadDevice;
  readonly handed: Handed;
  readonly club: ClubClass;
  readonly recording: Recording;
  /** The swing is its first. */
  readonly deep: DeepAnalysis;
  readonly judgement: Judgement;
  readonly motion: Motion;
}

/** One swing on its device, the feet checked as in a lesson; null where the device does not find it. */
export function readSwing(o: SwingWish): ReadSwing | null {
  const who = o.who ?? (o.seed ?? 1) % BUILDS.length;
  const { recording, motion } = simulate({ ...o, build: BUILDS[who]! });
  const { device, handed, club } = o;
  const footCheck = feetOf(device, handed, who);
  const deep = analyseInDepth(recording, footCheck ? { footCheck } : {});
  const swing = deep.swings[0];
  if (!swing) return null;
  const judgement = judgeSwing(swing, { device, club, pattern: patternOf(PATTERN), statureGiven: true });
  return { device, handed, club, recording, deep, judgement, motion };
}
