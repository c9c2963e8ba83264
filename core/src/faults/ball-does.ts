import * as z from 'zod';
import rows from './ball-does.json';
import { Sign } from './seen.js';
import { shipped } from '../shipped.js';

/** What a ball does, as an entrance beside what the eye sees (judging.md §3, “ball first”). */
const BallSignal = Sign.extend({
  /** Words by which the faults tell that their ball does this. */
  said: z.array(z.string()).min(1),
  /** It starts or curves to a side: the face is asked before the feet. */
  sided: z.boolean().optional(),
});
export type BallSignal = z.infer<typeof BallSignal>;

export const BALL_SIGNALS: readonly BallSignal[] = shipped(z.array(BallSignal), rows);
