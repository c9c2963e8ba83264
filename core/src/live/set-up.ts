import { VilkoError } from '../error.js';
import { checkFoot } from '../ground/foot-check.js';
import type { FootName } from '../ground/foot-outline.js';
import { readCells } from '../ground/mat-cells.js';
import { DEVICES } from '../recording/device-kinds.js';
import { G } from '../recording/units.js';
import type { CheckedFoot, FootCheck } from '../recording/foot-check.js';
import type { Handed } from '../recording/recording.js';
import { turnsOf } from './rocking.js';
import { type FootStretch, jitter, meanOf, spreadOf, stanceNow, type Standing, standingIn } from './stance.js';
import type { LiveDevice, LiveStream } from './stream.js';
import { type Asked, SET_UP_STEPS, type SetUpAction, type SetUpStep } from './words.js';

/** What the set-up may look at: the device and its stream, who stands there, and how the stream arrives. */
export interface SetUpLook {
  readonly device: LiveDevice;
  readonly stream: LiveStream;
  readonly pupil: { readonly handed: Handed; readonly mass: number | null };
  /** Messages lost since the device introduced itself. */
  readonly lost: number;
  /** Spread of the stream's arrival against the device's clock, s. */
  readonly lag: number;
  /** ISO 8601 */
  readonly now: string;
}

/** What is done about a set-up: a new zero for everything that comes, what it found to be kept. */
export type SetUpEffect =
  | { readonly do: 'zero'; readonly zero: readonly number[] }
  | { readonly do: 'keep set-up'; readonly record: SetUpFound };

/** What the set-up of a lesson found. */
export interface SetUpFound {
  readonly at: string;
  readonly device: string;
  /** Mean of each channel while unloaded, in its own unit (N, N·m); empty when the zero was left out. */
  readonly zero: number[];
  /** kg weighed; null when left out. */
  readonly mass: number | null;
  readonly massWords: string;
  readonly footCheck: FootCheck | null;
  /** Whether lead and trail were on the sides they should be; null when left out. */
  readonly sides: boolean | null;
}

/** How the device behaves, as the set-up saw it. */
export interface DeviceHealth {
  readonly rate: number;
  readonly wantedRate: number;
  /** SD of the unloaded signal, N. */
  readonly noise: number | null;
  /** Load that was taken off as zero, N. */
  readonly drift: number | null;
  readonly deadCells: number | null;
  readonly lag: number;
  readonly lost: number;
}

/** Where the guided set-up is. A value: `setUpNext` gives the next one. */
export interface SetUp {
  readonly step: SetUpStep;
  /** What is seen, in a sentence. */
  readonly seen: string;
  /** Something is in the way. */
  readonly alarm: boolean;
  /** 0–1 within the step; over 1 counts as 1. */
  readonly progress: number;
  /** Looks in a row at which the signal was good. */
  readonly good: number;
  /** Which of the sides is asked for. */
  readonly side: number;
  /** Looks in a row at which the pressure was on the other side. */
  readonly wrongFor: number;
  readonly done: readonly { readonly step: SetUpStep; readonly words: string; readonly skipped: boolean }[];
  readonly health: DeviceHealth | null;
  /** Places of pressure of the present rocking, m; device time since when. */
  readonly rocked: readonly (readonly [number, number])[];
  readonly since: number;
  /** Where each foot stood while it was weighed, m. */
  readonly standing: Readonly<Record<FootName, readonly [number, number]>> | null;
  /** What the instructor may take although it is not as it should be. */
  readonly offer: SetUp | null;
  readonly feet: Readonly<Partial<Record<FootName, CheckedFoot>>>;
  readonly zero: readonly number[];
  readonly mass: number | null;
  readonly massWords: string;
  readonly sides: boolean | null;
  readonly record: SetUpFound | null;
}

export type SetUpEvent =
  | { readonly is: 'look'; readonly look: SetUpLook }
  | { readonly is: 'act'; readonly what: SetUpAction; readonly look: SetUpLook }
  | { readonly is: 'kept' }
  | { readonly is: 'not kept'; readonly why: string };

const WINDOW = 1.5;
/** The rate may differ from what the device promised by this part. */
const RATE_OFF = 0.02;
/** Somebody stands there when the load is over this, N. */
const SOMEBODY = 120;
const UNLOADED_SD = 4;
const STILL_PART = 0.015;
const MASS_OFF = 0.2;
/** A foot whose pressure lies this near to the seam between two plates stands on both, m. */
const SEAM = 0.05;
const ALL = 85;
const HOLD = 4;
/** Looks for which the pressure may still be on its way from the other foot. */
const PATIENCE = 8;
const ROCKS = 5;
/** The last seconds in which every cell of a mat should have moved. */
const CELLS_OVER = 15;

/** What is asked for, one after the other, to see that lead and trail are on the sides they should be. */
const SIDE_ASKS = [
  { does: 'all lead', words: 'Put all of it on the lead foot.' },
  { does: 'all trail', words: 'Now all of it on the trail foot.' },
  { does: 'middle', words: 'And back to the middle.' },
] as const satisfies readonly { readonly does: Asked; readonly words: string }[];

/** A step: what the pupil reads, what a stand-in does, what a device makes unnecessary, and what is looked at. */
interface Step {
  readonly ask: string;
  readonly does: Asked;
  readonly unneeded?: (d: LiveDevice) => string | null;
  readonly look: (s: SetUp, l: SetUpLook) => SetUp;
}

const oneBody = (d: LiveDevice): string | null =>
  DEVICES[d.kind].feet === 'assumed' ? `${DEVICES[d.kind].from} does not tell the feet apart` : null;
const matShows = (d: LiveDevice): string | null => (d.mat ? 'the mat shows where the foot lies' : oneBody(d));

const STEPS: Readonly<Record<SetUpStep, Step>> = {
  device: { ask: 'Listening to the device.', does: 'away', look: listen },
  zero: { ask: 'Step off the device, everybody.', does: 'away', look: takeZero },
  mass: { ask: 'Step on, one foot on each side, and stand still.', does: 'stand', look: weigh },
  'lead foot': {
    ask: 'Rock from heel to toe on the lead foot, slowly, three times.',
    does: 'rock lead',
    unneeded: matShows,
    look: (s, l) => rock(s, l, 'lead'),
  },
  'trail foot': {
    ask: 'Now the trail foot: heel to toe, three times.',
    does: 'rock trail',
    unneeded: matShows,
    look: (s, l) => rock(s, l, 'trail'),
  },
  sides: { ask: SIDE_ASKS[0].words, does: 'all lead', unneeded: oneBody, look: askSides },
  ready: { ask: 'Ready. Take the club.', does: 'swing', look: (s) => s },
};

const FRESH = { seen: '', alarm: false, progress: 0, good: 0, side: 0, wrongFor: 0, rocked: [], offer: null } as const;

/** The set-up at its first step. */
export const startedSetUp: SetUp = {
  ...FRESH,
  step: 'device',
  done: [],
  health: null,
  since: NaN,
  standing: null,
  feet: {},
  zero: [],
  mass: null,
  massWords: '',
  sides: null,
  record: null,
};

/** What the pupil is asked now, and what a stand-in does. */
export const askOf = ({ step, side }: SetUp): string => (step === 'sides' ? SIDE_ASKS[side]!.words : STEPS[step].ask);
export const doesOf = ({ step, side }: SetUp): Asked => (step === 'sides' ? SIDE_ASKS[side]!.does : STEPS[step].does);

/**
 * The set-up after something happened: a look at the stream (several times a second), what the instructor pressed, or
 * that its record was kept.
 * @example setUpNext(startedSetUp, { is: 'act', what: 'skip', look }) // [the step after `device`, []]
 */
export function setUpNext(s: SetUp, e: SetUpEvent): readonly [SetUp, readonly SetUpEffect[]] {
  if (e.is === 'kept') return [{ ...s, ...said('Everything is kept with the lesson.', { progress: 1 }) }, []];
  if (e.is === 'not kept') return [{ ...s, ...said(`It could not be kept: ${e.why}`, { alarm: true }) }, []];
  const next = e.is === 'look' ? STEPS[s.step].look(s, e.look) : acted(s, e.what, e.look);
  const effects: SetUpEffect[] = [];
  if (next.zero !== s.zero) effects.push({ do: 'zero', zero: next.zero });
  if (next.step !== 'ready' || s.step === 'ready') return [next, effects];
  const whole = completed(next, e.look);
  return [whole, [...effects, { do: 'keep set-up', record: whole.record! }]];
}

function acted(s: SetUp, what: SetUpAction, l: SetUpLook): SetUp {
  if (what === 'use') return s.offer ?? s;
  if (what === 'skip') return s.step === 'ready' ? s : advanced(s, l, 'left out', { skipped: true });
  const step = s.step === 'ready' ? 'device' : s.step;
  return { ...s, ...FRESH, step, done: step === 'device' ? [] : s.done };
}

/** What is said of this look. */
const said = (seen: string, { alarm = false, progress = 0 } = {}): Pick<SetUp, 'seen' | 'alarm' | 'progress'> => ({
  seen,
  alarm,
  progress,
});
const waits = (s: SetUp, words: string): SetUp => ({ ...s, ...said(words), good: 0 });
const warns = (s: SetUp, words: string): SetUp => ({ ...s, ...said(words, { alarm: true }), good: 0 });
/** One more good look; enough of them in a row and the step is done. */
const held = (s: SetUp, words: string): SetUp => ({
  ...s,
  ...said(words, { progress: (s.good + 1) / HOLD }),
  good: s.good + 1,
});
const enough = (s: SetUp): boolean => s.good >= HOLD;

/** The next step, past those that this device makes unnecessary. */
function advanced(s: SetUp, l: SetUpLook, words: string, { skipped = false } = {}): SetUp {
  const step = SET_UP_STEPS[SET_UP_STEPS.indexOf(s.step) + 1]!;
  const next: SetUp = { ...s, ...FRESH, step, done: [...s.done, { step: s.step, words, skipped }] };
  const unneeded = STEPS[step].unneeded?.(l.device);
  return unneeded ? advanced(next, l, unneeded) : next;
}

/** What was found, with what the mat has shown since somebody stepped on it. */
function completed(s: SetUp, { device, stream, now }: SetUpLook): SetUp {
  const { lead, trail } = s.feet;
  const mat = stream.cut(stream.newest() - CELLS_OVER, stream.newest(), true)?.mat;
  const record: SetUpFound = {
    at: now,
    device: device.name,
    zero: [...s.zero],
    mass: s.mass,
    massWords: s.massWords,
    footCheck: lead && trail ? { lead, trail, left: [] } : null,
    sides: s.sides,
  };
  const health = mat && s.health ? { ...s.health, deadCells: readCells(mat).dead.length } : s.health;
  return { ...s, health, record };
}

/** The newest stretch of stream under both feet. */
function stretch({ stream, pupil }: SetUpLook, seconds = WINDOW): Standing | null {
  const now = stream.newest();
  const rec = stream.cut(now - seconds, now, false);
  return rec && standingIn(rec, pupil.handed);
}

/** Noise of one plate, N: the mean of them where there are two. */
const noiseOf = ({ feet, total }: Standing, of: (v: Float64Array) => number): number =>
  feet ? (of(feet.lead.load) + of(feet.trail.load)) / 2 : of(total);

function listen(s: SetUp, l: SetUpLook): SetUp {
  const { rate } = l.device;
  const n = l.stream.count(l.stream.newest() - WINDOW, l.stream.newest());
  const measured = Math.max(0, n - 1) / WINDOW;
  const seen = stretch(l);
  const health: DeviceHealth = {
    rate: Math.round(measured),
    wantedRate: rate,
    noise: seen && noiseOf(seen, jitter),
    drift: null,
    deadCells: null,
    lag: l.lag,
    lost: l.lost,
  };
  const now = { ...s, health };
  if (n === 0) return { ...now, ...said('no samples come', { alarm: true }) };
  if (Math.abs(measured - rate) > RATE_OFF * rate)
    return warns(now, `${measured.toFixed(0)} samples a second instead of ${rate}`);
  const next = held(now, `${measured.toFixed(0)} samples a second`);
  const lost = l.lost ? `, ${l.lost} messages lost` : ', nothing lost';
  return enough(next) ? advanced(next, l, `${measured.toFixed(0)} Hz${lost}`) : next;
}

function takeZero(s: SetUp, l: SetUpLook): SetUp {
  const seen = stretch(l);
  if (!seen) return advanced(s, l, 'this device has no zero of its own to take', { skipped: true });
  const load = meanOf(seen.total);
  if (Math.abs(load) > SOMEBODY) return warns(s, `somebody stands on it (${(load / G).toFixed(0)} kg)`);
  if (spreadOf(seen.total) > UNLOADED_SD) return waits(s, 'something still moves on it');
  const next = held(s, 'nobody on it');
  if (!enough(next)) return next;
  const noise = noiseOf(seen, spreadOf);
  const health = next.health && { ...next.health, noise, drift: load };
  const zeroed = { ...next, health, zero: l.stream.meanOfRaw(WINDOW) };
  return advanced(zeroed, l, `${Math.abs(load).toFixed(1)} N taken off`);
}

function weigh(s: SetUp, l: SetUpLook): SetUp {
  const seen = stretch(l);
  if (!seen) return advanced(s, l, 'this device gives no kilograms', { skipped: true });
  const load = meanOf(seen.total);
  if (load < SOMEBODY) return waits(s, 'nobody on it');
  const lead = seen.feet ? meanOf(seen.feet.lead.load) / load : 0.5;
  if (lead < 0.08 || lead > 0.92) return warns(s, 'both feet seem to stand on one side: one foot on each');
  const seam = straddling(seen, l.device);
  if (seam) return warns(s, `the ${seam} foot stands across the seam of the plates: move it outward`);
  if (spreadOf(seen.total) > STILL_PART * load) return waits(s, 'stand still');
  const place = ({ x, y }: FootStretch) => [meanOf(x), meanOf(y)] as const;
  const standing = seen.feet && { lead: place(seen.feet.lead), trail: place(seen.feet.trail) };
  const kg = load / G;
  const shown = `${kg.toFixed(1)} kg`;
  const known = l.pupil.mass;
  const taken = (from: SetUp, words: string): SetUp =>
    advanced({ ...from, standing, mass: Math.round(10 * kg) / 10, massWords: words }, l, words);
  if (known !== null && Math.abs(kg - known) > MASS_OFF * known) {
    const record = known.toFixed(0);
    const seenNow = said(`${shown} stand there, the record says ${record} kg: the right pupil?`, {
      alarm: true,
      progress: 1,
    });
    return { ...s, ...seenNow, standing, offer: taken(s, `${shown}, taken although the record says ${record} kg`) };
  }
  const next = { ...held(s, shown), standing, offer: null };
  if (!enough(next)) return next;
  return taken(next, known === null ? shown : `${shown}, the record says ${known.toFixed(0)} kg`);
}

/** The foot that stands on both plates. */
function straddling(s: Standing, { plates, mat }: LiveDevice): FootName | null {
  const { feet } = s;
  if (mat || plates.length !== 2 || !feet) return null;
  const seam = (plates[0]!.centre[1] + plates[1]!.centre[1]) / 2;
  return (['lead', 'trail'] as const).find((f) => Math.abs(meanOf(feet[f].y) - seam) < SEAM) ?? null;
}

function rock(s: SetUp, l: SetUpLook, foot: FootName): SetUp {
  const now = l.stream.newest();
  const since = s.rocked.length === 0 ? now : s.since;
  const seen = stretch(l, Math.max(0.2, Math.min(18, now - since)));
  if (!seen?.feet) return advanced(s, l, 'this device does not show single feet', { skipped: true });
  if (!s.standing) return { ...s, ...said('weigh first: stand still on it, then again', { alarm: true }), since };
  const { x, y, load } = seen.feet[foot];
  if (meanOf(load) < SOMEBODY / 2)
    return { ...s, ...said(`the ${foot} foot is not on it`, { alarm: true }), rocked: [], since };
  const every = Math.max(1, Math.round(l.device.rate / 40));
  const rocked = Array.from({ length: Math.floor(x.length / every) }, (_, i): [number, number] => [
    x[i * every]!,
    y[i * every]!,
  ]).filter(([a]) => a === a);
  const turns = turnsOf(rocked.map(([a]) => a));
  const next = { ...s, rocked, since };
  if (turns < ROCKS)
    return {
      ...next,
      ...said(turns === 0 ? 'waiting for the rocking' : `${turns} of ${ROCKS} turns`, { progress: turns / ROCKS }),
    };
  return rockedEnough(next, l, { foot, x, y, turns });
}

interface Rocked {
  readonly foot: FootName;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly turns: number;
}

/** What the rocking showed of the foot: taken when it is good, else offered. */
function rockedEnough(s: SetUp, l: SetUpLook, { foot, x, y, turns }: Rocked): SetUp {
  let checked: CheckedFoot;
  try {
    checked = checkFoot(foot, x, y, s.standing![foot]);
  } catch (e) {
    if (!(e instanceof VilkoError)) throw e;
    return { ...s, ...said(e.message, { alarm: true }) };
  }
  const long = `${Math.round(1000 * checked.length)} mm`;
  const taken = advanced({ ...s, feet: { ...s.feet, [foot]: checked } }, l, `${long} long, ${checked.words}`);
  if (checked.words === 'good') return taken;
  // a fresh start after many turns: old short rocks must not hide a good one
  const since = turns > 3 * ROCKS ? l.stream.newest() : s.since;
  const words = said(`${checked.words}: ${long} seen so far`, { alarm: true, progress: 1 });
  return { ...s, ...words, since, offer: taken };
}

function askSides(s: SetUp, l: SetUpLook): SetUp {
  const stance = stanceNow(l.device, l.stream, l.pupil.handed);
  const total = stance ? stance.lead.load + stance.trail.load : 0;
  if (!stance || total < SOMEBODY) return { ...s, ...said('nobody on it') };
  const share = (100 * stance.lead.load) / total;
  const { does } = SIDE_ASKS[s.side]!;
  const there = does === 'all lead' ? share > ALL : does === 'all trail' ? share < 100 - ALL : share > 38 && share < 62;
  const wrong = (does === 'all lead' && share < 100 - ALL) || (does === 'all trail' && share > ALL);
  const wrongFor = wrong ? s.wrongFor + 1 : 0;
  if (wrongFor > PATIENCE)
    return { ...s, ...said(otherSide(share, l.pupil.handed), { alarm: true }), good: 0, wrongFor, sides: false };
  const good = there ? s.good + 1 : 0;
  const progress = (s.side + good / HOLD) / SIDE_ASKS.length;
  const next = { ...s, ...said(`${share.toFixed(0)}% on the lead foot`, { progress }), good, wrongFor };
  if (good < HOLD) return next;
  if (s.side + 1 < SIDE_ASKS.length) return { ...next, good: 0, side: s.side + 1 };
  return advanced({ ...next, sides: true }, l, 'lead and trail are where they should be');
}

function otherSide(share: number, handed: Handed): string {
  const target = handed === 'right' ? 'left' : 'right';
  const went = share > 50 ? 'lead' : 'trail';
  return `the pressure went to the ${went} foot: does this pupil play ${handed}-handed, and is the target on the ${target} hand?`;
}
