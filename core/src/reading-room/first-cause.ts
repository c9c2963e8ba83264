import { VilkoError } from '../error.js';
import { faultOf } from '../faults/catalogue.js';
import type { Finding, Judgement } from '../faults/judge.js';
import { type FaultStrength, random, SIMULATED_FAULTS, STRENGTHS } from '../golfer/index.js';
import type { Random } from '../golfer/random.js';
import type { ClubClass } from '../recording/recording.js';
import { DIFFICULTY, nearest, SHOWN_ON } from './difficulty.js';
import { drawn, eitherHand, pick } from './lots.js';
import { CANNOT_TELL, HEALTHY_SWING, OFFERED } from './options.js';
import { readSwing, type ReadSwing, type SwingWish } from './read-swing.js';
import type { Choice } from './score.js';

const CLUBS: readonly ClubClass[] = ['iron', 'driver', 'iron', 'wedge', 'wood'];
/** Of so many items one is healthy, and one cannot be told. */
const EVERY_HEALTHY = 5;
const EVERY_CANNOT = 10;
/** Swings that are looked for until one is found by the device that shows it. */
const TRIES = 20;

/** What an item is to be like. */
export interface FirstCauseWish {
  readonly seed: number;
  /** Points; null: any. */
  readonly difficulty: number | null;
  /** Two faults that are taken for each other: one of them is shown, both are offered. */
  readonly pair?: readonly [string, string];
}

/** A swing without its reading, what may be the first cause of it, and the truth. */
export interface FirstCauseItem extends ReadSwing {
  readonly seed: number;
  /** In the order in which they are offered: faults by name, then healthy, then cannot be told. */
  readonly options: readonly string[];
  readonly truth: string;
  readonly difficulty: number;
}

/** How a swing of the wished difficulty is shown: of all ways those nearest to it, one drawn. */
function shownHow(rng: Random, kind: 'fault' | 'healthy' | 'cannot', wished: number | null) {
  const strengths = kind === 'fault' ? (Object.keys(STRENGTHS) as FaultStrength[]) : [null];
  const ways = strengths.flatMap((strength) =>
    SHOWN_ON.map((on) => ({
      ...{ strength, ...on },
      points: on.points + (strength ? DIFFICULTY.strength[strength] : DIFFICULTY[kind as 'healthy' | 'cannot']),
    })),
  );
  return nearest(rng, ways, wished);
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
    const handed = eitherHand(rng);
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
    return { seed, ...read, ...told, difficulty };
  }
  throw new VilkoError('bad-option', `no swing of seed ${seed} shows what was wished`);
}

/** Faults that a device does not show: what it says of a healthy swing. */
function hiddenOn(where: SwingWish): string[] {
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
export function optionsOf(
  rng: Random,
  { kind, fault, pair = [] }: Shown,
  { cannotJudge }: Pick<Judgement, 'cannotJudge'>,
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
export function vilkoReads({
  judgement: { findings, cannotJudge },
  options,
}: { readonly judgement: Pick<Judgement, 'findings' | 'cannotJudge'> } & Pick<FirstCauseItem, 'options'>): Choice {
  const dark = new Set(cannotJudge.map((c) => c.fault));
  const faults = options.filter((o) => o !== HEALTHY_SWING && o !== CANNOT_TELL);
  if (faults.every((f) => dark.has(f))) return { said: CANNOT_TELL, sure: SURE_CANNOT };
  const named = [...findings].sort((a, b) => Number(b.main) - Number(a.main)).find((f) => faults.includes(f.fault));
  return named ? { said: named.fault, sure: SURE[named.word] } : { said: HEALTHY_SWING, sure: SURE_HEALTHY };
}
