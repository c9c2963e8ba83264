import { SHOT_NUMBERS, type ShotNumber } from '@vilko/core/measures/shot-numbers';
import * as z from 'zod';
import { Moment } from './moment.js';
import { STRIKES, DIVOTS } from './strikes.js';

export { SHOT_NUMBERS, type ShotNumber };

const reading = z.number().nullable();

/**
 * What the ball did (measuring.md §9). Null is "no reading", never 0. Left and right are by hand: positive is to the
 * right of a right-hander's target, mirrored once for a left-hander, so that + path is in-to-out for both.
 */
export const ShotValues = z.object({
  /** m */
  carry: reading,
  total: reading,
  /** m/s */
  clubSpeed: reading,
  ballSpeed: reading,
  /** ° */
  path: reading,
  face: reading,
  start: reading,
  /** m */
  curve: reading,
  /** ° */
  spinAxis: reading,
  attack: reading,
  /** mm ahead of the ball */
  lowPoint: reading,
  /** ° */
  launch: reading,
  /** Loft at impact as a monitor measures it, °; not known to shots of before it was asked for. */
  dynamicLoft: reading.default(null),
  /** rpm */
  spin: reading,
  strike: z.enum(STRIKES).nullable(),
  divot: z.enum(DIVOTS).nullable(),
});
export type ShotValues = z.infer<typeof ShotValues>;

/** Numbers whose sign says left or right: mirrored for a left-hander when a feed gives them absolute. */
export const SIDED: readonly ShotNumber[] = ['path', 'face', 'start', 'curve', 'spinAxis'];

/** A shot as it is kept: matched to a swing by time, or waiting for one. */
export const Shot = z.object({
  id: z.string(),
  lessonId: z.string(),
  swingId: z.string().nullable(),
  /** When the ball was hit. */
  at: Moment,
  source: z.enum(['keyboard', 'feed', 'file']),
  /** Which monitor or file. */
  from: z.string(),
  values: ShotValues,
});
export type Shot = z.infer<typeof Shot>;

export const ShotChange = ShotValues.partial();
export type ShotChange = z.infer<typeof ShotChange>;

/** A launch monitor's words on /api/shots: who it is, then one message a shot. */
export const MonitorHello = z.object({
  type: z.literal('hello'),
  protocol: z.literal('vilko-shots'),
  version: z.literal(1),
  name: z.string().min(1).max(80),
  /** Whether + is always to the right (absolute), or to a right-hander's right mirrored for a left-hander (by hand). */
  sides: z.enum(['absolute', 'by hand']),
});
export type MonitorHello = z.infer<typeof MonitorHello>;
export const MonitorShot = z.object({
  type: z.literal('shot'),
  /** Seconds since the ball was hit, as the message leaves. */
  ago: z.number().min(0).max(60),
  /** What is left out is no reading. */
  values: ShotValues.partial(),
});
export type MonitorShot = z.infer<typeof MonitorShot>;

/** What came of a list of shots. */
export const ShotsImported = z.object({
  matched: z.int(),
  waiting: z.int(),
  columns: z.array(z.string()),
  left: z.array(z.string()),
});
export type ShotsImported = z.infer<typeof ShotsImported>;
