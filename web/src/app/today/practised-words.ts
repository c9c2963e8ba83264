import type { Coming } from '@vilko/contract/booking';

/** How many days of a plan were kept; null before one of them has come, or without a plan. */
export const practisedWords = (p: Coming['practised']): string | null =>
  p && p.of > 0 ? `Practised ${p.done} of ${p.of} days of the plan.` : null;
