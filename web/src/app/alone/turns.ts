import type { BallBlock, SwingTask } from '@vilko/contract/practice';

/** Swings before the judge changes. */
export const EACH = 5;

/** Who judges the i-th swing of a practice, from 0: the numbers first, then the ball, by turns. */
export const turnOf = (i: number, balls: boolean): 'measured' | 'ball' =>
  balls && Math.floor(i / EACH) % 2 === 1 ? 'ball' : 'measured';

/**
 * A practice's swings as blocks of one judge each; a ball that was not answered for, or a swing without a number, is
 * none.
 */
export function ballBlocks(
  swings: readonly { readonly number: number; readonly answer: SwingTask['answer'] }[],
  given: Readonly<Record<number, boolean>>,
  balls: boolean,
): BallBlock[] {
  const blocks: BallBlock[] = [];
  for (let i = 0; i < swings.length; i += EACH) {
    const by = turnOf(i, balls);
    const told = swings.slice(i, i + EACH).flatMap(({ number, answer }) => {
      const good = by === 'ball' ? given[number] : answer === null ? undefined : answer === 'in';
      return good === undefined ? [] : [good];
    });
    if (told.length) blocks.push({ by, check: null, hits: told.filter(Boolean).length, of: told.length });
  }
  return blocks;
}
