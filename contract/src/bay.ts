import { z } from 'zod';
import { ClubClass, Device, Handed } from './lesson.js';
import { SwingHead } from './swing.js';

export const BAY_STATES = ['idle', 'armed', 'recording', 'found'] as const;

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
});
export type BayDevice = z.infer<typeof BayDevice>;

/** The bay's state: whose lesson, which club, armed or not, what the device does. */
export const Bay = z.object({
  name: z.string(),
  lessonId: z.string().nullable(),
  handed: Handed,
  club: ClubClass,
  clubName: z.string(),
  state: z.enum(BAY_STATES),
  device: BayDevice.nullable(),
  /** Why the last movement was not kept, if it was not. */
  notice: z.string().nullable(),
});
export type Bay = z.infer<typeof Bay>;

export const BayChange = z.object({
  lessonId: z.string().nullable().optional(),
  club: ClubClass.optional(),
  clubName: z.string().min(1).max(40).optional(),
  armed: z.boolean().optional(),
});
export type BayChange = z.infer<typeof BayChange>;

/** Words on the live socket beside its binary frames. */
export const LiveMessage = z.discriminatedUnion('type', [
  z.object({ type: z.literal('bay'), bay: Bay, mat: z.object({ rows: z.int(), cols: z.int(), pitch: z.number() }).nullable() }),
  z.object({ type: z.literal('swing'), swing: SwingHead }),
]);
export type LiveMessage = z.infer<typeof LiveMessage>;

/** Clubs by key on Record. */
export const CLUB_KEYS: readonly { readonly key: string; readonly club: z.infer<typeof ClubClass>; readonly name: string }[] = [
  { key: '1', club: 'driver', name: 'driver' },
  { key: '3', club: 'wood', name: '3-wood' },
  { key: '5', club: 'iron', name: '5-iron' },
  { key: '7', club: 'iron', name: '7-iron' },
  { key: '9', club: 'iron', name: '9-iron' },
  { key: '0', club: 'wedge', name: 'wedge' },
];
