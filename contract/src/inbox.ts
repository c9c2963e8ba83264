import * as z from 'zod';
import { Device } from './lesson.js';
import { ClubClass, Handed } from './pupil.js';
import { SwingKind, Thumbnail } from './swing.js';
import { SWING_TAGS } from './swing-words.js';

/** A swing without a sure owner: it counts nowhere until a person has said whose it is. */
export const InboxSwing = z.object({
  id: z.string(),
  bay: z.string(),
  recordedAt: z.string(),
  device: Device,
  club: ClubClass,
  clubName: z.string(),
  kind: SwingKind,
  tag: z.enum(SWING_TAGS),
  /** Why it is not sure, in a sentence without its point. */
  reason: z.string(),
  /** Whose lesson stood on the bay. */
  lessonId: z.string(),
  pupil: z.string(),
  handed: Handed,
  thumbnail: Thumbnail.nullable(),
});
export type InboxSwing = z.infer<typeof InboxSwing>;

const Ids = z.array(z.string()).min(1).max(200);
export const InboxPick = z.object({ ids: Ids });
export const InboxAssign = z.object({ ids: Ids, lessonId: z.string() });
/** How many it concerned. */
export const InboxDone = z.object({ swings: z.int() });
