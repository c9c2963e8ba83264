import { FOLLOWED_IDS } from '@vilko/core/film/followed';
import * as z from 'zod';
import { FILM_ANGLES } from './film-sides.js';

const At = z.tuple([z.number(), z.number()]);

/** A line drawn on the picture; places as parts of its width and height, so that they hold for every size. */
export const FilmLine = z.object({
  id: z.string(),
  kind: z.enum(['hip', 'breastbone', 'stick', 'foot', 'angle', 'length']),
  points: z.array(At).min(2).max(3),
  /** Film time at which it was drawn, s. */
  drawnAt: z.number(),
  /** Known length of a `length` line, cm. */
  cm: z.number().positive().nullable().default(null),
});
export type FilmLine = z.infer<typeof FilmLine>;

/** Something followed by hand through a film, frame by frame. */
export const FollowedLine = z.object({
  id: z.string().max(60),
  of: z.enum(FOLLOWED_IDS),
  /** What an own line or angle is of. */
  name: z.string().max(60),
  /** Marked frames in the order of film time, s, with the places of its points. */
  frames: z
    .array(z.object({ t: z.number(), points: z.array(At).min(1).max(3) }))
    .min(1)
    .max(600),
  /** Film time at which the line is touched, s. */
  touchedAt: z.number().nullable(),
});
export type FollowedLine = z.infer<typeof FollowedLine>;
const Followed = z.array(FollowedLine).max(12);

/** A film of one swing, seen from one side. */
export const Film = z.object({
  id: z.string(),
  swingId: z.string(),
  angle: z.enum(FILM_ANGLES),
  mime: z.enum(['video/webm', 'video/mp4']),
  size: z.int(),
  /** s */
  duration: z.number().positive(),
  /** Width over height. */
  aspect: z.number().positive(),
  /** Hz; a frame is the uncertainty of everything read from the film. */
  frameRate: z.number().positive(),
  /** Film time of impact, s; null until it is known. */
  impact: z.number().nullable(),
  impactBy: z.enum(['sound', 'mark', 'clock']).nullable(),
  from: z.enum(['file', 'camera', 'drawn']),
  lines: z.array(FilmLine).max(40),
  followed: Followed.default([]),
  note: z.string().max(1000),
});
export type Film = z.infer<typeof Film>;

export const FilmChange = Film.pick({
  angle: true,
  impact: true,
  impactBy: true,
  lines: true,
  note: true,
  frameRate: true,
})
  .extend({ followed: Followed })
  .partial();
export type FilmChange = z.infer<typeof FilmChange>;
