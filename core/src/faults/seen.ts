import * as z from 'zod';
import { causesOf } from './catalogue.js';
import type { CannotJudge, Weighing } from './judge.js';
import rows from './seen.json';
import { shipped } from '../shipped.js';

/** What an eye sees, and the faults it may be. */
export const Sign = z.object({
  id: z.string(),
  words: z.string(),
  looks: z.string(),
  faults: z.array(z.string()).min(1),
});
export type Sign = z.infer<typeof Sign>;

export const SIGNS: readonly Sign[] = shipped(z.array(Sign), rows);

/** A fault on the way back from what was seen: how many steps before it, and what the numbers say. */
export interface EarlierCause {
  readonly fault: string;
  /** 0: the sign itself. */
  readonly steps: number;
  readonly says: Weighing | CannotJudge | null;
}

/** Walks the graph of causes backward from a sign, nearest first; every fault once, with what was weighed about it. */
export function walkBack(sign: Pick<Sign, 'faults'>, weighed: readonly (Weighing | CannotJudge)[]): EarlierCause[] {
  const says = new Map(weighed.map((w) => [w.fault, w]));
  const steps = new Map<string, number>();
  let layer = [...sign.faults];
  for (let n = 0; layer.length; n++) {
    const fresh = [...new Set(layer)].filter((f) => !steps.has(f));
    for (const f of fresh) steps.set(f, n);
    layer = fresh.flatMap((f) => causesOf(f).map((c) => c.id));
  }
  return [...steps].map(([fault, n]) => ({ fault, steps: n, says: says.get(fault) ?? null }));
}
