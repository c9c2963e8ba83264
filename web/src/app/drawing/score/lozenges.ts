/** Rounds after which twelve lozenges have settled. */
const ROUNDS = 30;

/** Moves numbers in order of their place apart until they no longer lie on each other: `lx` in px, at least `apart`. */
export function standApart(bars: readonly { lx: number }[], apart: number): void {
  for (let round = 0; round < ROUNDS; round++)
    for (let i = 1; i < bars.length; i++) {
      const overlap = apart - (bars[i]!.lx - bars[i - 1]!.lx);
      if (overlap <= 0) continue;
      bars[i - 1]!.lx -= overlap / 2;
      bars[i]!.lx += overlap / 2;
    }
}
