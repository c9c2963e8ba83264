import { lowPass } from '../condition/low-pass.js';
import { CUTOFFS, type Ground, seriesOn } from '../ground/ground.js';
import type { ExtraChannel, Recording, SwingKind } from '../recording/recording.js';
import {
  at,
  firstPassage,
  greatest,
  indexFrom,
  indexTo,
  lastPassage,
  moments,
  type Series,
  timeOf,
} from '../signal/series.js';
import { type AddressWindow, findAddress } from './address.js';
import {
  EVENT_NAMES,
  type Events,
  type EventName,
  type EventSource,
  MARK_U,
  type Marks,
  type TimedEvent,
} from './event.js';
import { finishHeld, quietWeight } from './finish.js';
import type { FoundSwing } from './find-swings.js';
import type { ImpactFinder } from './impact.js';
import { type PressureOnset, pressureOnset } from './onset.js';

/** The optional channels, shaft and arm filtered, on the ground's grid. */
export type Channels = Readonly<Partial<Record<ExtraChannel, Series>>>;

export function readChannels(rec: Recording, g: Ground): Channels {
  const out: Partial<Record<ExtraChannel, Series>> = {};
  for (const [name, raw] of Object.entries(rec.channels) as [ExtraChannel, Float64Array][]) {
    const v = g.base.bring(raw);
    const filtered = name === 'shaft_deg' || name === 'arm_deg' ? lowPass(v, CUTOFFS.club, g.base.rate) : v;
    out[name] = seriesOn(g.base, filtered);
  }
  return out;
}

/** One swing's events and the windows that the measures rest on. */
export interface SwingEvents {
  readonly address: AddressWindow;
  readonly events: Events;
  readonly onset: PressureOnset;
  /** Measured quiet weight, in the unit of the loads. */
  readonly quiet: number;
  readonly start: number;
  readonly end: number;
}

/** Parts of P1–P4, P4–P7 and times after impact at which events lie when nothing shows them; u in s. */
const FALLBACK = {
  p2: [0.42, 0.04],
  p3: [0.66, 0.04],
  p4: [0.75, 0.05],
  p5: [0.55, 0.035],
  p6: [0.82, 0.035],
} as const;
const AFTER_IMPACT = { p8: 0.05, p9: 0.13 } as const;
const CLUB_U = 0.003;
/** A rehearsal without a club stands still until some time before the trail foot is loaded most, s. */
const BEFORE_LOADED = 0.3;

const event = (t: number, source: EventSource, u: number): TimedEvent => ({ t, source, u });
const club = (t: number | null, u = CLUB_U): TimedEvent | null => (t === null ? null : event(t, 'club', u));

/** Where a recording's events are looked for. */
export interface EventSources {
  readonly ground: Ground;
  readonly channels: Channels;
  readonly impact: ImpactFinder;
}

/**
 * P1–P10 of one swing (measuring.md §5), each with its source and uncertainty; null when there is no address.
 * @param o.previousImpact s; end of the swing before, so that its follow-through is not taken for an address
 * @param o.marks where a person saw events, s
 * @example swingEvents({ ground, channels, impact }, found, { previousImpact: null, kind: 'half' })
 */
export function swingEvents(
  { ground: g, channels: ch, impact }: EventSources,
  found: FoundSwing,
  { previousImpact, marks = {}, kind = 'full' }: { previousImpact: number | null; marks?: Marks; kind?: SwingKind },
): SwingEvents | null {
  const shaft = ch.shaft_deg ?? null;
  const marked = (name: EventName): TimedEvent | null => {
    const m = marks[name];
    if (m === undefined) return null;
    return typeof m === 'number' ? event(m, 'marked', MARK_U) : event(m.t, 'marked', Math.max(MARK_U, m.u));
  };
  const p7 =
    marked('p7') ??
    impact.byTrigger(found.rough) ??
    impact.bySound(found.rough) ??
    (shaft && found.top !== null ? event(found.rough, 'club', 0.008) : null) ??
    (kind === 'full' ? impact.byLoads(found.rough) : null);
  const end7 = p7 ?? event(found.rough, 'estimated', 0.06);
  const top = shaft && found.top !== null ? topByShaft(shaft, found.top) : null;
  const limit = addressLimit(g, shaft && top && { shaft, top }, end7, found);
  const earliest = previousImpact === null ? g.base.t0 : previousImpact + 0.8;
  const address = findAddress(g.path, limit, earliest);
  if (!address) return null;

  const p4Club = marked('p4') ?? top;
  const p2Club = marked('p2') ?? (shaft && top ? club(lastPassage(shaft, 90, 'up', [address.start, top.t])) : null);
  const anchor = p2Club?.t ?? end7.t - 0.7;
  const onset = pressureOnset(g.share, address, anchor, p2Club ? (p4Club?.t ?? end7.t - 0.25) : end7.t - 0.25);
  const p1 = marked('p1') ?? p1ByShaft(shaft, address, p2Club) ?? p1ByLoads(g, onset, end7.t);
  const p4 = p4Club ?? event(p1.t + FALLBACK.p4[0] * (end7.t - p1.t), 'estimated', FALLBACK.p4[1]);
  const arm = ch.arm_deg ?? null;
  const between = (name: keyof typeof FALLBACK, a: number, b: number) =>
    event(a + FALLBACK[name][0] * (b - a), 'estimated', FALLBACK[name][1]);
  // a fixed time after impact is no surer than impact itself
  const after = (name: keyof typeof AFTER_IMPACT) =>
    event(end7.t + AFTER_IMPACT[name], 'estimated', Math.max(0.035, end7.u));
  const passing = (s: Series | null, level: number, a: number, b: number) =>
    s && top ? club(firstPassage(s, level, 'down', [a, b])) : null;

  const weight = quietWeight(g, p1.t);
  const all: Events = {
    p1,
    p2: p2Club ?? between('p2', p1.t, p4.t),
    p3:
      marked('p3') ?? (arm && top ? club(lastPassage(arm, 90, 'up', [p1.t, p4.t])) : null) ?? between('p3', p1.t, p4.t),
    p4,
    p5: marked('p5') ?? passing(arm, 90, p4.t, end7.t) ?? between('p5', p4.t, end7.t),
    p6: marked('p6') ?? passing(shaft, 90, p4.t, end7.t) ?? between('p6', p4.t, end7.t),
    p7,
    p8: marked('p8') ?? passing(shaft, -90, end7.t, end7.t + 0.5) ?? after('p8'),
    p9: marked('p9') ?? passing(arm, -90, end7.t, end7.t + 0.5) ?? after('p9'),
    p10: marked('p10') ?? finishHeld(g, end7.t, weight),
  };
  const events = kind === 'full' ? all : onlyFound(all, onset.t !== null);
  const last = g.base.t0 + (g.base.n - 1) / g.base.rate;
  const end = Math.min(last, events.p10 ? events.p10.t + 0.5 : (events.p9?.t ?? end7.t) + 0.3);
  return { address, events, onset, quiet: weight, start: address.start, end };
}

/** Of a rehearsal only events that were seen are kept: fixed times belong to whole swings. */
function onlyFound(all: Events, onsetSeen: boolean): Events {
  const seen = (name: EventName, e: TimedEvent | null) =>
    e && (e.source !== 'estimated' || (name === 'p1' && onsetSeen) || name === 'p10');
  return Object.fromEntries(EVENT_NAMES.map((n) => [n, seen(n, all[n]) ? all[n] : null])) as Record<
    EventName,
    TimedEvent | null
  >;
}

/** Greatest shaft angle within ±0.15 s of the maximum; u half the stretch within 0.3° of it, at least 15 ms. */
function topByShaft(shaft: Series, near: number): TimedEvent {
  const peak = greatest(shaft, Math.max(shaft.t0, near - 0.15), near + 0.15)!;
  const k = Math.round((peak.t - shaft.t0) * shaft.rate);
  let a = k;
  let b = k;
  while (a > 0 && shaft.v[a - 1]! >= peak.v - 0.3) a--;
  while (b + 1 < shaft.v.length && shaft.v[b + 1]! >= peak.v - 0.3) b++;
  return event(timeOf(shaft, k), 'club', Math.max(0.015, (b - a) / shaft.rate / 2));
}

function addressLimit(
  g: Ground,
  club: { readonly shaft: Series; readonly top: TimedEvent } | null,
  p7: TimedEvent,
  found: FoundSwing,
): number {
  if (club) {
    const { shaft, top } = club;
    const back = lastPassage(shaft, 10, 'up', [g.base.t0, top.t]);
    if (back !== null) return back - 0.1;
  }
  if (found.loaded !== undefined) return found.loaded - BEFORE_LOADED;
  return p7.source === 'trigger' || p7.source === 'sound' || p7.source === 'marked' ? p7.t - 0.9 : found.rough - 0.8;
}

function p1ByShaft(shaft: Series | null, address: AddressWindow, p2: TimedEvent | null): TimedEvent | null {
  if (!shaft || !p2) return null;
  const from = indexFrom(shaft, address.start);
  const { mean } = moments(shaft.v, from, indexTo(shaft, address.end));
  return club(lastPassage(shaft, mean + 2, 'up', [address.start, p2.t]), 0.01);
}

/** P1 from the loads: onset + 40 ms, after a forward press its end + 40 ms, else 1.08 s before impact. */
function p1ByLoads(g: Ground, onset: PressureOnset, impact: number): TimedEvent {
  if (onset.t === null) return event(impact - 1.08, 'estimated', 0.15);
  let t = onset.t;
  if (onset.direction > 0) t = firstPassage(g.share, onset.mean, 'down', [onset.t, impact]) ?? t;
  return event(t + 0.04, 'estimated', 0.08);
}

/** Names of events in an order that time does not keep. */
export function outOfOrder(events: Events): EventName[] {
  const there = EVENT_NAMES.filter((n) => events[n]);
  return there.filter((n, i) => i > 0 && !(events[n]!.t > events[there[i - 1]!]!.t));
}

/** Value at an event, NaN without it. */
export const atEvent = (s: Series, e: TimedEvent | null): number => (e ? at(s, e.t) : NaN);
