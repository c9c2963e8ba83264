import * as z from 'zod';
import { capital } from '../words/case.js';
import rows from './substitutes.json';
import { shipped } from '../shipped.js';

/** What stands in for an aid and costs nothing, with its own caution (empty where there is none). */
const Substitute = z.object({ use: z.string(), caution: z.string() });
type Substitute = z.infer<typeof Substitute>;

const SUBSTITUTES: ReadonlyMap<string, Substitute> = new Map(
  Object.entries(shipped(z.record(z.string(), Substitute), rows)),
);

/**
 * What can be used instead of an aid.
 * @example substituteFor('a mirror')!.use // 'a dark window, or a phone’s front camera'
 */
export const substituteFor = (aid: string): Substitute | undefined => SUBSTITUTES.get(aid);

/** The aids of a drill with what stands in for each, as one line each. */
export const substitutesOf = (equipment: readonly string[]): string[] =>
  equipment.flatMap((aid) => {
    const s = substituteFor(aid);
    if (!s) return [];
    return [`No ${aid.replace(/^(an?|the|two) /, '')}? ${capital(s.use)}.${s.caution && ` ${s.caution}`}`];
  });
