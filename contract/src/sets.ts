import type * as z from 'zod';
import type { SetFinding, ClubFindings, LessonFindings } from './judgement.js';

/** What a set is called where runs are cut by hand. */
export const setName = ({ clubName, device, intent }: Omit<SetKey, 'club'>): string =>
  [clubName, device, intent].join('|');

/** What swings of a set have in common: one club on one device for one wanted shot. */
export type SetKey = Pick<ClubFindings, 'club' | 'clubName' | 'device' | 'intent'>;

/** The same of a swing as it is stored. */
type StoredKey = Omit<SetKey, 'device'> & { readonly device: string };

/** Whether swings or sets may stand beside each other. */
export const alike = (a: StoredKey, b: StoredKey): boolean =>
  a.clubName === b.clubName && a.club === b.club && a.device === b.device && a.intent === b.intent;

/** The set that speaks for a lesson, on every screen: of the most swings; one with a finding before one without. */
export function leadingSet({ clubs }: Pick<LessonFindings, 'clubs'>): ClubFindings | null {
  const found = (c: ClubFindings): number => Number(c.findings.some((x) => x.main));
  return [...clubs].sort((a, b) => found(b) - found(a) || b.of - a.of)[0] ?? null;
}

/** The finding a lesson works on: one that rests on the agreed measure and is more than a hint; else the main one. */
export function leadingFinding(set: ClubFindings | null, agreed: string | null): z.infer<typeof SetFinding> | null {
  const rests = (f: z.infer<typeof SetFinding>): boolean =>
    f.word !== 'hint' && f.evidence.some((p) => !p.spread && p.measures.some((id) => id === agreed));
  return (agreed && set?.findings.find(rests)) || (set?.findings.find((f) => f.main) ?? null);
}
