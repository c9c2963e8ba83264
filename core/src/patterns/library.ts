import commonGround from './library/common-ground.json';
import { VilkoError } from '../error.js';
import { Pattern } from './pattern.js';

/** Every pattern shipped; adding one touches its own file and this list. */
export const PATTERNS: readonly Pattern[] = [commonGround].map((p) => Pattern.parse(p));

export const DEFAULT_PATTERN = 'common-ground';

/** Version of the whole library, for cached results. */
export const PATTERNS_VERSION = PATTERNS.map((p) => `${p.id}@${p.version}`).join(',');

/** The pattern of an id. */
export function patternOf(id: string): Pattern {
  const p = PATTERNS.find((x) => x.id === id);
  if (!p) throw new VilkoError('bad-option', `there is no pattern "${id}"; there are: ${PATTERNS.map((x) => x.id).join(', ')}`);
  return p;
}
