import type { Pattern } from '@vilko/core/patterns/pattern';
import * as z from 'zod';
import { OwnPatterns, PatternVersion } from '../pattern.js';
import { rows } from './endpoint.js';

/** Whatever came: the server says in one sentence what is wrong with a pattern. */
const AnyPattern = z.unknown() as z.ZodType<unknown, Pattern>;
const NO_PATTERN = 'There is no such pattern.';

/** Patterns of the house's own, with their history. */
export const JUDGING = rows({
  ownPatterns: { does: 'The house’s own patterns, newest versions', reply: OwnPatterns },
  addPattern: {
    does: 'Adds a pattern that was copied, made or brought',
    body: AnyPattern,
    reply: PatternVersion,
    makes: true,
  },
  savePattern: { does: 'Saves a new version', body: AnyPattern, reply: PatternVersion },
  patternVersions: {
    does: 'Every version of an own pattern, newest first',
    reply: z.array(PatternVersion),
  },
  deletePattern: {
    does: 'Takes an own pattern off the shelf; it can be put back',
    reply: PatternVersion,
    missing: NO_PATTERN,
  },
  restorePattern: {
    does: 'Puts a deleted pattern back',
    reply: PatternVersion,
    missing: NO_PATTERN,
  },
});
