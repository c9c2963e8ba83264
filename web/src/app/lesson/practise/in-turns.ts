import type { BallBlock } from '@vilko/contract/practice';

/** Swings before the judge changes. */
export const EACH = 5;

/**
 * Swings in their order as blocks of one judge each: of those that were told, how many were as wanted.
 * @param told whether each was as wanted; null where nobody and nothing told
 * @param judgeOf who judges a block, from 0
 */
export function inTurns(
  told: readonly (boolean | null)[],
  judgeOf: (block: number) => Pick<BallBlock, 'by' | 'check'>,
): BallBlock[] {
  const blocks: BallBlock[] = [];
  for (let i = 0; i * EACH < told.length; i++) {
    const known = told.slice(i * EACH, (i + 1) * EACH).filter((t) => t !== null);
    if (known.length) blocks.push({ ...judgeOf(i), hits: known.filter(Boolean).length, of: known.length });
  }
  return blocks;
}
