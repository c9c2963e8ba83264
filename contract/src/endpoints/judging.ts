import type { Pattern } from '@vilko/core';
import * as z from 'zod';
import { OwnPatterns, PatternVersion } from '../pattern.js';
import { at } from './endpoint.js';

/** Whatever came: the server says in one sentence what is wrong with a pattern. */
const AnyPattern = z.unknown() as z.ZodType<unknown, Pattern>;
const NO_PATTERN = 'There is no such pattern.';

/** Patterns of the house's own, with their history. */
export const JUDGING = {
  ownPatterns: at('GET /api/patterns', { does: 'The house’s own patterns, newest versions', reply: OwnPatterns }),
  addPattern: at('POST /api/patterns', {
    does: 'Adds a pattern that was copied, made or brought',
    body: AnyPattern,
    reply: PatternVersion,
    makes: true,
  }),
  savePattern: at('PUT /api/patterns/:id', { does: 'Saves a new version', body: AnyPattern, reply: PatternVersion }),
  patternVersions: at('GET /api/patterns/:id/versions', {
    does: 'Every version of an own pattern, newest first',
    reply: z.array(PatternVersion),
  }),
  deletePattern: at('DELETE /api/patterns/:id', {
    does: 'Takes an own pattern off the shelf; it can be put back',
    reply: PatternVersion,
    missing: NO_PATTERN,
  }),
  restorePattern: at('POST /api/patterns/:id/restore', {
    does: 'Puts a deleted pattern back',
    reply: PatternVersion,
    missing: NO_PATTERN,
  }),
};
