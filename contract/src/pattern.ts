import { Pattern } from '@vilko/core/patterns/pattern';
import * as z from 'zod';
import { Moment } from './moment.js';

/** A version of a pattern of the house's own. */
export const PatternVersion = z.object({ version: z.int(), savedAt: Moment, pattern: Pattern });
export type PatternVersion = z.infer<typeof PatternVersion>;

/** The newest version of every own pattern that was not deleted. */
export const OwnPatterns = z.array(PatternVersion);
export type OwnPatterns = z.infer<typeof OwnPatterns>;
