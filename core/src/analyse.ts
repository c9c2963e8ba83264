import { type Events, type Marks } from './events/event.js';
import { outOfOrder, readChannels, swingEvents } from './events/events.js';
import { findRehearsals } from './events/find-rehearsals.js';
import { findSwings } from './events/find-swings.js';
import { impactFinder } from './events/impact.js';
import { VilkoError } from './error.js';
import { FEET } from './ground/foot-outline.js';
import { centredOn, DEFAULT_STATURE, type Ground, readGround } from './ground/ground.js';
import { implausible } from './ground/plausible.js';
import { firstGone } from './ground/recorded-foot-check.js';
import { addressMean, type SwingContext } from './measures/context.js';
import type { Measures } from './measures/measure.js';
import { measureSwing } from './measures/measure-swing.js';
import { swingContexts } from './measures/swing-context.js';
import type { FootCheck } from './recording/foot-check.js';
import { G } from './recording/units.js';
import { moments } from './signal/series.js';
import type { ClubClass, DeviceKind, Handed, Recording, SwingKind } from './recording/recording.js';

export { DEFAULT_STATURE };
const MASS_OFF = 0.03;
/** kg no golfer is lighter or heavier than. */
const LIGHTEST = 25;
const HEAVIEST = 220;
/** m no golfer stands wider than. */
const WIDEST = 1.2;

/** What a person may say about a recording; what is given wins over what the file states. */
export interface AnalyseOptions {
  readonly handed?: Handed;
  readonly club?: ClubClass;
  /** kg */
  readonly mass?: number;
  /** m */
  readonly stature?: number;
  /** Hz, instead of the device's default. */
  readonly cutoff?: number;
  /** What rocking on each foot showed; wins over what the recording carries. */
  readonly footCheck?: FootCheck;
  /** Whole swings, or the rehearsals of measuring.md §5. */
  readonly kind?: SwingKind;
  /** Marks per swing, in the order of the swings. */
  readonly marks?: readonly Marks[];
}

export interface SwingAnalysis {
  /** Start of address and end of the finish, s on the file's clock. */
  readonly start: number;
  readonly end: number;
  readonly events: Events;
  readonly measures: Measures;
}

export interface Analysis {
  readonly file: string;
  readonly device: DeviceKind;
  /** Hz */
  readonly rate: number;
  readonly warnings: readonly string[];
  readonly swings: readonly SwingAnalysis[];
}

/** An analysis with the signals behind it, for drawing. */
export interface DeepAnalysis extends Analysis {
  readonly ground: Ground;
  readonly contexts: readonly SwingContext[];
}

/**
 * An analysis with the signals of every swing.
 * @throws VilkoError when nothing can be read, or when samples are missing inside a swing
 * @example analyseInDepth(rec, { handed: 'left', stature: 1.68, marks: [{ p4: 2.81 }] }).contexts[0].signals.share
 */
export function analyseInDepth(rec: Recording, options: AnalyseOptions = {}): DeepAnalysis {
  const contexts: SwingContext[] = [];
  return { ...walk(rec, options, (c) => contexts.push(c)), contexts };
}

/**
 * The walk itself: a recording is brought onto a grid, zeroed and filtered to loads per foot, its swings and their
 * events are found, and every measure of measuring.md §6 is taken.
 * @param passed each swing's signals, while they are there
 */
function walk(
  rec: Recording,
  options: AnalyseOptions,
  passed: (c: SwingContext) => void,
): Analysis & Pick<DeepAnalysis, 'ground'> {
  const handed = options.handed ?? rec.stated.handed ?? 'right';
  const mass = options.mass ?? rec.stated.mass ?? null;
  const footCheck = options.footCheck ?? rec.stated.footCheck ?? null;
  const golfer = {
    club: options.club ?? rec.stated.club ?? 'iron',
    stature: options.stature ?? rec.stated.stature ?? DEFAULT_STATURE,
    weight: mass === null ? null : mass * G,
    footCheck,
  };
  const ground = readGround(rec, handed, options.cutoff, golfer.stature);
  const who = { ...golfer, gone: footCheck && firstGone(ground) };
  const channels = readChannels(rec, ground);
  const impact = impactFinder(ground, channels.trigger ?? null, channels.sound ?? null);
  const warnings = [
    ...rec.warnings,
    ...ground.warnings,
    ...implausible(rec),
    ...footCheckWarnings(ground.mat || ground.assumed ? null : footCheck),
  ];
  const contextOf = swingContexts(ground, channels.shaft_deg ?? null, who);
  const swings: SwingAnalysis[] = [];
  let previousImpact: number | null = null;
  const kind = options.kind ?? 'full';
  const look = kind === 'full' ? findSwings : findRehearsals;
  for (const found of look(ground, channels.shaft_deg ?? null)) {
    const marks = options.marks?.[swings.length] ?? {};
    const events = (g: Ground, by: typeof impact) =>
      swingEvents({ ground: g, channels, impact: by }, found, { previousImpact, marks, kind });
    const first = events(ground, impact);
    // on one plate the shares rest on the pressure at address, which is known only now
    const g =
      first && ground.assumed
        ? centredOn(ground, moments(ground.cop.y.v, first.address.i0, first.address.i1).mean)
        : ground;
    const swing = g === ground ? first : events(g, impactFinder(g, channels.trigger ?? null, channels.sound ?? null));
    if (!swing) continue;
    refuseHoles(ground, swing.start, swing.end);
    previousImpact = swing.events.p7?.t ?? found.rough;
    const c = contextOf(g, swing);
    swings.push({ start: c.swing.start, end: c.swing.end, events: c.events, measures: measureSwing(c) });
    warnings.push(...swingWarnings(c, who.weight, swings.length));
    passed(c);
  }
  warnings.push(...bridgedHoles(ground));
  return {
    file: rec.name,
    device: ground.device,
    rate: ground.base.rate,
    warnings: [...new Set(warnings)],
    swings,
    ground,
  };
}

/**
 * The analysis as the command line answers it, without the signals.
 * @example analyse(rec, { club: 'driver' }).swings[0].measures['share.lead.p7'] // { value: 74.2, u: 0.6, … }
 */
export function analyse(rec: Recording, options: AnalyseOptions = {}): Analysis {
  const { file, device, rate, warnings, swings } = walk(rec, options, () => undefined);
  return { file, device, rate, warnings, swings };
}

/** What a foot check would have needed. */
const footCheckWarnings = (check: FootCheck | null): string[] =>
  check ? FEET.flatMap((f) => (check[f].words === 'good' ? [] : [`foot check: ${check[f].words}`])) : [];

function holesOf(g: Ground) {
  return [...g.base.holes, ...(g.mat && g.mat.base !== g.base ? g.mat.base.holes : [])];
}

function refuseHoles(g: Ground, start: number, end: number): void {
  const hole = holesOf(g).find((h) => h.to > start && h.from < end);
  if (hole)
    throw new VilkoError(
      'hole',
      `samples are missing for ${Math.round(1000 * (hole.to - hole.from))} ms inside a swing`,
      `at ${hole.from.toFixed(3)} s`,
    );
}

function bridgedHoles(g: Ground): string[] {
  return holesOf(g).map(
    (h) =>
      `samples are missing for ${Math.round(1000 * (h.to - h.from))} ms at ${h.from.toFixed(3)} s, outside the swings: bridged`,
  );
}

/** How far apart the feet press at address, m; NaN where they are not told apart. */
function feetApart(c: SwingContext): number {
  if (c.ground.assumed || !c.ground.feetTold) return NaN;
  const { lead, trail } = c.ground.footCop;
  return Math.hypot(addressMean(c, lead.x) - addressMean(c, trail.x), addressMean(c, lead.y) - addressMean(c, trail.y));
}

function swingWarnings(c: SwingContext, weight: number | null, n: number): string[] {
  const said: string[] = [];
  if (weight !== null && c.ground.absolute && Math.abs(weight - c.swing.quiet) > MASS_OFF * c.swing.quiet)
    said.push(
      `the given mass is ${(weight / G).toFixed(1)} kg, but ${(c.swing.quiet / G).toFixed(1)} kg stood on the device`,
    );
  const kg = c.swing.quiet / G;
  if (c.ground.absolute && (kg < LIGHTEST || kg > HEAVIEST))
    said.push(`${kg.toFixed(1)} kg stood on the device: look whether its loads are in newtons, and zeroed`);
  const apart = feetApart(c);
  if (apart > WIDEST)
    said.push(`the feet stand ${apart.toFixed(2)} m apart: look whether the plates lie where the recording says`);
  if (c.mass?.warning) said.push(c.mass.warning);
  const late = outOfOrder(c.events);
  if (late.length)
    said.push(`swing ${n}: ${late.map((p) => p.toUpperCase()).join(', ')} out of order, no phases are given`);
  return said;
}
