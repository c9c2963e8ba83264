/** Ages as they are asked. */
export const AGE_BANDS = ['under 12', '12–15', '16–17', '18–34', '35–54', '55–69', '70 and over'] as const;

/** Pupils of these ages need a parent's consent. */
export const MINOR: readonly string[] = ['under 12', '12–15', '16–17'];

/** How well somebody plays: handicap bands, or what stands in for them. */
export const SKILLS = ['beginner', '21–36', '13–20', '6–12', '0–5', 'professional'] as const;
