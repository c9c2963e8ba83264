import { NO_SHOT, type Pupil, type ShotValues } from '@vilko/contract';
import { random, shotOf, simulate } from '@vilko/core/golfer';
import { type PreparedSwing, prepareSwing } from '../swings/prepare-swing.js';
import { summaryNumber } from '../swings/read-swing.js';
import type { DemoLesson, DemoSeries } from './story.js';

/** One swing of the sample world, asked of a worker. */
export interface DemoSwingRequest {
  readonly pupil: Pupil;
  readonly lesson: DemoLesson;
  readonly series: DemoSeries;
  readonly seed: number;
  readonly name: string;
}

export interface DemoSwing {
  readonly prepared: PreparedSwing;
  readonly shot: ShotValues | null;
  readonly felt: number | null;
}

const SHOT_SEED = 77_000;
const FELT_SPREAD = 4;

/** Simulates, analyses and packs one swing of the sample world; the same request gives the same swing. */
export function demoSwing({ pupil, lesson, series, seed, name }: DemoSwingRequest): DemoSwing {
  const { recording, motion } = simulate({
    device: lesson.device,
    seed,
    handed: pupil.handed,
    club: series.club,
    fault: series.fault,
    strength: series.strength,
    clubChannels: lesson.clubChannels,
    build: { stature: pupil.stature!, mass: pupil.mass! },
    style: { tendencies: lesson.tendencies, spread: lesson.spread },
  });
  const prepared = prepareSwing({ ...recording, name }, { pupil, club: series.club, kind: 'full' });
  const rng = random(SHOT_SEED + seed);
  const [first] = prepared.parts;
  const lead = first ? summaryNumber(first.summary, 'share.lead.p7') : null;
  return {
    prepared,
    shot: lesson.monitor ? { ...NO_SHOT, ...rounded(shotOf(motion.plans[0]!, rng, lesson.faceOff)) } : null,
    felt:
      lesson.feltOff === null || lead === null
        ? null
        : Math.max(0, Math.min(100, Math.round(lead + lesson.feltOff + FELT_SPREAD * rng.normal()))),
  };
}

/** As a monitor would say it. */
export function rounded(shot: ReturnType<typeof shotOf>): Partial<ShotValues> {
  return Object.fromEntries(
    Object.entries(shot).map(([k, v]) => [
      k,
      typeof v === 'number' ? (k === 'spin' ? Math.round(v / 10) * 10 : Math.round(10 * v) / 10) : v,
    ]),
  );
}
