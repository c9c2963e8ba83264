import { BAY_STATES } from '@vilko/core/live/words';
import * as z from 'zod';
import { Device } from './lesson.js';
import { PracticeTask } from './practice.js';
import { ClubClass, Handed } from './pupil.js';
import { SetUpState } from './set-up.js';
import { SwingHead, SwingKind } from './swing.js';
import { INTENTS, SWING_TAGS } from './swing-words.js';

/** The device in the bay, as it introduced itself and as it behaves. */
export const BayDevice = z.object({
  kind: Device,
  name: z.string(),
  rate: z.number(),
  connected: z.boolean(),
  /** Messages lost since it introduced itself. */
  lost: z.int(),
  /** Measured rate over the last seconds, Hz. */
  seen: z.number(),
  /** When it was last heard, ms since the epoch, once it has fallen silent; null while it speaks. */
  silentSince: z.number().nullable(),
});
export type BayDevice = z.infer<typeof BayDevice>;

/** The bay's state: whose lesson, which club, armed or not, what the device does. */
export const Bay = z.object({
  id: z.string(),
  name: z.string(),
  lessonId: z.string().nullable(),
  /** Whose lesson it is; null where the bay is free. */
  who: z.string().nullable(),
  /** Number of the last swing that the lesson got from here; null before the first. */
  last: z.int().nullable(),
  handed: Handed,
  club: ClubClass,
  clubName: z.string(),
  /** What the next swings are: kind, tag and intent. */
  kind: SwingKind,
  tag: z.enum(SWING_TAGS),
  intent: z.enum(INTENTS),
  /** What the trainer waits for; null while it is not open. */
  task: PracticeTask.nullable(),
  state: z.enum(BAY_STATES),
  device: BayDevice.nullable(),
  /** The launch monitor that sends shots; null when none does. */
  monitor: z.string().nullable(),
  /** How far the unloaded device has wandered since its zero, N; null while somebody stands on it or without a zero. */
  drift: z.number().nullable(),
  /** Why the last movement was not kept, if it was not. */
  notice: z.string().nullable(),
});
export type Bay = z.infer<typeof Bay>;

/** What stands on a bay, as it is kept for a server that starts anew. */
export const BayPlace = z.object({
  lessonId: z.string(),
  club: ClubClass,
  clubName: z.string(),
  armed: z.boolean(),
  /** When it was last said, ISO 8601. */
  at: z.string(),
});
export type BayPlace = z.infer<typeof BayPlace>;

/** A bay of the house. */
export const BayHead = z.object({ id: z.string(), name: z.string() });
export type BayHead = z.infer<typeof BayHead>;
/** A bay as a list of them shows it. */
export const BayLine = BayHead.extend({
  /** Whose lesson stands there; null where it is free. */
  who: z.string().nullable(),
  state: z.enum(BAY_STATES),
  /** What kind of device sends there now; null while none does. */
  device: z.string().nullable(),
});
export type BayLine = z.infer<typeof BayLine>;
export const NewBay = z.object({ name: z.string().trim().min(1).max(40) });

export const BayChange = z.object({
  lessonId: z.string().nullable().optional(),
  club: ClubClass.optional(),
  clubName: z.string().min(1).max(40).optional(),
  armed: z.boolean().optional(),
  kind: SwingKind.optional(),
  tag: z.enum(SWING_TAGS).optional(),
  intent: z.enum(INTENTS).optional(),
  task: PracticeTask.nullable().optional(),
});
export type BayChange = z.infer<typeof BayChange>;

/** What the server works at while its pages are open, and how far it is, in swings. */
export const WorkBehind = z.object({
  what: z.enum(['sample swings', 'older sample swings', 'swings read anew']),
  done: z.int(),
  of: z.int(),
});
export type WorkBehind = z.infer<typeof WorkBehind>;

/** The disk has little room left, or none that may be used. */
export const LittleRoom = z.object({ full: z.boolean(), /** Bytes. */ free: z.number() });
export type LittleRoom = z.infer<typeof LittleRoom>;

/** Words on the live socket beside its binary frames. */
export const LiveMessage = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('bay'),
    bay: Bay,
    mat: z.object({ rows: z.int(), cols: z.int(), pitch: z.number() }).nullable(),
  }),
  z.object({ type: z.literal('swing'), swing: SwingHead }),
  /** Nobody said whose it was: it lies in the inbox. */
  z.object({ type: z.literal('swing left'), swing: SwingHead }),
  z.object({ type: z.literal('set-up'), setUp: SetUpState.nullable() }),
  z.object({ type: z.literal('behind'), work: WorkBehind.nullable() }),
  z.object({ type: z.literal('room'), room: LittleRoom.nullable() }),
]);
export type LiveMessage = z.infer<typeof LiveMessage>;
