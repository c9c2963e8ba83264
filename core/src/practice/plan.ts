import type { Drill } from '../drills/drill.js';
import { type Caps, capsOf } from '../drills/injury-caps.js';
import type { DrillShelf } from '../drills/shelf.js';
import { substituteFor } from '../drills/substitutes.js';
import { addDays, type Day, daysBetween, weekday } from './day.js';
import type { BlockResult, Plan, PlanBlock, PlanWish } from './plan-schema.js';
import { LAST_RUNG, RUNGS } from './rungs.js';

/** What one session may hold at most (judging.md §4). */
export const LIMITS = { hops: 60, drivers: 40 } as const;
/** Pain that rises by so much stops the drill, 0–10. */
export const PAIN_RISE = 2;

/** A block with what is to be done in it. */
export interface LaidBlock extends PlanBlock {
  readonly rung: number;
  readonly minutes: { readonly warmUp: number; readonly drill: number; readonly shots: number; readonly test: number };
  readonly balls: number;
  readonly drivers: number;
  readonly hops: number;
  readonly effort: 'low' | 'high';
  /** Why it is not to be done any more, or done lighter; null: as planned. */
  readonly changed: string | null;
  readonly withdrawn: boolean;
}

const SPLIT = { warmUp: 0.2, shots: 0.25, test: 0.15 };
const LEAST_WARM_UP = 4;
const BALLS_A_MINUTE = 1.5;
const HOPS_A_MINUTE = 6;
const FULL_SHOTS = 3;
/** Days of the longest plan. */
export const LONGEST_PLAN = 84;

/** What the injuries of a wish allow at most; sides matter for sizes alone. */
const capsFor = ({ injuries, cleared = [] }: Pick<PlanWish, 'injuries'> & Partial<Pick<PlanWish, 'cleared'>>): Caps =>
  capsOf(
    injuries.map((part) => ({ part, side: null, cleared: cleared.includes(part) })),
    'right',
  );

/** Why a drill cannot be in this pupil's plan; null when it can. */
export function unfit(d: Drill, w: Pick<PlanWish, 'injuries' | 'lacks' | 'minor' | 'club'>): string | null {
  const hurt = d.tags.filter((t) => w.injuries.includes(t));
  if (hurt.length) return `not with: ${hurt.join(', ')}`;
  if (d.hops && !capsFor(w).hops) return `no hops: ${w.injuries.join(', ')} on record`;
  if (w.minor && d.hops) return 'no maximal efforts for children';
  if (d.clubs && !d.clubs.includes(w.club)) return `only with: ${d.clubs.join(', ')}`;
  const lacking = d.equipment.filter((e) => w.lacks.includes(e));
  const or = (aid: string): string => {
    const instead = substituteFor(aid);
    return instead ? `${aid} (or ${instead.use})` : aid;
  };
  return lacking.length ? `needs ${lacking.map(or).join(', ')}` : null;
}

/** Why two drills must not stand in one plan; null when they may. */
export function opposed(a: Drill, b: Drill): string | null {
  if (a.notWith.includes(b.id) || b.notWith.includes(a.id)) return `${a.name} and ${b.name} teach opposite things`;
  return a.school && b.school && a.school !== b.school ? `${a.name} and ${b.name} belong to two schools` : null;
}

/** One sentence on what is wrong with a wish; null when a plan can be made. */
export function wishProblem(w: PlanWish, shelf: DrillShelf): string | null {
  const drills = w.drills.map(shelf.one);
  const unknown = w.drills.find((_, i) => !drills[i]);
  if (unknown) return `There is no drill ${unknown}.`;
  if (w.rungs.length !== w.drills.length) return 'Every drill needs a rung to begin with.';
  for (const d of drills) {
    const why = unfit(d!, w);
    if (why) return `${d!.name} cannot be planned: ${why}.`;
  }
  const against = drills.length === 2 ? opposed(drills[0]!, drills[1]!) : null;
  if (against) return `${against}: choose one.`;
  const span = daysBetween(w.from, w.until);
  if (span < 0) return 'The plan would end before it begins.';
  if (span > LONGEST_PLAN) return 'A plan of more than twelve weeks is a wish: end it earlier.';
  return Array.from({ length: span + 1 }, (_, i) => addDays(w.from, i)).some((d) => w.days.includes(weekday(d)))
    ? null
    : 'No free day lies in this time.';
}

/**
 * Dated blocks on the free days, the drills in turn (judging.md §4).
 * @param id names the i-th block
 */
export function makePlan(w: PlanWish, id: (i: number) => string): Plan {
  const dates = Array.from({ length: daysBetween(w.from, w.until) + 1 }, (_, i) => addDays(w.from, i)).filter((d) =>
    w.days.includes(weekday(d)),
  );
  return {
    wish: w,
    blocks: dates.map((date, i) => ({ id: id(i), date, drill: w.drills[i % w.drills.length]!, result: null })),
  };
}

/** Pain, 0–10, rose by as much as stops practice; never where it was not asked. */
export const painRose = (before: number | null, after: number | null): boolean =>
  before !== null && after !== null && after - before >= PAIN_RISE;

/** Pain rose so much that the drill stops. */
export const painStops = (r: BlockResult): boolean => r.did === 'stopped' || painRose(r.painBefore, r.painAfter);

/**
 * What each block holds, in order of date. A rung is repeated until its test is passed; a drill that was stopped by
 * pain is withdrawn; what would be the second hard day in a row is made light.
 */
export function layOut({ wish, blocks }: Plan, shelf: DrillShelf): LaidBlock[] {
  const caps = capsFor(wish);
  const rungs = new Map(wish.drills.map((d, i) => [d, Math.min(wish.rungs[i]!, caps.largestRung)]));
  const stopped = new Map<string, Day>();
  let hard: Day | null = null;
  return [...blocks]
    .sort((a, b) => a.date.localeCompare(b.date))
    .map((b) => {
      const drill = shelf.one(b.drill);
      const rung = rungs.get(b.drill) ?? 0;
      const pain = stopped.get(b.drill);
      const nextToHard = hard !== null && daysBetween(hard, b.date) <= 1;
      const whole = session(drill, rung, { wish, caps }, false);
      const light = whole.effort === 'high' && nextToHard && !b.result;
      const held = light ? session(drill, rung, { wish, caps }, true) : whole;
      if (held.effort === 'high' && !pain && b.result?.did !== 'missed') hard = b.date;
      if (b.result) {
        if (painStops(b.result)) stopped.set(b.drill, b.date);
        else if (b.result.test === 'passed') rungs.set(b.drill, Math.min(caps.largestRung, rung + 1));
      }
      const withdrawn = pain !== undefined && !b.result;
      const changed = withdrawn
        ? `stopped by pain on ${pain}: not before the instructor has seen it`
        : light
          ? 'light: the day before was hard'
          : rung === caps.largestRung && rung < LAST_RUNG
            ? `not beyond ${RUNGS[rung]!.words}: ${caps.heldBy.join(', ')} on record, not cleared`
            : null;
      return { ...b, rung, ...held, changed, withdrawn };
    });
}

/** How a session of so many minutes is filled; a light one has no hops and no full effort. */
function session(
  d: Drill | undefined,
  rung: number,
  { wish: w, caps }: { readonly wish: PlanWish; readonly caps: Caps },
  light: boolean,
): Pick<LaidBlock, 'minutes' | 'balls' | 'drivers' | 'hops' | 'effort'> {
  const warmUp = Math.max(LEAST_WARM_UP, Math.round(SPLIT.warmUp * w.minutes));
  const test = d?.test ? Math.round(SPLIT.test * w.minutes) : 0;
  const shots = RUNGS[rung]!.ball ? Math.round(SPLIT.shots * w.minutes) : 0;
  const drill = w.minutes - warmUp - test - shots;
  const full = w.club === 'driver' && rung >= FULL_SHOTS && !light && !w.minor;
  const balls = Math.round(shots * BALLS_A_MINUTE);
  const drivers = full ? Math.min(LIMITS.drivers, caps.fullEffort ?? Infinity, balls) : 0;
  const hops = d?.hops && !light && caps.hops ? Math.min(LIMITS.hops, HOPS_A_MINUTE * drill) : 0;
  return {
    minutes: { warmUp, drill, shots, test },
    balls: full ? drivers : balls,
    drivers,
    hops,
    effort: hops || drivers ? 'high' : 'low',
  };
}

/**
 * Moves a block to another day.
 * @param days where to; days before today are past
 * @returns the plan, or one sentence on what forbids it
 */
export function moveBlock(
  plan: Plan,
  id: string,
  { to, today }: { readonly to: Day; readonly today: Day },
  shelf: DrillShelf,
): Plan | string {
  const block = plan.blocks.find((b) => b.id === id);
  if (!block) return 'This block is not in the plan any more.';
  if (block.result) return 'What was done stays on its day.';
  if (to < today) return 'A block cannot be moved into the past.';
  if (to > plan.wish.until) return `The plan ends on ${plan.wish.until}: make it longer first.`;
  if (plan.blocks.some((b) => b.id !== id && b.date === to))
    return 'There is practice on that day already; two sessions a day are too much.';
  const moved = { ...plan, blocks: plan.blocks.map((b) => (b.id === id ? { ...b, date: to } : b)) };
  const before = layOut(plan, shelf).filter((b) => b.effort === 'high').length;
  const hard = layOut(moved, shelf);
  if (hard.filter((b) => b.effort === 'high').length < before)
    return 'That would be two hard days in a row; leave a day between.';
  return moved;
}

/** Keeps what was done on a block's day; null takes it back. */
export const logBlock = (plan: Plan, id: string, result: BlockResult | null): Plan => ({
  ...plan,
  blocks: plan.blocks.map((b) => (b.id === id ? { ...b, result } : b)),
});
