import { shippedAs } from '../shipped.js';
import type { Answer, SelfCheck } from './self-check.js';
import rows from './self-checks.json';

/** Every self-check, in the order in which a pupil is guided through them. */
export const SELF_CHECKS: readonly SelfCheck[] = shippedAs(rows);

/** The self-check with this id. */
export const selfCheck = (id: string): SelfCheck | undefined => SELF_CHECKS.find((c) => c.id === id);

/** Those fit for somebody with these injuries and conditions. */
export const checksFor = (injuries: readonly string[]): SelfCheck[] =>
  SELF_CHECKS.filter((c) => !c.tags.some((t) => injuries.includes(t)));

/** What an answer means, in a sentence's middle. */
export const answerMeans = (c: SelfCheck, given: Answer): string => (given === c.good ? c.means : c.otherwise);
