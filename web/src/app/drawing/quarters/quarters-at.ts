import type { Quarter } from '@vilko/core/measures/quarters';
import type { ReadView } from '../../workers/read-view';
import { traceAt } from '../trace';

/**
 * Part of the load of both feet in each quarter at a time, %, from what a mat's cells show of each foot.
 * @returns null where the device does not show it; NaN in a foot that carries too little to tell
 */
export function quartersAt(
  { staves: { share, toesLead, toesTrail } }: Pick<ReadView, 'staves'>,
  t: number,
): Record<Quarter, number> | null {
  if (!share || !toesLead || !toesTrail) return null;
  const lead = traceAt(share, t);
  const toes = (foot: number, part: typeof toesLead): number => (foot * traceAt(part, t)) / 100;
  const [leadToe, trailToe] = [toes(lead, toesLead), toes(100 - lead, toesTrail)];
  return {
    'lead toe': leadToe,
    'lead heel': lead - leadToe,
    'trail toe': trailToe,
    'trail heel': 100 - lead - trailToe,
  };
}
