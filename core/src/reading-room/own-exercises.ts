import type { Exercise } from './exercise.js';

/**
 * Exercises whose truth is known of a swing of the house: what was confirmed, or what was measured. Whether a golfer
 * changed, and where a pressure will go that no film of a figure foretells, is known of simulated ones alone.
 */
export const OWN_EXERCISES = [
  'first-cause',
  'say-number',
  'which-first',
  'ball-agrees',
] as const satisfies readonly Exercise[];
export type OwnExercise = (typeof OWN_EXERCISES)[number];

/** Whether it can be practised on swings of the house. */
export const isOwnExercise = (exercise: Exercise): exercise is OwnExercise =>
  (OWN_EXERCISES as readonly Exercise[]).includes(exercise);
