/** A movement smaller than this is a tremble, m. */
const ROCK_SIZE = 0.05;

/** How often a rocking has turned round, by movements larger than a few centimetres. */
export function turnsOf(v: readonly number[]): number {
  let turns = 0;
  let [least, most] = [Infinity, -Infinity];
  let direction = 0;
  for (const x of v) {
    least = Math.min(least, x);
    most = Math.max(most, x);
    const up = x - least > ROCK_SIZE;
    const down = most - x > ROCK_SIZE;
    if ((up && direction <= 0) || (down && direction >= 0)) {
      // the first long way is no turn yet
      if (direction !== 0) turns++;
      direction = up && direction <= 0 ? 1 : -1;
      least = x;
      most = x;
    } else if (direction > 0) least = most;
    else if (direction < 0) most = least;
  }
  return turns;
}
