import { lowPass } from '../condition/low-pass.js';
import { type Ground, leadShare, quietLevel, seriesOn } from '../ground/ground.js';
import { greatest, indexFrom, indexTo, least, median, type Series, timeOf } from '../signal/series.js';
import type { TimedEvent } from './event.js';
import { ROUGH_CUTOFF, roughLoad } from './find-swings.js';

const AROUND = 0.35;

/** Finds the impact of each swing; what needs the whole recording is computed once. */
export function impactFinder(g: Ground, trigger: Series | null, sound: Series | null) {
  const edge = trigger && triggerEdge(trigger);
  const onset = sound && soundOnset(sound);
  let loads: ((near: number) => TimedEvent) | null = null;
  return {
    byTrigger: (rough: number) => edge?.(rough) ?? null,
    bySound: (rough: number) => onset?.(rough) ?? null,
    byLoads: (near: number) => (loads ??= loadImpact(g))(near),
  };
}

export type ImpactFinder = ReturnType<typeof impactFinder>;

/** Trigger edge near the rough impact: beyond half the channel's greatest distance from its median. */
export function triggerEdge(trigger: Series): (rough: number) => TimedEvent | null {
  const m = median(trigger.v);
  const away = trigger.v.map((x) => Math.abs(x - m));
  const half = away.reduce((a, b) => Math.max(a, b), 0) / 2;
  return (rough) => {
    if (!(half > 0)) return null;
    for (let k = indexFrom(trigger, rough - AROUND); k <= indexTo(trigger, rough + AROUND); k++)
      if (away[k]! > half)
        return {
          t: timeOf(trigger, k) - 0.5 / trigger.rate,
          source: 'trigger',
          u: Math.max(0.0005, 0.29 / trigger.rate),
        };
    return null;
  };
}

/** Onset of the impact sound near the rough impact. */
export function soundOnset(sound: Series): (rough: number) => TimedEvent | null {
  const m = median(sound.v);
  const x = sound.v.map((s) => Math.abs(s - m));
  const noise = 1.4826 * median(x);
  return (rough) => {
    const peak = greatest({ ...sound, v: x }, rough - AROUND, rough + AROUND);
    if (!peak || !(peak.v > 8 * noise) || peak.v === 0) return null;
    const level = Math.max(0.2 * peak.v, 5 * noise);
    for (let k = indexFrom(sound, peak.t - 0.02); k <= indexTo(sound, peak.t); k++)
      if (x[k]! > level)
        return { t: timeOf(sound, k) - 0.5 / sound.rate, source: 'sound', u: Math.max(0.002, 0.29 / sound.rate) };
    return null;
  };
}

/** As far (s) as the shift may pull impact away from the push. */
const PULL = 0.04;
/** Greatest load, as a part of the quiet load, under which there was hardly a push to go by. */
const LITTLE_PUSH = 1.15;

/**
 * Impact from the loads alone. measuring.md §5 has two clues: A = 0.12 s after the fastest rise of the lead share,
 * B = 0.04 s after the greatest load. A goes wrong with a late or two-step shift, which is what is to be found; B does
 * not, but means little without a push. So: midway between the two, A counting as at most 40 ms from B; after a weak
 * push plainly midway. Errors: docs/events.md.
 */
export function loadImpact(g: Ground): (near: number) => TimedEvent {
  const load = roughLoad(g);
  const quiet = quietLevel(load.v);
  const share = g.feetTold ? roughShare(g) : null;
  return (near) => {
    const most = greatest(load, near - 0.5, near + 0.5);
    const up = most?.t ?? near;
    const b = up + 0.04;
    if (!share) return { t: b, source: 'estimated', u: 0.06 };
    const low = Math.max(least(share, up - 1.2, up + 0.05)?.t ?? up - 0.4, up - 0.4);
    let rise = -Infinity;
    let at = NaN;
    for (let k = indexFrom(share, low); k <= indexTo(share, up + 0.15); k++) {
      const slope = ((share.v[k + 1]! - share.v[k - 1]!) * share.rate) / 2;
      if (slope > rise) {
        rise = slope;
        at = timeOf(share, k);
      }
    }
    const a = at + 0.12;
    if (!(rise >= 60)) return { t: b, source: 'estimated', u: 0.06 };
    const apart = a - b;
    const pull = most && most.v > LITTLE_PUSH * quiet ? Math.max(-PULL, Math.min(PULL, apart)) : apart;
    return { t: b + pull / 2, source: 'estimated', u: Math.abs(apart) > 0.06 ? 0.06 : 0.035 };
  };
}

/** Lead share from loads low-passed at 10 Hz. */
function roughShare(g: Ground): Series {
  const fc = Math.min(ROUGH_CUTOFF, g.cutoff);
  const slow = (fz: Float64Array) => lowPass(fz, fc, g.base.rate).map((v) => Math.max(0, v));
  const feet = {
    lead: { ...g.raw.lead, fz: slow(g.raw.lead.fz) },
    trail: { ...g.raw.trail, fz: slow(g.raw.trail.fz) },
  };
  return seriesOn(g.base, leadShare(feet, g.threshold, true));
}
