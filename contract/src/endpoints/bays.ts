import * as z from 'zod';
import { Bay, BayChange, BayHead, BayLine, NewBay } from '../bay.js';
import { SetUpAct, SetUpState } from '../set-up.js';
import { rows } from './endpoint.js';

const NO_BAY = 'There is no such bay.';

/** Bays: whose lesson stands there, its device and its set-up. Their sockets are `BAY_SOCKETS`. */
export const BAYS = rows({
  bays: { does: 'The bays of the house', reply: z.array(BayLine) },
  addBay: { does: 'Adds a bay', body: NewBay, reply: BayHead, makes: true },
  bay: { does: 'A bay: lesson, club, state and device', reply: Bay, missing: NO_BAY },
  changeBay: {
    does: 'Sets whose lesson it is, the club, and whether swings are waited for',
    body: BayChange,
    reply: Bay,
    missing: NO_BAY,
  },
  setUp: {
    does: 'Starts, skips, repeats or ends the guided set-up',
    body: SetUpAct,
    reply: SetUpState.nullable(),
    missing: NO_BAY,
  },
  zeroBay: {
    does: 'Takes the unloaded device as zero',
    reply: Bay,
    missing: NO_BAY,
  },
});

/** Sockets of a bay: a device's samples, a launch monitor's shots, the live picture for browsers. */
export const BAY_SOCKETS = {
  feed: { path: '/api/bays/:bay/feed', who: 'device' },
  shots: { path: '/api/bays/:bay/shots', who: 'device' },
  live: { path: '/api/bays/:bay/live', who: 'instructor' },
} as const;
