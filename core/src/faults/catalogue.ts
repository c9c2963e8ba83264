import * as z from 'zod';
import rows from './catalogue.json';
import { FaultRule } from './rule.js';

/** Every fault, in the order in which the earlier wins between equals. */
export const FAULTS: readonly FaultRule[] = z.array(FaultRule).parse(rows);

const BY_ID = new Map(FAULTS.map((f) => [f.id, f]));

export const faultOf = (id: string): FaultRule | undefined => BY_ID.get(id);

/** Faults that lead to `id` in one step. */
export const causesOf = (id: string): FaultRule[] => FAULTS.filter((f) => f.leadsTo.includes(id));

/** Every fault that `id` reaches in the graph, through any faults. */
export function consequencesOf(id: string): ReadonlySet<string> {
  const reached = new Set<string>();
  const walk = (from: string): void => {
    for (const next of BY_ID.get(from)?.leadsTo ?? [])
      if (!reached.has(next)) {
        reached.add(next);
        walk(next);
      }
  };
  walk(id);
  return reached;
}
