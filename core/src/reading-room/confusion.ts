/** An answer beside the truth. */
export interface Read {
  readonly truth: string;
  readonly said: string;
}

/** Two things that a reader takes for each other. */
export interface ConfusedPair {
  readonly a: string;
  readonly b: string;
  /** How often the one was said for the other, either way, and how often either was shown. */
  readonly mixed: number;
  readonly shown: number;
}

/** How often each thing was said for each truth. */
export function confusionTable(reads: readonly Read[]): ReadonlyMap<string, ReadonlyMap<string, number>> {
  const table = new Map<string, Map<string, number>>();
  for (const { truth, said } of reads) {
    const row = table.get(truth) ?? new Map<string, number>();
    row.set(said, (row.get(said) ?? 0) + 1);
    table.set(truth, row);
  }
  return table;
}

/** A pair's name, whichever stands first. */
export const pairName = (a: string, b: string): string => [a, b].sort().join(' | ');

/** Pairs that were taken for each other, the most often mixed first; equally often ones by name. */
export function confusedPairs(reads: readonly Read[]): ConfusedPair[] {
  const mixed = new Map<string, number>();
  for (const { truth, said } of reads)
    if (truth !== said) mixed.set(pairName(truth, said), (mixed.get(pairName(truth, said)) ?? 0) + 1);
  return [...mixed]
    .map(([name, n]) => {
      const [a, b] = name.split(' | ') as [string, string];
      return { a, b, mixed: n, shown: reads.filter((r) => r.truth === a || r.truth === b).length };
    })
    .sort((x, y) => y.mixed / y.shown - x.mixed / x.shown || pairName(x.a, x.b).localeCompare(pairName(y.a, y.b)));
}
