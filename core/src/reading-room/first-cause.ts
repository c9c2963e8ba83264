import * as z from 'zod';
import { analyseInDepth, type DeepAnalysis } from '../analyse.js';
import { VilkoError } from '../error.js';
import { type Finding, type Judgement, judgeSwing } from '../faults/judge.js';
import { faultOf } from '../faults/catalogue.js';
import {
  type FaultStrength,
  random,
  rocking,
  simulate,
  type SimulateOptions,
  SIMULATED_FAULTS,
  STRENGTHS,
} from '../golfer/index.js';
import type { Random } from '../golfer/random.js';
import { recordedFootCheck } from '../ground/recorded-foot-check.js';
import { patternOf } from '../patterns/library.js';
import { DEVICES } from '../recording/device-kinds.js';
import type { FootCheck } from '../recording/foot-check.js';
import type { ClubClass, Handed, Recording } from '../recording/recording.js';
import { shipped } from '../shipped.js';
import { CANNOT_TELL, HEALTHY_SWING, OFFERED } from './options.js';
import type { Choice } from './score.js';
import numbers from './difficulty.json';

/** Devices that swings are shown on. */
export const READ_DEVICES = ['plates', 'mat-plates', 'mat', 'boards'] as const;
type ReadDevice = (typeof READ_DEVICES)[number];

const Numbers = z.object({
  /** Points of a fault so strong, of a healthy swing, of one that cannot be told; what makes it harder adds to it. */
  strength: z.record(z.enum(['strong', 'medium', 'weak']), z.number()),
  healthy: z.number(),
  cannot: z.number(),
  device: z.record(z.enum(READ_DEVICES), z.number()),
  noClub: z.number(),
  driver: z.number(),
});
/** Where items are thought to lie before anybody has read them. */
const DIFFICULTY = shipped(Numbers, numbers);

const CLUBS: readonly ClubClass[] = ['iron', 'driver', 'iron', 'wedge', 'wood'];
/** Of so many items one is healthy, and one cannot be told. */
const EVERY_HEALTHY = 5;
const EVERY_CANNOT = 10;
/** Swings that are looked for until one is found by the device that shows it. */
const TRIES = 20;

const PATTERN = 'common-ground';

/** What an item is to be like. */
export interface FirstCauseWish {
  readonly seed: number;
  /** Points; null: any. */
  readonly difficulty: number | null;
  /** Two faults that are taken for each other: one of them is shown, both are offered. */
  readonly pair?: readonly [string, string];
}

/** A swing without its reading, what may be the first cause of it, and the truth. */
export interface FirstCauseItem {
  readonly seed: number;
  readonly device: ReadDevice;
  readonly handed: Handed;
  readonly club: ClubClass;
  readonly recording: Recording;
  /** The swing is its first. */
  readonly deep: DeepAnalysis;
  readonly judgement: Judgement;
  /** In the order in which they are offered: faults by name, then healthy, then cannot be told. */
  readonly options: readonly string[];
  readonly truth: string;
  readonly difficulty: number;
}

const pick = <T>(rng: Random, from: readonly T[]): T => from[Math.floor(rng.uniform() * from.length)]!;

/** Some of these in an order drawn at random. */
function drawn<T>(rng: Random, from: readonly T[], n: number): T[] {
  const left = [...from];
  const out: T[] = [];
  while (out.length < n && left.length) out.push(...left.splice(Math.floor(rng.uniform() * left.length), 1));
  return out;
}

/** How a swing of the wished difficulty is shown: of all ways those nearest to it, one drawn. */
function shownHow(rng: Random, kind: 'fault' | 'healthy' | 'cannot', wished: number | null) {
  const strengths = kind === 'fault' ? (Object.keys(STRENGTHS) as FaultStrength[]) : [null];
  const ways = strengths.flatMap((strength) =>
    READ_DEVICES.flatMap((device) =>
      [true, false].map((clubChannels) => ({
        strength,
        device,
        clubChannels,
        points:
          (strength ? DIFFICULTY.strength[strength] : DIFFICULTY[kind as 'healthy' | 'cannot']) +
          DIFFICULTY.device[device] +
          (clubChannels ? 0 : DIFFICULTY.noClub),
      })),
    ),
  );
  if (wished === null) return pick(rng, ways);
  const near = [...ways].sort((a, b) => Math.abs(a.points - wished) - Math.abs(b.points - wished));
  return pick(rng, near.slice(0, 4));
}

/** Those who swing here: tall and short, heavy and light. */
const BUILDS = [
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

/** One swing as it is read: on its device, the feet checked as in a lesson. */
function readSwing(
  o: SimulateOptions & { readonly device: ReadDevice; readonly handed: Handed; readonly club: ClubClass },
) {
  const who = (o.seed ?? 1) % BUILDS.length;
  const { recording } = simulate({ ...o, build: BUILDS[who]! });
  const { device, handed, club } = o;
  const footCheck = feetOf(device, handed, who);
  const deep = analyseInDepth(recording, footCheck ? { footCheck } : {});
  const swing = deep.swings[0];
  if (!swing) return null;
  const judgement = judgeSwing(swing, { device, club, pattern: patternOf(PATTERN), statureGiven: true });
  return { recording, deep, judgement };
}

/**
 * An item of *First cause*: a simulated swing with one known fault, with none, or with one that its device cannot show.
 * The same wish gives the same item.
 * @throws VilkoError when no swing can be made of the wish
 */
export function firstCauseItem({ seed, difficulty: wished, pair }: FirstCauseWish): FirstCauseItem {
  const rng = random(seed);
  const draw = rng.uniform();
  const kind = pair
    ? 'fault'
    : draw < 1 / EVERY_HEALTHY
      ? 'healthy'
      : draw < 1 / EVERY_HEALTHY + 1 / EVERY_CANNOT
        ? 'cannot'
        : 'fault';
  for (let attempt = 0; attempt < TRIES; attempt++) {
    const { strength, device, clubChannels, points } = shownHow(rng, kind, kind === 'cannot' ? null : wished);
    const handed = rng.uniform() < 0.5 ? ('right' as const) : ('left' as const);
    const club = pick(rng, CLUBS);
    const where = { device, handed, club, clubChannels, seed: seed + 7919 * attempt };
    const from = pair ?? (kind === 'cannot' ? hiddenOn(where) : Object.keys(SIMULATED_FAULTS));
    const fault = kind === 'healthy' || !from.length ? null : pick(rng, from);
    if (kind !== 'healthy' && fault === null) continue;
    const asked = { ...where, club: SIMULATED_FAULTS[fault ?? '']?.club ?? club };
    const read = readSwing({ ...asked, ...(fault ? { fault, strength: strength ?? ('strong' as const) } : {}) });
    const told = read && optionsOf(rng, { kind, fault, pair }, read.judgement);
    if (!told) continue;
    const difficulty = points + (asked.club === 'driver' ? DIFFICULTY.driver : 0);
    return { seed, device, handed, club: asked.club, ...read, ...told, difficulty };
  }
  throw new VilkoError('bad-option', `no swing of seed ${seed} shows what was wished`);
}

/** Faults that a device does not show: what it says of a healthy swing. */
function hiddenOn(where: Parameters<typeof readSwing>[0]): string[] {
  const dark = new Set(readSwing(where)?.judgement.cannotJudge.map((c) => c.fault) ?? []);
  return Object.keys(SIMULATED_FAULTS).filter((f) => dark.has(f));
}

/** What a swing shows, and what it is to be told from. */
interface Shown {
  readonly kind: 'fault' | 'healthy' | 'cannot';
  readonly fault: string | null;
  readonly pair?: readonly string[] | undefined;
}

/**
 * What is offered: faults that the device can judge, or, where nothing can be told, faults that it cannot.
 * @returns null where this swing on this device does not give the item that was wished
 */
function optionsOf(
  rng: Random,
  { kind, fault, pair = [] }: Shown,
  { cannotJudge }: Judgement,
): Pick<FirstCauseItem, 'options' | 'truth'> | null {
  const dark = new Set(cannotJudge.map((c) => c.fault));
  const hidden = kind === 'cannot';
  if (fault !== null && dark.has(fault) !== hidden) return null;
  const open = Object.keys(SIMULATED_FAULTS).filter((f) => dark.has(f) === hidden);
  const first = [...new Set([...(fault ? [fault] : []), ...pair.filter((f) => open.includes(f))])];
  const faults = [
    ...first,
    ...drawn(
      rng,
      open.filter((f) => !first.includes(f)),
      OFFERED - first.length,
    ),
  ];
  if (faults.length < OFFERED && !hidden) return null;
  const byName = faults.sort((a, b) => nameOf(a).localeCompare(nameOf(b)));
  return { options: [...byName, HEALTHY_SWING, CANNOT_TELL], truth: hidden ? CANNOT_TELL : (fault ?? HEALTHY_SWING) };
}

const nameOf = (fault: string): string => faultOf(fault)?.name ?? fault;

/** How sure the rules are of a finding, by its word. */
const SURE: Readonly<Record<Finding['word'], number>> = { clear: 0.9, likely: 0.75, hint: 0.55 };
const SURE_HEALTHY = 0.6;
const SURE_CANNOT = 0.9;

/** What Vilko itself answers to an item, by the rules of judging.md. */
export function vilkoReads({ judgement: { findings, cannotJudge }, options }: FirstCauseItem): Choice {
  const dark = new Set(cannotJudge.map((c) => c.fault));
  const faults = options.filter((o) => o !== HEALTHY_SWING && o !== CANNOT_TELL);
  if (faults.every((f) => dark.has(f))) return { said: CANNOT_TELL, sure: SURE_CANNOT };
  const named = [...findings].sort((a, b) => Number(b.main) - Number(a.main)).find((f) => faults.includes(f.fault));
  return named ? { said: named.fault, sure: SURE[named.word] } : { said: HEALTHY_SWING, sure: SURE_HEALTHY };
}
