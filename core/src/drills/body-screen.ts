import * as z from 'zod';
import { INJURY_TAGS, type InjuryTag } from './injuries.js';
import screen from './body-screen.json';
import { shipped } from '../shipped.js';

const why = z.string();
const Proposed = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('size'), value: z.number().min(0.5).max(1), why }),
  z.object({ kind: z.literal('school'), school: z.string(), why }),
  z.object({ kind: z.literal('against'), school: z.string(), why }),
  z.object({ kind: z.literal('record'), part: z.enum(INJURY_TAGS), why }),
]);

/** One look at what a body can do, without equipment: what is easy, and what follows where it is not. */
const ScreenTest = z.object({
  id: z.string(),
  name: z.string(),
  how: z.string(),
  /** What counts as easy. */
  easy: z.string(),
  limited: z.array(Proposed),
  /** Where it may hurt. */
  hurts: z.array(z.enum(INJURY_TAGS)),
});
export type ScreenTest = z.infer<typeof ScreenTest>;

export const SCREEN_ANSWERS = ['easy', 'limited', 'hurts'] as const;
export type ScreenAnswer = (typeof SCREEN_ANSWERS)[number];

/** The short body screen of a first visit. Not medical advice; what it proposes is the application's own. */
export const BODY_SCREEN: readonly ScreenTest[] = shipped(z.array(ScreenTest), screen);

/** What a screen proposes; an instructor takes it over or leaves it. */
export type Proposal =
  | { readonly kind: 'size'; readonly value: number; readonly why: readonly string[] }
  | { readonly kind: 'school'; readonly school: string; readonly why: readonly string[] }
  | { readonly kind: 'against'; readonly school: string; readonly why: readonly string[] }
  | { readonly kind: 'record'; readonly part: InjuryTag; readonly why: readonly string[] };

const sameAs = (a: Proposal, b: z.infer<typeof Proposed>): boolean =>
  a.kind === b.kind &&
  (a.kind === 'size' ||
    ('school' in a && 'school' in b ? a.school === b.school : 'part' in a && 'part' in b && a.part === b.part));

/**
 * What the answers propose: the smallest size of all, schools that suit or do not, what belongs on record. A school
 * that one answer speaks for and another against is only spoken against.
 * @param answers by test; what was not looked at says nothing
 */
export function proposalsOf(answers: Readonly<Partial<Record<string, ScreenAnswer>>>): Proposal[] {
  const proposals: Proposal[] = [];
  for (const test of BODY_SCREEN.filter((t) => answers[t.id] === 'limited'))
    for (const p of test.limited) {
      const reason = `${test.name.toLowerCase()} limited: ${p.why}`;
      const at = proposals.findIndex((q) => sameAs(q, p));
      const before = proposals[at];
      if (!before) proposals.push({ ...p, why: [reason] });
      else if (before.kind === 'size' && p.kind === 'size')
        proposals[at] = { ...before, value: Math.min(before.value, p.value), why: [...before.why, reason] };
      else proposals[at] = { ...before, why: [...before.why, reason] };
    }
  const against = proposals.flatMap((p) => (p.kind === 'against' ? p.school : []));
  return proposals.filter((p) => p.kind !== 'school' || !against.includes(p.school));
}

/** Where something hurt: parts that may belong on record, and that a physician or physiotherapist sees first. */
export const hurtIn = (answers: Readonly<Partial<Record<string, ScreenAnswer>>>): InjuryTag[] => [
  ...new Set(BODY_SCREEN.filter((t) => answers[t.id] === 'hurts').flatMap((t) => t.hurts)),
];
