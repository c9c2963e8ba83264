import type { Bay, BayPlace, LiveMessage, Pupil, SetUpRecord, SwingHead, WhoStands } from '@vilko/contract';
import type { Recording } from '@vilko/core';
import type { Look } from './watch.js';

/** What a swing of the bay is filed under. */
export type BayArrival = Pick<Bay, 'club' | 'clubName' | 'kind' | 'tag' | 'intent' | 'task'> & {
  readonly lessonId: string;
  readonly recordedAt: Date;
  /** The same each time it is tried, so that nothing is stored twice. */
  readonly recordingId: string;
};

/** Why a swing has no sure owner, and where it was made. */
export interface UnsureAbout {
  readonly bay: string;
  readonly reason: string;
}

/** What the bay needs from the rest of the server. */
export interface BayServices {
  /** Looks for a swing elsewhere: the rough impact, device time in s; null where there is none. */
  readonly look: (look: Look) => Promise<number | null>;
  /** Stores a recording's swing; null when it held none. */
  readonly store: (rec: Recording, arrival: BayArrival) => Promise<SwingHead | null>;
  /** The pupil whose lesson it is, and what the lesson's set-up found. */
  readonly lesson: (lessonId: string) => Promise<{ pupil: Pupil; setUp: SetUpRecord | null } | null>;
  /** Keeps a swing that is not surely that lesson's apart; false when it held none. */
  readonly inbox: (rec: Recording, arrival: Omit<BayArrival, 'task'> & UnsureAbout) => Promise<boolean>;
  /** Takes a swing that nobody has answered for out of its lesson; null where somebody has. */
  readonly stillDoubted: (swingId: string, bay: string) => Promise<SwingHead | null>;
  /** Keeps what stands on the bay, for a server that starts anew. */
  readonly keepPlace: (place: BayPlace | null) => Promise<void>;
  readonly keepSetUp: (lessonId: string, record: SetUpRecord) => Promise<void>;
  /** Remembers a device and, after a set-up, how it was. */
  readonly sawDevice: (d: { name: string; kind: string; rate: number; health?: string }) => Promise<void>;
  /** Refuses where nothing can be stored, because the disk is full. */
  readonly room: () => Promise<void>;
  /** What nobody waits for went wrong. */
  readonly failed: (e: unknown) => void;
}

/** A browser that watches: words and pictures; `busy` while its last picture has not left. */
export interface Viewer {
  readonly say: (m: LiveMessage) => void;
  readonly show: (frame: Uint8Array) => void;
  readonly busy: () => boolean;
}

/** The device's side of a feed. */
export interface FeedHandler {
  readonly binary: (bytes: Uint8Array) => void;
  readonly closed: () => void;
}

export type Who = Omit<WhoStands, 'type'>;
