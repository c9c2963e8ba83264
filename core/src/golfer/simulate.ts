import { analyseInDepth } from '../analyse.js';
import { VilkoError } from '../error.js';
import type { EventName } from '../events/event.js';
import type { MeasureValue } from '../measures/measure.js';
import type { MeasureId } from '../measures/registry.js';
import type { ClubClass, Handed, Recording } from '../recording/recording.js';
import { trueEvents } from './club-channels.js';
import { record, type SimulatedDevice } from './devices.js';
import { type Motion, moveBody } from './motion.js';
import { random } from './random.js';
import type { Build } from './sole.js';
import { type FaultStrength, SIMULATED_FAULTS } from './spread.js';
import { type FaultShift, planSwing, type SwingPlan, type SwingStyle } from './swing-plan.js';
import { tuneDrive } from './tune-drive.js';

/** What to simulate; the same values give the same recording, byte for byte. */
export interface SimulateOptions {
  readonly device: SimulatedDevice;
  readonly seed?: number;
  readonly fault?: string;
  readonly strength?: FaultStrength;
  /** Faults beside it. */
  readonly also?: readonly FaultShift[];
  /** A healthy golfer of this school. */
  readonly school?: string;
  readonly handed?: Handed;
  readonly club?: ClubClass;
  readonly swings?: number;
  /** Shaft, arm and sound channels. */
  readonly clubChannels?: boolean;
  readonly build?: Build;
  /** A person's own tendencies and spread, instead of a draw from the field. */
  readonly style?: Partial<SwingStyle>;
  /** Seconds of standing before the first swing. */
  readonly before?: number;
  /** Goes back to address after the last finish, as in a bay between two swings. */
  readonly returns?: boolean;
}

/** What truly happened in one swing. */
export interface SwingTruth {
  readonly events: Readonly<Record<EventName, number>>;
  readonly measures: Readonly<Partial<Record<MeasureId, MeasureValue | null>>>;
}

export interface Simulated {
  readonly recording: Recording;
  readonly motion: Motion;
  /** Computed on demand: the same definitions on noise-free signals with the true events. */
  readonly truth: () => SwingTruth[];
  readonly build: Build;
}

const BEFORE = 2;
const BETWEEN = 5.4;
const AFTER = 2.2;
const RATE = 1000;

/**
 * Simulates a golfer's swings on a device: the same options give the same recording.
 * @example simulate({ device: 'mat', seed: 7, fault: 'hangs-back', handed: 'left', swings: 3 }).recording
 */
export function simulate(o: SimulateOptions): Simulated {
  if (o.fault && !SIMULATED_FAULTS[o.fault])
    throw new VilkoError(
      'bad-option',
      `"${o.fault}" cannot be simulated; these can: ${Object.keys(SIMULATED_FAULTS).join(', ')}`,
    );
  const rng = random(o.seed ?? 1);
  const club: ClubClass = o.club ?? SIMULATED_FAULTS[o.fault ?? '']?.club ?? 'iron';
  const build = o.build ?? {
    stature: 1.75 + 0.06 * rng.normal(),
    mass: 76 + 8 * Math.max(-2, Math.min(2, rng.normal())),
  };
  const faults = [...(o.fault ? [{ fault: o.fault, strength: o.strength ?? 'strong' }] : []), ...(o.also ?? [])];
  const style: SwingStyle = { club, faults, school: o.school, ...o.style };
  const plans: SwingPlan[] = [];
  for (let i = 0; i < (o.swings ?? 1); i++) {
    const previous = plans.at(-1);
    plans.push(planSwing(rng, style, previous ? previous.times.p7 + BETWEEN : (o.before ?? BEFORE)));
  }
  const drives = plans.map((p) => tuneDrive(build, p));
  const duration = plans.at(-1)!.times.p7 + (o.returns ? BETWEEN : AFTER);
  const motion = moveBody(build, { plans, drives }, { duration, rate: RATE, rng, returns: o.returns });
  const handed = o.handed ?? 'right';
  const stated = { stature: Math.round(build.stature * 100) / 100, handed, club };
  const recording = record(motion, o.device, rng, {
    name: 'simulated',
    handed,
    club: o.clubChannels ?? true,
    stated,
  });
  return { recording, motion, build, truth: () => truthOf(motion, o.device, handed, stated) };
}

function truthOf(motion: Motion, device: SimulatedDevice, handed: Handed, stated: Recording['stated']): SwingTruth[] {
  const quiet = record(motion, device, random(0), { name: 'truth', handed, club: true, quiet: true, stated });
  const marks = motion.plans.map((p) => trueEvents(p));
  const { swings, contexts } = analyseInDepth(quiet, { marks });
  return motion.plans.map((_, i) => ({
    events: marks[i]!,
    measures: {
      ...Object.fromEntries(Object.entries(swings[i]?.measures ?? {}).map(([id, m]) => [id, m.value])),
      ...(contexts[i] ? trueMass(motion, contexts[i].swing.address, marks[i]!) : {}),
    },
  }));
}

/** Where the body itself was: its mass is known here, and not what forces or pressure make of it. */
function trueMass(
  { mass, rate }: Motion,
  address: { readonly start: number; readonly end: number },
  events: Readonly<Record<EventName, number>>,
): SwingTruth['measures'] {
  const at = (t: number): number => Math.round(t * rate);
  const quiet = mass.y.subarray(at(address.start), at(address.end) + 1);
  const origin = quiet.reduce((s, v) => s + v, 0) / quiet.length;
  const moved = (t: number): number => 1000 * (mass.y[at(t)]! - origin);
  let back = 0;
  for (let k = at(address.end); k <= at(events.p7); k++) back = Math.max(back, 1000 * (origin - mass.y[k]!));
  return {
    'mass.back': back,
    'mass.p4': moved(events.p4),
    'mass.p6': moved(events.p6),
    'mass.p7': moved(events.p7),
  };
}
