import type { Piece } from '../faults/strength.js';
import { measureRow } from '../measures/registry.js';
import { amount } from './amounts.js';
import { lower } from './case.js';

/** The unit of a piece of evidence: of what it is about, ms where it is about an order. */
const unitOf = ({ measures }: Piece): string => {
  const { unit } = measureRow(measures[0]!);
  return unit === 'list' ? 'ms' : unit;
};

/** What a piece of evidence is about: one measure, one less another, a spread, the order of the peaks. */
export function evidenceWords(p: Piece): string {
  if (p.beyond) {
    const [of, a, b] = p.measures.map((id) => measureRow(id).words);
    return `${of} beyond what ${lower(a!)} less ${lower(b!)} explains`;
  }
  const plain = p.measures.map((id) => measureRow(id).words).join(' less ');
  if (p.spread) return `Spread of ${lower(plain)}`;
  return p.measures[0] === 'sequence.order' ? 'Against the order of the peaks' : plain;
}

/** Its number; what never came has none. */
export const evidenceValue = (p: Piece): string => (p.value === null ? 'never came' : amount(p.value, unitOf(p)));

/** What would make it go away: "lead share, impact is over 58%". */
export const goneWhen = (p: Piece): string =>
  `${lower(evidenceWords(p))} is ${p.direction === 'over' ? 'under' : 'over'} ${amount(p.limit, unitOf(p))}`;
