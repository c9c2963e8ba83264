import type { ClubClass } from '../recording/recording.js';
import type { EventName } from '../events/event.js';
import type { Knot } from './curves.js';
import type { Random } from './random.js';
import { type FaultStrength, HEALTHY, SIMULATED_FAULTS, STRENGTHS, SWING_PARAMETERS, type SwingParameter, type SwingParameters } from './spread.js';

/** How a swing is drawn: a person's own tendencies (in healthy SD) and how much they vary around them. */
export interface SwingStyle {
  readonly club: ClubClass;
  /** Shifts of single parameters, in SD of the healthy spread. */
  readonly tendencies?: Partial<Record<SwingParameter, number>>;
  /** SD of the variation from swing to swing, in healthy SD. */
  readonly spread?: number;
  readonly fault?: string;
  readonly strength?: FaultStrength;
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

const MOST = 2;
/** Shift in SD at which a reversed loading is whole. */
const REVERSED_AT = 3.6;

/** Draws one swing's parameters. */
export function drawParameters(rng: Random, style: SwingStyle): { p: SwingParameters; reversal: number } {
  const fault = style.fault ? SIMULATED_FAULTS[style.fault] : undefined;
  const shift = fault ? fault.direction * STRENGTHS[style.strength ?? 'strong'] : 0;
  const spread = style.spread ?? 1;
  const p = Object.fromEntries(
    SWING_PARAMETERS.map((name) => {
      const h = HEALTHY[name];
      const z = Math.max(-MOST, Math.min(MOST, rng.normal())) * spread;
      const own = (style.tendencies?.[name] ?? 0) + (fault?.parameter === name && !fault.reverses ? shift : 0);
      // a shifted parameter keeps to its shift: the strength is the shift, not the shift plus luck
      const value = (h.club?.[style.club] ?? h.mean) + h.sd * (own + (fault?.parameter === name ? 0.25 * z : z));
      return [name, value];
    }),
  ) as Record<SwingParameter, number>;
  // who stays back pushes less, and the body turns where it is instead of following
  const staysBack = Math.max(0, (HEALTHY.leadP7.club?.[style.club] ?? HEALTHY.leadP7.mean) - 8 - p.leadP7);
  p.forcePeak -= 0.13 * staysBack;
  p.massBack *= 1 - Math.min(0.3, staysBack / 60);
  p.topGive += 0.45 * staysBack;
  const reversal = fault?.reverses ? shift / REVERSED_AT : (style.reversal ?? 0);
  // the less goes to the trail foot, the less there is to give back by the top, and the less the mass follows
  const loaded = Math.max(0.2, Math.min(1.2, (p.trailMax - 50) / 24));
  p.topGive *= loaded;
  p.massBack *= loaded * Math.max(0.2, 1 - 0.7 * reversal);
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
  const low = 100 - p.trailMax;
  // a reversed loading leaves the trail foot on the way back: little load, early, and over to the lead foot by the top
  const least = low + reversal * (p.leadAddress - 3 - low);
  const top = least + p.topGive + reversal * (p.leadAddress + 11 - least - p.topGive);
  const cross = Math.max(times.p7 + p.cross, tMax + 0.07);
  const turned = reversal > 0.6;
  const late = p.cross - HEALTHY.cross.mean;
  const inTime = p.leadP7 - Math.max(0, 110 * (late - 0.03));
  // whoever is all on the lead foot by P6 has nothing left under the trail foot at impact
  const early = plan.club === 'driver' ? Math.max(0, Math.min(1, (p.leadP6 - 87.5) / 5.5)) : 0;
  const p7 = inTime + early * (Math.min(97.5, p.leadP6 + 2) - inTime);
  const p6 = early > 0 ? Math.min(97, p.leadP6) : Math.min(p.leadP6, p7 - 2, 50 + Math.max(-3, p7 - 50) * 0.8);
  const knots: (Knot | null)[] = [
    [start - 0.12, p.leadAddress],
    [start - 0.01, p.leadAddress + p.press],
    [start + 0.06, p.leadAddress + p.press * 0.2 - 2],
    [tMax - 0.11, least + 0.22 * (p.leadAddress - least)],
    [tMax - 0.012, least],
    [tMax + 0.028, least],
    tMax < times.p4 - 0.07 ? [times.p4, top] : null,
    turned ? null : [cross, Math.min(50, p7 - 7)],
    cross < times.p6 - 0.02 ? [times.p6, p6] : null,
    [times.p7, p7],
    [times.p9, p7 + (p.leadP10 - p7) * (p.leadP7 < 63 ? 0.18 : 0.45)],
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
  const low = Math.max(0, 46 - a); // whoever starts on the heels stays nearer to them going back
  return {
    lead: [
      [clubStarts, a],
      [times.p3, a + 3],
      [times.p5, p.leadFwdDown - 0.6 * low],
      [times.p6, 54 - 0.4 * low],
      [times.p7 - 0.005, 42 - 0.3 * low],
      [times.p8 + 0.01, 35 - 0.2 * low],
      [times.p10 - 0.1, 36 - 0.2 * low],
    ],
    trail: [
      [clubStarts, a - 1],
      [times.p3, p.trailFwdTop + 4 - 0.8 * low],
      [times.p4, p.trailFwdTop - 0.8 * low],
      [times.p5, 57 - 0.4 * low],
      [times.p6, 65],
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
