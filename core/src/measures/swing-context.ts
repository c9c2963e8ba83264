import type { SwingEvents } from '../events/events.js';
import { phaseAxis } from '../events/phase.js';
import type { FootLoads } from '../ground/foot-loads.js';
import {
  assumedFoot,
  checkedOutline,
  FEET,
  type FeetPair,
  type FootName,
  type FootOutline,
  forwardPosition,
  insidePosition,
  stanceLine,
} from '../ground/foot-outline.js';
import { cutGround } from '../ground/cut-ground.js';
import { type Ground, seriesOn } from '../ground/ground.js';
import type { FootCheck } from '../recording/foot-check.js';
import type { ClubClass } from '../recording/recording.js';
import { hasHorizontal } from '../recording/device-kinds.js';
import { at, greatest, indexFrom, mapSeries, momentsBetween, moments, type Series, timeOf } from '../signal/series.js';
import { lessFrom, plus, times } from '../signal/vector.js';
import { G } from '../recording/units.js';
import { type CentreOfMass, massFromForces, massFromPendulum, pendulumOf } from './centre-of-mass.js';
import type { FootTrack, SwingContext, SwingSignals } from './context.js';
import { pitchingMoment, tiltingMoment, turningMoment } from './moments.js';

/** The trail maximum's time is the middle of the stretch within this of it, points. */
const PLATEAU = 1;

/** What a person tells about the golfer, with the defaults of measuring.md §8 filled in. */
export interface GolferFacts {
  readonly club: ClubClass;
  readonly stature: number;
  /** Body weight in N when given, else null: then the measured quiet weight counts. */
  readonly weight: number | null;
  readonly footCheck: FootCheck | null;
  /** When each foot was first off the ground, s on the recording's clock; null without a foot check. */
  readonly gone: FeetPair<number> | null;
}

/**
 * Gathers what the families of measures look at, for each swing of a recording.
 * @param recorded the whole of it
 * @returns makes the context of one swing; its ground may have its assumed feet elsewhere than `recorded`
 */
export function swingContexts(
  recorded: Ground,
  shaft: Series | null,
  who: GolferFacts,
): (whole: Ground, found: SwingEvents) => SwingContext {
  // the pendulum of mats and boards needs the whole recording, and is the same for all its swings
  const sways = hasHorizontal(recorded.device) ? null : pendulumOf(recorded.path, who.stature);
  return (whole, found) => {
    const { ground: g, swing, along } = cutGround(whole, found);
    const weight = g.absolute && who.weight !== null ? who.weight : swing.quiet;
    const checked = g.mat || g.assumed ? null : leftSince(who, found.address.start);
    const outlines = feetOutlines(g, swing, checked);
    const mass = sways
      ? massFromPendulum(along(sways), swing, who.stature)
      : massFromForces(g, swing, weight, who.stature);
    const signals = swingSignals(g, weight, mass);
    return {
      device: g.device,
      club: who.club,
      ground: g,
      swing,
      events: swing.events,
      phase: phaseAxis(swing.events),
      signals,
      shaft,
      outlines,
      footCheck: checked,
      line: outlines && stanceLine(outlines),
      foot: outlines && { lead: footTrack(g, swing, outlines, 'lead'), trail: footTrack(g, swing, outlines, 'trail') },
      mass,
      trailMax: g.feetTold ? trailMaximum(signals.trailShare, swing) : null,
    };
  };
}

/** A foot check, with the feet that have been off the ground in this recording before the address. */
function leftSince({ footCheck, gone }: GolferFacts, address: number): FootCheck | null {
  return (
    footCheck && {
      ...footCheck,
      left: FEET.filter((f) => footCheck.left.includes(f) || (gone !== null && gone[f] < address)),
    }
  );
}

/**
 * Outlines from the mat where there is one (moved onto the plates), from a foot check, else assumed around the
 * pressure at address.
 */
function feetOutlines(g: Ground, swing: SwingEvents, checked: FootCheck | null): FeetPair<FootOutline> | null {
  if (g.mat?.told) {
    const shift = matShift(g, swing);
    const moved = (o: FootOutline): FootOutline => ({
      ...o,
      heel: [o.heel[0] + shift[0], o.heel[1] + shift[1]],
      centre: [o.centre[0] + shift[0], o.centre[1] + shift[1]],
    });
    return { lead: moved(g.mat.told.outlines.lead), trail: moved(g.mat.told.outlines.trail) };
  }
  if (g.mat && !g.mat.told) return null;
  const place = (foot: FootName): FootOutline => {
    const { x, y } = g.footCop[foot];
    const mean = (s: Series) => moments(s.v, swing.address.i0, swing.address.i1).mean;
    if (checked) return checkedOutline(foot, checked[foot], checked.left.includes(foot) ? [mean(x), mean(y)] : null);
    return assumedFoot(foot, mean(x), mean(y));
  };
  return { lead: place('lead'), trail: place('trail') };
}

/** What brings the mat's lab onto the plates': the mean COP over address of both is the same. */
export function matShift(g: Ground, swing: SwingEvents): [number, number] {
  if (!g.mat || g.device === 'mat') return [0, 0];
  const { start, end } = swing.address;
  const mean = (s: Series) => momentsBetween(s, start, end).mean;
  return [mean(g.cop.x) - mean(g.mat.cop.x), mean(g.cop.y) - mean(g.mat.cop.y)];
}

function footTrack(g: Ground, swing: SwingEvents, outlines: FeetPair<FootOutline>, foot: FootName): FootTrack {
  const { x, y } = g.mat ? g.mat.footCop[foot] : g.footCop[foot];
  const [sx, sy] = matShift(g, swing);
  const o = outlines[foot];
  const load = g.mat && {
    forward: g.mat.toes[foot],
    load: seriesOn(g.mat.base, g.mat.filtered[foot].fz),
  };
  return {
    fwd: mapSeries(x, (v, k) => forwardPosition(o, v + sx, y.v[k]! + sy)),
    inside: mapSeries(x, (v, k) => insidePosition(o, v + sx, y.v[k]! + sy)),
    toe: load ?? null,
  };
}

function swingSignals(g: Ground, weight: number, mass: CentreOfMass | null): SwingSignals {
  const percent = (v: Float64Array): Series => seriesOn(g.base, times(v, g.loadKnown ? 100 / weight : NaN));
  const three = (pick: (f: FootLoads) => Float64Array) => ({
    lead: percent(pick(g.feet.lead)),
    trail: percent(pick(g.feet.trail)),
    total: percent(pick(g.both)),
  });
  const up = three((f) => f.fz);
  const shares = { share: g.share, trailShare: { ...g.share, v: lessFrom(100, g.share.v) }, up };
  if (!g.both.fx || !mass) return { ...shares, target: null, fore: null, turning: null, tilting: null, pitching: null };
  const kg = weight / G;
  const about = (of: (f: FootLoads, mass: CentreOfMass) => Float64Array) => {
    const [lead, trail] = [of(g.feet.lead, mass), of(g.feet.trail, mass)];
    const each = (v: Float64Array): Series => seriesOn(g.base, times(v, 1 / kg));
    return { lead: each(lead), trail: each(trail), total: each(plus(lead, trail)) };
  };
  return {
    ...shares,
    target: three((f) => f.fy!),
    fore: three((f) => f.fx!),
    turning: about(turningMoment),
    tilting: about(tiltingMoment),
    pitching: about(pitchingMoment),
  };
}

/** Greatest trail share in P1–P7 and the middle of the stretch around it that stays within 1 point. */
function trailMaximum(trail: Series, swing: SwingEvents): { t: number; v: number } | null {
  const p1 = swing.events.p1?.t;
  const p7 = swing.events.p7?.t;
  if (p1 === undefined || p7 === undefined) return null;
  const max = greatest(trail, p1, p7);
  if (!max) return null;
  let first = max.t;
  let last = max.t;
  const near = (k: number) => trail.v[k]! >= max.v - PLATEAU && timeOf(trail, k) >= p1 && timeOf(trail, k) <= p7;
  for (let k = indexFrom(trail, max.t) - 1; k >= 0 && near(k); k--) first = timeOf(trail, k);
  for (let k = indexFrom(trail, max.t); k < trail.v.length && near(k); k++) last = timeOf(trail, k);
  if (first < max.t && at(trail, p1) >= max.v - PLATEAU && first - p1 < 1 / trail.rate) first = p1;
  if (at(trail, p7) >= max.v - PLATEAU && p7 - last < 1 / trail.rate && last >= max.t) last = p7;
  return { t: (first + last) / 2, v: max.v };
}
