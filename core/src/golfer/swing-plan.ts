import type { ClubClass } from '../recording/recording.js';
import type { EventName } from '../events/event.js';
import type { Knot } from './curves.js';
import { type Random, random } from './random.js';
import {
  type FaultStrength,
  healthyMean,
  healthySpread,
  LATER_PARAMETERS,
  SCHOOL_SPREAD,
  SCHOOLS,
  SIMULATED_FAULTS,
  STRENGTHS,
  SWING_PARAMETERS,
  type SwingParameter,
  type SwingParameters,
} from './spread.js';

/** A fault and how far its parameter is shifted. */
export interface FaultShift {
  readonly fault: string;
  readonly strength: FaultStrength;
}

/** How a swing is drawn: a person's own tendencies (in healthy SD) and how much they vary around them. */
export interface SwingStyle {
  readonly club: ClubClass;
  /** Shifts of single parameters, in SD of the healthy spread. */
  readonly tendencies?: Partial<Record<SwingParameter, number>>;
  /** SD of the variation from swing to swing, in healthy SD. */
  readonly spread?: number;
  readonly faults?: readonly FaultShift[];
  /** A golfer of this school, instead of one of the whole field. */
  readonly school?: string;
  /** How far a reversed loading goes, 0 none … 1 whole; for a person's tendency. */
  readonly reversal?: number;
}

/** One swing before it has forces: its parameters and when its events happen (s on the motion's clock). */
export interface SwingPlan {
  readonly club: ClubClass;
  readonly p: SwingParameters;
  readonly reversal: number;
  readonly clubStarts: number;
  readonly times: Readonly<Record<Exclude<EventName, 'p1'>, number>>;
}

/** Distance between the foot centres of somebody 1.75 m tall, m. */
export const STANCE: Readonly<Record<ClubClass, number>> = { driver: 0.51, wood: 0.48, iron: 0.44, wedge: 0.39 };

const MOST = 2;
/** Shift in SD at which a reversed loading is whole. */
const REVERSED_AT = 3.6;

/**
 * What stays of the luck of the field once a parameter is shifted: the strength is the shift. One's own spread stays.
 */
const LUCK = 0.25;

/**
 * What healthy golfers vary by and nobody notices: from where it shows, how much each unit beyond counts for (what
 * holds a body in its place gives way), and the most that a body on its feet could do.
 */
const NOTICED = {
  massAhead: { from: 33, gain: 2.5, most: Infinity },
  // farther the lead foot could not hold it on the ground
  massRuns: { from: 33, gain: 1.25, most: 70 },
  trailSits: { from: 16, gain: 3.5, most: 34 },
  pushUp: { from: 0.2, gain: 2.4, most: 0.34 },
  staysOn: { from: 12, gain: 3.4, most: 30 },
} as const;
type Noticed = keyof typeof NOTICED;
/** How far such a property goes beyond where it shows, in its own unit. */
export const noticed = <N extends Noticed>(p: Pick<SwingParameters, N>, name: N): number => {
  const { from, gain, most } = NOTICED[name];
  return Math.min(most, gain * Math.max(0, p[name] - from));
};
/** Who falls to the lead heel by more than this (% of foot) does so early in the downswing already. */
const SPINS_FROM = 15;
/** Half of how long (s) the share takes to change over: fastest around the crossing. */
const CROSSING = 0.05;
/** How much before P6 (s) whoever is all on the lead foot by then has arrived. */
const EARLY_BY = 0.03;
/** Fore–aft ratio of somebody whose lead leg hardly pushes. */
const LITTLE_FORE_AFT = 1.05;
/** What is left of a value beyond where it becomes hard to go on. */
const softened = (value: number, from: number): number => (value < from ? from - 0.45 * (from - value) : value);

/** Draws one swing's parameters. */
export function drawParameters(rng: Random, style: SwingStyle): { p: SwingParameters; reversal: number } {
  const { club, school } = style;
  const faults = (style.faults ?? []).map((f) => ({ ...SIMULATED_FAULTS[f.fault]!, sds: STRENGTHS[f.strength] }));
  const spread = (style.spread ?? 1) * (school ? SCHOOL_SPREAD : 1);
  const draw = (from: Random, name: SwingParameter): number => {
    const z = Math.max(-MOST, Math.min(MOST, from.normal())) * spread;
    const own = faults.filter((f) => f.parameter === name);
    const shift = own.reduce((s, f) => s + (f.reverses ? 0 : f.direction * f.sds), style.tendencies?.[name] ?? 0);
    return (
      (SCHOOLS[school ?? '']?.[name] ?? healthyMean(name, club)) +
      healthySpread(name, club, shift) +
      healthySpread(name, club, own.length && style.spread === undefined ? LUCK * z : z)
    );
  };
  const first = SWING_PARAMETERS.map((name) => [name, draw(rng, name)] as const);
  const later = random(Math.round(1e6 * first[0]![1]));
  const p = Object.fromEntries([
    ...first,
    ...LATER_PARAMETERS.map((name) => [name, draw(later, name)] as const),
  ]) as Record<SwingParameter, number>;
  // who stays back pushes less, and the body turns where it is instead of following
  const staysBack = Math.max(0, healthyMean('leadP7', club) - 8 - p.leadP7);
  p.forcePeak -= 0.13 * staysBack;
  p.massBack *= 1 - Math.min(0.3, staysBack / 60);
  p.topGive += 0.45 * staysBack;
  p.foreAft += 0.012 * staysBack;
  if (club !== 'driver') p.tips -= 0.003 * Math.max(0, staysBack - 4);
  // nobody who turns leaves the trail foot, or the lead foot at impact, altogether
  p.trailMax = softened(p.trailMax, club === 'wedge' ? 50 : 55);
  p.trailIn = softened(p.trailIn, -50);
  p.leadP7 = softened(p.leadP7, club === 'driver' ? 50 : 56);
  // a leg that pushes less drops less, lifts less and pushes back less
  const lost = 1.6 * Math.max(0, 0.88 - p.legPush);
  p.upPeak = 1 + (p.upPeak - 1) * Math.max(0.25, 1 - 2.4 * lost);
  p.upMin = 1 - (1 - p.upMin) * Math.max(0.3, 1 - 2 * lost);
  p.foreAft += (LITTLE_FORE_AFT - p.foreAft) * Math.min(1, lost / 0.25);
  // whoever runs on to the target is over there early, wholly, and pushes harder for it
  const runs = noticed(p, 'massRuns');
  p.leadP7 = Math.min(93, p.leadP7 + 0.15 * runs);
  p.leadP10 = Math.min(96, p.leadP10 + 0.05 * runs);
  p.forcePeak += 0.1 * runs;
  // a weak push is weak to the end, and there is less to bring back
  p.massBack = Math.max(6, p.massBack - 3 * Math.max(0, healthyMean('forcePeak', club) - 3 - p.forcePeak));
  p.tips -= 0.007 * Math.max(0, healthyMean('forcePeak', club) - 1 - p.forcePeak);
  const turning = faults.find((f) => f.reverses);
  const reversal = turning ? turning.sds / REVERSED_AT : (style.reversal ?? 0);
  // who gives the load back before the top has had it early
  p.trailMaxPhase -= Math.min(1, reversal) * Math.max(0, p.trailMaxPhase - 2.8);
  // the less goes to the trail foot, the less there is to give back by the top, and the less the mass follows
  const loaded = Math.max(0.2, Math.min(1.05, (p.trailMax - 50) / 24));
  p.topGive *= loaded;
  const usual = Math.min(p.massBack, healthyMean('massBack', club));
  p.massBack -= (1 - loaded * Math.max(0.2, 1 - 0.7 * reversal)) * usual;
  // a body that moves off the ball takes the pressure along
  const off = Math.max(0, p.massBack - healthyMean('massBack', club) - 15);
  p.trailMax = Math.min(Math.max(92, p.trailMax), p.trailMax + (0.8 * off) / (10 * STANCE[club]));
  // a mass that goes with the pressure is ahead of it: less pressure is needed to carry it, and it goes farther
  const ahead = noticed(p, 'massAhead');
  p.massBack += 0.36 * ahead;
  const carried = 50.5 + p.massBack / (10 * STANCE[club]) - 0.055 * ahead;
  p.trailMax += Math.min(0, carried - p.trailMax) * Math.min(1, ahead / 50);
  // who goes far back in good time is back in good time; who loads late does not
  p.trailMaxPhase -=
    Math.max(0, Math.min(1, 4 - p.trailMaxPhase)) *
    Math.min(0.5, 0.02 * Math.max(0, p.massBack - healthyMean('massBack', club) - 7));
  return { p, reversal };
}

/** Lays a swing on the clock. */
export function planSwing(rng: Random, style: SwingStyle, clubStarts: number): SwingPlan {
  const { p, reversal } = drawParameters(rng, style);
  const p4 = clubStarts + 0.07 + p.back;
  const p7 = p4 + p.down;
  const back = p4 - clubStarts;
  const wobble = (sd: number) => Math.max(-2, Math.min(2, rng.normal())) * sd;
  return {
    club: style.club,
    p,
    reversal,
    clubStarts,
    times: {
      p2: clubStarts + back * (0.45 + wobble(0.012)),
      p3: clubStarts + back * (0.67 + wobble(0.012)),
      p4,
      p5: p4 + p.down * (0.555 + wobble(0.012)),
      p6: p4 + p.down * (0.835 + wobble(0.008)),
      p7,
      p8: p7 + 0.043 + wobble(0.002),
      p9: p7 + 0.138 + wobble(0.004),
      p10: p7 + 0.62 + wobble(0.03),
    },
  };
}

/** Time of a phase between P1 (taken as the club's start) and P9. */
function timeAtPhase({ times, clubStarts }: SwingPlan, phase: number): number {
  const knots = [clubStarts + 0.07, times.p2, times.p3, times.p4, times.p5, times.p6, times.p7, times.p8, times.p9];
  const i = Math.min(knots.length - 2, Math.max(0, Math.floor(phase) - 1));
  return knots[i]! + (phase - 1 - i) * (knots[i + 1]! - knots[i]!);
}

/** Lead share of the total load (%) from address to finish. */
export function shareKnots(plan: SwingPlan): Knot[] {
  const { p, times, clubStarts, reversal } = plan;
  const p1 = clubStarts + 0.07;
  const start = p1 - p.onset;
  const tMax = timeAtPhase(plan, p.trailMaxPhase);
  // a press that is meant lasts until the club goes: the push off it starts the swing
  const leave = p.press > 3 ? Math.max(start + 0.06, p1 - 0.03) : start + 0.06;
  const low = 100 - p.trailMax;
  // a reversed loading leaves the trail foot on the way back: little load, early, and over to the lead foot by the top
  const least = low + reversal * (p.leadAddress - 3 - low);
  const top = least + p.topGive + reversal * (p.leadAddress + 11 - least - p.topGive);
  const cross = Math.max(times.p7 + p.cross, tMax + 0.07);
  const turned = reversal > 0.6;
  const late = p.cross - healthyMean('cross', plan.club);
  const inTime = p.leadP7 - Math.max(0, 110 * (late - 0.03));
  // whoever is all on the lead foot by P6 has nothing left under the trail foot at impact
  const early = plan.club === 'driver' ? Math.max(0, Math.min(1, (p.leadP6 - 87.5) / 5.5)) : 0;
  const p7 = inTime + early * (Math.min(98.3, p.leadP6 + 2) - inTime);
  // most of what is on the lead foot at impact is there by P6
  const gained = Math.max(-3, p7 - 50);
  const usual =
    early > 0 ? Math.min(97, p.leadP6) : Math.min(Math.max(p.leadP6, 50 + 0.7 * gained), p7 - 2, 50 + 0.8 * gained);
  const stays = noticed(p, 'staysOn');
  // who presses and pushes off has more on the lead foot shortly before impact than at it
  const p6 = p.pushOff > 2 ? Math.min(96, p7 + p.pushOff) : usual;
  const knots: (Knot | null)[] = [
    [start - 0.12, p.leadAddress],
    [start - 0.01, p.leadAddress + p.press],
    [leave, p.leadAddress + p.press * 0.2 - 2],
    [tMax - 0.11, least + 0.22 * (p.leadAddress - least)],
    [tMax - 0.012, least],
    [tMax + 0.028, least],
    tMax < times.p4 - 0.07 ? [times.p4, top] : null,
    turned || cross - CROSSING < times.p4 + 0.02 ? null : [cross - CROSSING, top + 0.35 * (50 - top)],
    turned ? null : [cross, Math.min(50, p7 - 7)],
    turned || cross + CROSSING > times.p6 - 0.02 ? null : [cross + CROSSING, 50 + 0.75 * (p6 - 50)],
    cross < times.p6 - 0.02 ? [times.p6 - EARLY_BY * early, p6] : null,
    [times.p7, p7],
    stays > 0 ? [times.p8, p7 - 0.75 * stays] : null,
    [times.p9, p7 + (p.leadP10 - p7) * (p.leadP7 < 63 ? 0.18 : noticed(p, 'massRuns') > 0 ? 0.8 : 0.45) - stays],
    [times.p10 - 0.15, p.leadP10],
  ];
  return inOrder(knots);
}

function inOrder(knots: readonly (Knot | null)[]): Knot[] {
  const out: Knot[] = [];
  for (const k of knots) if (k && (!out.length || k[0] > out.at(-1)![0] + 1e-3)) out.push(k);
  return out;
}

/** Forward position of each foot's pressure, %. */
export function forwardKnots({ p, times, clubStarts }: SwingPlan): { lead: Knot[]; trail: Knot[] } {
  const a = p.fwdAddress;
  const spins = Math.min(0, p.leadFwdImpact + SPINS_FROM);
  const sits = noticed(p, 'trailSits');
  const low = Math.max(0, 46 - a); // whoever starts on the heels stays nearer to them going back
  return {
    lead: [
      [clubStarts, a],
      [times.p3, 0.5 * a + 30 + p.fwdP3],
      [times.p5, p.leadFwdDown - 0.6 * low + 0.4 * spins],
      [times.p6, 54 - 0.4 * low + 0.8 * p.leadFwdImpact + 0.8 * spins],
      [times.p7 - 0.005, 42 - 0.3 * low + p.leadFwdImpact],
      [times.p8 + 0.01, Math.max(6, 35 - 0.2 * low + 0.8 * p.leadFwdImpact)],
      [times.p10 - 0.1, 36 - 0.2 * low],
    ],
    trail: [
      [clubStarts, a - 1],
      [times.p3, p.trailFwdP3 - 0.8 * low + p.fwdP3 - sits],
      [times.p4, p.trailFwdTop - 0.8 * low - 0.6 * sits],
      [times.p5, 57 - 0.4 * low - 0.4 * sits],
      [times.p6, 65 - 0.35 * sits],
      [times.p7, 71],
      [times.p9, 80],
      [times.p10 - 0.1, 83],
    ],
  };
}

/** Inside position of each foot's pressure, −100 … 100. */
export function insideKnots({ p, times, clubStarts }: SwingPlan): { lead: Knot[]; trail: Knot[] } {
  return {
    lead: [
      [clubStarts, 4],
      [times.p4, 14],
      [times.p5, 4],
      [times.p7, -10],
      [times.p9, -24],
      [times.p10 - 0.1, -30],
    ],
    trail: [
      [clubStarts, 4],
      [times.p3, p.trailIn],
      [times.p4, p.trailIn + 4],
      [times.p6, 22],
      [times.p7, 28],
      [times.p10 - 0.1, 24],
    ],
  };
}
