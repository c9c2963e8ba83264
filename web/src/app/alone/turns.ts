import type { BallBlock, SwingTask } from '@vilko/contract/practice';
import { EACH, inTurns } from '../lesson/practise/in-turns';

/** Who judges the i-th swing of a practice, from 0: the numbers first, then the ball, by turns. */
export const turnOf = (i: number, balls: boolean): 'measured' | 'ball' =>
  balls && Math.floor(i / EACH) % 2 === 1 ? 'ball' : 'measured';

/**
 * A practice's swings as blocks of one judge each; a ball that was not answered for, or a swing without a number, is
 * none.
 */
export const ballBlocks = (
  swings: readonly { readonly number: number; readonly answer: SwingTask['answer'] }[],
  given: Readonly<Record<number, boolean>>,
  balls: boolean,
): BallBlock[] =>
  inTurns(
    swings.map(({ number, answer }, i) => {
      if (turnOf(i, balls) === 'ball') return given[number] ?? null;
      return answer === null ? null : answer === 'in';
    }),
    (block) => ({ by: turnOf(block * EACH, balls), check: null }),
  );
