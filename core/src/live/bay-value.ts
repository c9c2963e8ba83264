import type { FeetPair } from '../ground/foot-outline.js';
import type { ClubClass, Handed, Stated, SwingKind } from '../recording/recording.js';
import type { DeviceHealth, SetUp, SetUpFound, SetUpLook } from './set-up.js';
import type { LiveDevice } from './stream.js';
import type { BayWaiting, SetUpAction } from './words.js';

/** Whose lesson it is, and what its set-up found. */
export interface BayLesson {
  readonly id: string;
  readonly pupil: {
    readonly name: string;
    readonly handed: Handed;
    readonly stature: number | null;
    readonly mass: number | null;
  };
  readonly setUp: SetUpFound | null;
}

/** What the next swings are filed under; a task is what the trainer waits for. */
export interface NextSwings<Task = unknown> {
  readonly club: ClubClass;
  readonly clubName: string;
  readonly kind: SwingKind;
  readonly tag: string;
  readonly intent: string;
  readonly task: Task | null;
}

/** A device that introduced itself, and how it behaves. */
export interface BayDeviceState {
  readonly device: LiveDevice;
  readonly connected: boolean;
  /** Messages lost since it introduced itself. */
  readonly lost: number;
  /** Measured rate, Hz; 0 before it is known. */
  readonly seen: number;
  /** When it was last heard, ms since the epoch, once it has fallen silent; null while it speaks. */
  readonly silentSince: number | null;
}

/** A swing that was seen: whose it is, what it is filed under, and what travels with its recording. */
export interface PendingSwing<Task = unknown> {
  readonly lessonId: string;
  /** Why it is not surely theirs, so that a person has to say; null where it is. */
  readonly unsure: string | null;
  /** Device time, s. */
  readonly impact: number;
  readonly next: NextSwings<Task>;
  readonly stated: Stated;
}

/** One bay as a value: `bayNext` gives the next one. */
export interface BayState<Task = unknown> {
  readonly name: string;
  readonly lesson: BayLesson | null;
  readonly next: NextSwings<Task>;
  readonly waiting: BayWaiting;
  readonly device: BayDeviceState | null;
  readonly monitor: string | null;
  /** How far the unloaded device has wandered since its zero, N; null while that is unknown. */
  readonly drift: number | null;
  /** Why the last movement was not kept. */
  readonly notice: string | null;
  readonly zeroed: boolean;
  /** Device time of the last swing's impact, s. */
  readonly lastImpact: number;
  /** Number of the last swing that this lesson got from here; null before the first. */
  readonly lastNumber: number | null;
  /** Since when nobody has stood here or changed anything, ms since the epoch; null while somebody is about. */
  readonly quietSince: number | null;
  /** The day on which the lesson was given the bay; null before the clock has said it. */
  readonly day: string | null;
  /** A swing that is not over yet. It belongs to whoever stood there at its impact, whatever happens meanwhile. */
  readonly pending: PendingSwing<Task> | null;
  /** Device time since when each foot has not stood where the foot check saw it, s. */
  readonly left: FeetPair<number>;
  readonly setUp: SetUp | null;
}

/** What the instructor changes. */
export type NextChange<Task = unknown> = {
  readonly [K in keyof NextSwings<Task>]?: NextSwings<Task>[K] | undefined;
} & { readonly armed?: boolean | undefined };

/** What was seen at one look at the stream. */
export interface BayLook {
  /** Device time of the newest sample, s. */
  readonly newest: number;
  /** Rough impact of a swing that was not known yet; null where there is none. */
  readonly impact: number | null;
  /** Load of an unloaded, quiet device, N; null while somebody stands on it or it cannot be told. */
  readonly unloaded: number | null;
}

export type BayEvent<Task = unknown> =
  | { readonly is: 'given'; readonly lesson: BayLesson | null; readonly change: NextChange<Task> }
  | { readonly is: 'changed'; readonly change: NextChange<Task> }
  | { readonly is: 'lesson changed'; readonly lesson: BayLesson }
  | { readonly is: 'connected'; readonly device: LiveDevice }
  | { readonly is: 'gone' }
  /** No message has come since then, ms since the epoch. */
  | { readonly is: 'silent'; readonly since: number }
  /** It speaks again, after so many seconds. */
  | { readonly is: 'heard'; readonly after: number }
  /** Nobody knows who stands there now. */
  | { readonly is: 'left alone' }
  | { readonly is: 'clock'; readonly now: number; readonly day: string }
  | { readonly is: 'lost'; readonly messages: number }
  | { readonly is: 'rate'; readonly seen: number }
  | { readonly is: 'stood'; readonly time: number; readonly load: FeetPair<number> }
  | ({ readonly is: 'looked' } & BayLook)
  /** So many seconds of the stream went by before anybody looked for a swing in them. */
  | { readonly is: 'unread'; readonly seconds: number }
  | { readonly is: 'stored'; readonly kind: SwingKind; readonly found: boolean; readonly number?: number }
  | { readonly is: 'not stored'; readonly why: string }
  /** So many swings could not be stored yet, and why. */
  | { readonly is: 'waits to be stored'; readonly waiting: number; readonly why: string }
  | { readonly is: 'shown' }
  | { readonly is: 'monitor'; readonly who: string | null }
  | { readonly is: 'zeroed' }
  | { readonly is: 'set-up starts'; readonly lesson: BayLesson }
  | { readonly is: 'set-up ends' }
  | { readonly is: 'set-up looked'; readonly look: SetUpLook }
  | { readonly is: 'set-up acted'; readonly what: SetUpAction; readonly look: SetUpLook }
  | { readonly is: 'set-up kept' }
  | { readonly is: 'set-up not kept'; readonly why: string };

export type BayEffect<Task = unknown> =
  /** Cut the swing out of the stream and store it. */
  | ({ readonly do: 'keep' } & PendingSwing<Task>)
  /** Let the found swing be seen for a while, then say `shown`. */
  | { readonly do: 'show found' }
  | { readonly do: 'zero'; readonly zero: readonly number[] }
  | {
      readonly do: 'keep set-up';
      readonly lessonId: string;
      readonly record: SetUpFound;
      readonly health: DeviceHealth | null;
    }
  | { readonly do: 'remember device'; readonly device: LiveDevice };

/** What every new lesson starts with. */
export const FIRST_SWINGS: NextSwings<never> = {
  club: 'iron',
  clubName: '7-iron',
  kind: 'full',
  tag: 'ball',
  intent: 'stock',
  task: null,
};

/** Nobody has left their place since the feet were checked. */
export const NOBODY_LEFT: FeetPair<number> = { lead: Infinity, trail: Infinity };

/** A bay nobody has used yet. */
export const emptyBay = (name: string): BayState<never> => ({
  name,
  lesson: null,
  next: FIRST_SWINGS,
  waiting: 'idle',
  device: null,
  monitor: null,
  drift: null,
  notice: null,
  zeroed: false,
  lastImpact: -Infinity,
  lastNumber: null,
  quietSince: null,
  day: null,
  pending: null,
  left: NOBODY_LEFT,
  setUp: null,
});
