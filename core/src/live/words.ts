/** Names that cross the wire between bay, device and browser. */

/** What a bay does: it is paused, waits for a swing, hears one out, has found one, sleeps because nobody came. */
export const BAY_STATES = ['idle', 'armed', 'recording', 'found', 'asleep'] as const;
export type BayWaiting = (typeof BAY_STATES)[number];
/** Whether a bay files nothing now, so that only a person wakes it. */
export const bayRests = (state: BayWaiting): boolean => state === 'idle' || state === 'asleep';

/** What a pupil is asked to do during set-up; a stand-in for one does it. */
export const ASKED = ['swing', 'away', 'stand', 'rock lead', 'rock trail', 'all lead', 'all trail', 'middle'] as const;
export type Asked = (typeof ASKED)[number];

/** The guided set-up, one step after the other. */
export const SET_UP_STEPS = ['device', 'zero', 'mass', 'lead foot', 'trail foot', 'sides', 'ready'] as const;
export type SetUpStep = (typeof SET_UP_STEPS)[number];

/** What the instructor may do during the sequence. */
export const SET_UP_ACTS = ['skip', 'again', 'use'] as const;
export type SetUpAction = (typeof SET_UP_ACTS)[number];
