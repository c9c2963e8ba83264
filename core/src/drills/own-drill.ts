import * as z from 'zod';
import { Drill } from './drill.js';

/** Longest film that shows a drill, s. */
export const LONGEST_DRILL_FILM_S = 30;

/** A photograph, or a film of at most 30 s, that shows how a drill is done. */
export const DrillMedia = z.object({
  id: z.string().regex(/^[0-9a-f-]{36}$/),
  mime: z.enum(['image/jpeg', 'image/png', 'video/webm', 'video/mp4']),
  /** Bytes. */
  size: z.int().positive(),
});

export type DrillMedia = z.infer<typeof DrillMedia>;

/** A drill that the house wrote itself, or one that comes with the application as the house has changed it. */
export const OwnDrill = z.object({
  drill: Drill,
  media: DrillMedia.nullable(),
  /** Taken off the shelf: nobody is offered it; plans and reports that name it still know it. */
  off: z.boolean(),
});

export type OwnDrill = z.infer<typeof OwnDrill>;
