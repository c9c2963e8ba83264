import { FEET, type FeetPair, type FootName } from '../ground/foot-outline.js';
import { DEVICES } from '../recording/device-kinds.js';
import type { ClubClass, Handed, Stated } from '../recording/recording.js';
import { G } from '../recording/units.js';
import { capital } from '../words/case.js';
import {
  type BayEffect,
  type BayEvent,
  type BayLesson,
  type BayLook,
  type BayState,
  FIRST_SWINGS,
  type NextChange,
  NOBODY_LEFT,
  type PendingSwing,
} from './bay-value.js';
import { askOf, doesOf, type SetUp, type SetUpEffect, setUpNext, startedSetUp } from './set-up.js';
import type { LiveDevice } from './stream.js';
import { AFTER_IMPACT, NOBODY } from './swing-watch.js';
import { type Asked, bayRests, type BayWaiting } from './words.js';

type StoredEvent = Pick<Extract<BayEvent, { is: 'stored' }>, 'found' | 'kind' | 'number'>;
type Next<Task> = readonly [BayState<Task>, readonly BayEffect<Task>[]];

const EVERYBODY_LEFT: FeetPair<number> = { lead: -Infinity, trail: -Infinity };
/** A foot under this part of body weight has left the ground. */
const GONE = 0.05;
/** The finish of a swing lifts a foot too: only who left this long before impact stands anew, s. */
const BEFORE = 1.5;
/** A bay where nobody stood for so long sleeps, ms. */
export const SLEEPS_AFTER = 10 * 60_000;
/** On a day that is another one, after so long: whoever swings past midnight goes on, ms. */
const SLEEPS_NEXT_DAY = 60_000;
/** A zero that moved by less is not worth a word, N. */
const DRIFT_STEP = 0.5;
/** A rate that moved by less than this part is the same. */
const RATE_STEP = 0.004;

/** What a stand-in for device and pupil is told. */
export interface WhoIs {
  readonly handed: Handed;
  readonly club: ClubClass;
  readonly does: Asked;
  readonly build: { readonly stature: number; readonly mass: number } | null;
}

export function whoStands({ lesson, next, device, setUp }: BayState): WhoIs {
  const { stature = null, mass = null } = lesson?.pupil ?? {};
  return {
    handed: handedOf(lesson),
    club: next.club,
    does: setUp ? doesOf(setUp) : 'swing',
    build: device?.device.standIn && stature && mass ? { stature, mass } : null,
  };
}

export const handedOf = (lesson: BayLesson | null): Handed => lesson?.pupil.handed ?? 'right';

/**
 * Whether the bay looks for a new swing: while the set-up runs, rocking and leaning are none. What came before a device
 * fell silent or went is looked through to its end.
 */
export const looksForSwings = ({ lesson, waiting, setUp, pending, device }: BayState): boolean =>
  device !== null && pending === null && lesson !== null && waiting !== 'idle' && (!setUp || setUp.step === 'ready');

/** Nothing more comes from the device for now: a swing that was seen is cut as far as it came. */
const isCutOff = ({ device }: BayState): boolean => !device?.connected || device.silentSince !== null;

/** Body weight weighed in the set-up, N; null without one. */
const weightOf = (lesson: BayLesson | null): number | null => (lesson?.setUp?.mass ? lesson.setUp.mass * G : null);

/**
 * The bay after something happened, and what is to be done about it. Nothing here waits, keeps time or looks at a
 * stream: whoever holds the bay does, and says what came of it.
 * @example bayNext(emptyBay('Bay 3'), { is: 'connected', device }) // [a bay with a device, [remember it]]
 */
export function bayNext<Task>(s: BayState<Task>, e: BayEvent<Task>): Next<Task> {
  switch (e.is) {
    case 'given':
      return given(s, e.lesson, e.change);
    case 'changed':
      return [changed(s, e.change), []];
    case 'lesson changed':
      return [s.lesson?.id === e.lesson.id ? { ...s, lesson: e.lesson } : s, []];
    case 'connected':
      return connected(s, e.device);
    case 'gone':
      return gone(s);
    case 'silent':
      return silent(s, e.since);
    case 'heard':
      return [heard(s, e.after), []];
    case 'left alone':
      return [s.lesson && !bayRests(s.waiting) ? { ...s, ...noSetUp, waiting: 'asleep' } : s, []];
    case 'clock':
      return [clock(s, e.now, e.day), []];
    case 'lost':
      return [s.device ? { ...s, device: { ...s.device, lost: s.device.lost + e.messages } } : s, []];
    case 'rate':
      return [rated(s, e.seen), []];
    case 'stood':
      return [stood(s, e.time, e.load), []];
    case 'looked':
      return looked(s, e);
    case 'unread': {
      const notice = `This machine was too busy: ${Math.ceil(e.seconds)} s went by unread, and a swing in them was not stored.`;
      return [{ ...s, notice }, []];
    }
    case 'stored':
      return stored(s, e);
    case 'not stored':
      return [{ ...s, waiting: armedAgain(s), notice: `The swing could not be stored: ${e.why}` }, []];
    case 'waits to be stored': {
      const swings = e.waiting === 1 ? 'A swing waits' : `${e.waiting} swings wait`;
      const notice = `${capital(e.why)}. ${swings} in memory, to be stored as soon as that is over: do not stop the server.`;
      return [{ ...s, waiting: armedAgain(s), notice }, []];
    }
    case 'shown':
      return [s.waiting === 'found' ? { ...s, waiting: 'armed' } : s, []];
    case 'monitor':
      return [{ ...s, monitor: e.who }, []];
    case 'zeroed':
      return [{ ...s, zeroed: true, drift: null }, []];
    case 'set-up starts':
      return [s.device?.connected ? { ...s, lesson: e.lesson, setUp: startedSetUp } : s, []];
    case 'set-up ends':
      return [{ ...s, ...noSetUp }, []];
    case 'set-up looked':
      return setUpMoved(s, s.setUp && setUpNext(s.setUp, { is: 'look', look: e.look }));
    case 'set-up acted':
      return setUpMoved(s, s.setUp && setUpNext(s.setUp, { is: 'act', what: e.what, look: e.look }));
    case 'set-up kept':
      return setUpMoved(s, s.setUp && setUpNext(s.setUp, { is: 'kept' }));
    case 'set-up not kept':
      return setUpMoved(s, s.setUp && setUpNext(s.setUp, { is: 'not kept', why: e.why }));
  }
}

const noSetUp = { setUp: null } as const;

/** A bay that heard a swing out waits again, unless it was told to rest meanwhile. */
const armedAgain = (s: BayState): BayWaiting => (bayRests(s.waiting) ? s.waiting : 'armed');
/** Somebody is about. */
const awake = { quietSince: null, day: null } as const;

function given<Task>(s: BayState<Task>, lesson: BayLesson | null, change: NextChange<Task>): Next<Task> {
  const armed: BayWaiting = lesson && bayRests(s.waiting) && change.armed === undefined ? 'armed' : s.waiting;
  if (lesson?.id === s.lesson?.id) return [changed({ ...s, ...awake, lesson, waiting: armed }, change), []];
  const { kind, tag, intent, task } = FIRST_SWINGS;
  const mine: BayState<Task> = {
    ...s,
    ...noSetUp,
    ...awake,
    lesson,
    lastNumber: null,
    notice: null,
    next: { ...s.next, kind, tag, intent, task },
    waiting: armed,
    // another pupil has walked over the device since
    left: EVERYBODY_LEFT,
  };
  return [changed(mine, change), []];
}

function changed<Task>(s: BayState<Task>, { armed, ...change }: NextChange<Task>): BayState<Task> {
  const told = Object.fromEntries(Object.entries(change).filter(([, v]) => v !== undefined));
  const waiting = armed === undefined ? s.waiting : armed ? 'armed' : 'idle';
  return { ...s, waiting, quietSince: null, next: { ...s.next, ...told } };
}

/** What came before the device went is kept, as before a silence. */
function gone<Task>(s: BayState<Task>): Next<Task> {
  if (!s.device) return [s, []];
  return cutOff({ ...s, ...noSetUp, device: { ...s.device, connected: false, seen: 0, silentSince: null } });
}
function silent<Task>(s: BayState<Task>, since: number): Next<Task> {
  if (!s.device?.connected || s.device.silentSince !== null) return [s, []];
  return cutOff({ ...s, device: { ...s.device, silentSince: since, seen: 0 } });
}
/** A swing that was in the air is kept as far as it came. */
const cutOff = <Task>(s: BayState<Task>): Next<Task> => (s.pending ? heardOut(s, s.pending) : [s, []]);
function heard<Task>(s: BayState<Task>, after: number): BayState<Task> {
  if (!s.device || s.device.silentSince === null) return s;
  const notice = `${s.device.device.name} was silent for ${Math.round(after)} s: what was swung meanwhile is not there.`;
  return { ...s, notice, device: { ...s.device, silentSince: null } };
}

/** A bay sleeps once nobody has been about for long, and soon where the day is another one. */
function clock<Task>(s: BayState<Task>, now: number, day: string): BayState<Task> {
  // a bay that is paused hears nothing anyhow; one that hears a swing is not alone
  if (!s.lesson || bayRests(s.waiting) || s.waiting === 'recording') return s;
  const since = s.quietSince ?? now;
  const over = now - since >= ((s.day ?? day) === day ? SLEEPS_AFTER : SLEEPS_NEXT_DAY);
  if (over) return { ...s, ...noSetUp, waiting: 'asleep', quietSince: since };
  return s.quietSince === since && s.day !== null ? s : { ...s, quietSince: since, day: s.day ?? day };
}

function connected<Task>(s: BayState<Task>, device: LiveDevice): Next<Task> {
  const fresh = { device, connected: true, lost: 0, seen: 0, silentSince: null };
  const next = {
    ...s,
    ...noSetUp,
    device: fresh,
    notice: anotherDevice(s, device),
    drift: null,
    zeroed: false,
    lastImpact: -Infinity,
    pending: null,
  };
  return [next, [{ do: 'remember device', device }]];
}

/** What is said when a lesson goes on with another device than before. */
function anotherDevice({ lesson, device: was, notice }: BayState, now: LiveDevice): string | null {
  if (!lesson || !was || (was.device.kind === now.kind && was.device.rate === now.rate && was.device.name === now.name))
    return notice;
  const words = (d: LiveDevice): string => `${d.name} (${DEVICES[d.kind].words}, ${d.rate} Hz)`;
  return `This bay now hears ${words(now)}; before it was ${words(was.device)}. Set up anew before the next swing.`;
}

function rated<Task>(s: BayState<Task>, seen: number): BayState<Task> {
  if (!s.device?.connected) return s;
  const moved = Math.abs(seen - s.device.seen) > RATE_STEP * s.device.device.rate;
  return moved ? { ...s, device: { ...s.device, seen } } : s;
}

/** A foot that carries next to nothing has left its place. */
function stood<Task>(s: BayState<Task>, time: number, load: FeetPair<number>): BayState<Task> {
  const here = load.lead + load.trail > NOBODY && s.quietSince !== null ? { ...s, quietSince: null } : s;
  const weight = weightOf(s.lesson);
  if (weight === null) return here;
  const gone = FEET.filter((f) => load[f] < GONE * weight && time < s.left[f]);
  if (!gone.length) return here;
  return { ...here, left: { ...s.left, ...Object.fromEntries(gone.map((f) => [f, time])) } };
}

function looked<Task>(s: BayState<Task>, { newest, impact, unloaded }: BayLook): Next<Task> {
  if (s.pending) return newest >= s.pending.impact + AFTER_IMPACT ? heardOut(s, s.pending) : [s, []];
  if (!looksForSwings(s)) return [s, []];
  if (impact === null || impact <= s.lastImpact) return [watchedZero(s, unloaded), []];
  const asleep = s.waiting === 'asleep';
  const unsure = asleep ? `${s.name} slept: nobody had stood there for a while` : null;
  const pending = { lessonId: s.lesson!.id, unsure, impact, next: s.next, stated: statedAt(s, impact) };
  const seen: BayState<Task> = { ...s, pending, waiting: asleep ? 'asleep' : 'recording', notice: null };
  return isCutOff(s) ? heardOut(seen, pending) : [seen, []];
}

/** Between swings, with nobody on it, the zero is looked at again. */
function watchedZero<Task>(s: BayState<Task>, unloaded: number | null): BayState<Task> {
  if (!s.zeroed) return s;
  const drift = unloaded === null ? null : Math.round(10 * unloaded) / 10;
  const moved = drift === null ? s.drift !== null : s.drift === null || Math.abs(drift - s.drift) > DRIFT_STEP;
  return moved ? { ...s, drift } : s;
}

/** A swing that is over is cut out and stored. */
const heardOut = <Task>(s: BayState<Task>, swing: PendingSwing<Task>): Next<Task> => [
  { ...s, pending: null, lastImpact: swing.impact },
  [{ do: 'keep', ...swing }],
];

/** What is known about who stands there, to travel with the recording. */
function statedAt({ lesson, next, device, left }: BayState, impact: number): Stated {
  const check = lesson?.setUp?.footCheck;
  const stature = lesson?.pupil.stature;
  const gone = FEET.filter((f: FootName) => left[f] < impact - BEFORE);
  return {
    handed: handedOf(lesson),
    club: next.club,
    ...(stature ? { stature } : {}),
    ...(check && !device?.device.mat ? { footCheck: { ...check, left: gone } } : {}),
  };
}

function stored<Task>(was: BayState<Task>, { found, kind, number }: StoredEvent): Next<Task> {
  const s = number === undefined ? was : { ...was, lastNumber: number };
  if (found && s.waiting === 'asleep')
    return [
      { ...s, notice: 'A swing was found while the bay slept. It lies in the inbox, and counts nowhere yet.' },
      [],
    ];
  if (found && s.waiting !== 'idle') return [{ ...s, waiting: 'found', notice: null }, [{ do: 'show found' }]];
  if (found) return [{ ...s, notice: null }, []];
  const whole = kind === 'full' ? 'swing' : `${kind} swing`;
  const notice = `A movement was seen, but it holds no whole ${whole}: nothing was stored.`;
  return [{ ...s, waiting: armedAgain(s), notice }, []];
}

function setUpMoved<Task>(s: BayState<Task>, moved: readonly [SetUp, readonly SetUpEffect[]] | null): Next<Task> {
  if (!moved) return [s, []];
  const [setUp, effects] = moved;
  let next: BayState<Task> = { ...s, setUp };
  const out: BayEffect<Task>[] = [];
  for (const e of effects) {
    if (e.do === 'zero') {
      next = { ...next, zeroed: true, drift: null };
      out.push(e);
    } else if (next.lesson) {
      next = { ...next, lesson: { ...next.lesson, setUp: e.record }, left: NOBODY_LEFT };
      out.push({ do: 'keep set-up', lessonId: next.lesson!.id, record: e.record, health: setUp.health });
    }
  }
  return [next, out];
}

/** The set-up as a screen shows it. */
export function setUpView(s: SetUp) {
  return {
    step: s.step,
    ask: askOf(s),
    seen: s.seen,
    alarm: s.alarm,
    progress: Math.min(1, s.progress),
    done: [...s.done],
    health: s.health,
    rocked: s.rocked.slice(-ROCKED_SHOWN).map(([x, y]): [number, number] => [x, y]),
    record: s.record,
  };
}
const ROCKED_SHOWN = 240;
