/** How far two readers agree beyond what chance would give. */
export interface Agreement {
  readonly kappa: number;
  /** 95%, by the large-sample standard error. */
  readonly interval: readonly [number, number];
  readonly n: number;
}

const Z = 1.959964;

/**
 * Cohen's κ of two readers over the same swings (Cohen, 1960): (p₀ − pₑ) / (1 − pₑ), with its standard error
 * √(p₀(1 − p₀) / n) / (1 − pₑ).
 * @param pairs what each said of the same swing
 * @returns null without a swing, or where both said one and the same of every swing: chance alone would do that
 */
export function cohensKappa(pairs: readonly (readonly [string, string])[]): Agreement | null {
  const n = pairs.length;
  const names = new Set(pairs.flat());
  const part = (of: (p: readonly [string, string]) => boolean): number => pairs.filter(of).length / n;
  let byChance = 0;
  for (const name of names) byChance += part(([a]) => a === name) * part(([, b]) => b === name);
  if (!n || byChance === 1) return null;
  const agreed = part(([a, b]) => a === b);
  const kappa = (agreed - byChance) / (1 - byChance);
  const half = (Z * Math.sqrt((agreed * (1 - agreed)) / n)) / (1 - byChance);
  return { kappa, interval: [Math.max(-1, kappa - half), Math.min(1, kappa + half)], n };
}

/** The same finding by finding: whether either named it. */
export function kappaPerFinding(
  swings: readonly { readonly mine: readonly string[]; readonly theirs: readonly string[] }[],
): { readonly finding: string; readonly agreement: Agreement | null }[] {
  const findings = [...new Set(swings.flatMap((s) => [...s.mine, ...s.theirs]))].sort();
  const word = (named: readonly string[], finding: string): string => (named.includes(finding) ? 'named' : 'not');
  return findings.map((finding) => ({
    finding,
    agreement: cohensKappa(swings.map((s) => [word(s.mine, finding), word(s.theirs, finding)])),
  }));
}

/** What two readers said of the same items. */
export interface Beside {
  /** Items that both reached. */
  readonly n: number;
  /** Of these, those of which they said the same. */
  readonly same: number;
  /** The others, counted from 0. */
  readonly differ: readonly number[];
  readonly overall: Agreement | null;
  readonly findings: readonly {
    readonly finding: string;
    readonly both: number;
    readonly mine: number;
    readonly theirs: number;
    readonly agreement: Agreement | null;
  }[];
}

/** Who does not know says this. */
const UNKNOWN = '?';

/**
 * Two readers beside each other, item by item: how far they agree on all, and finding by finding.
 * @param mine what each said, in the order of the items; null: "I do not know"
 */
export function beside(mine: readonly (string | null)[], theirs: readonly (string | null)[]): Beside {
  const n = Math.min(mine.length, theirs.length);
  const pairs = mine.slice(0, n).map((said, i) => [said ?? UNKNOWN, theirs[i] ?? UNKNOWN] as const);
  const named = (said: string): readonly string[] => (said === UNKNOWN ? [] : [said]);
  const differ = pairs.flatMap(([a, b], i) => (a === b ? [] : [i]));
  return {
    n,
    same: n - differ.length,
    differ,
    overall: cohensKappa(pairs),
    findings: kappaPerFinding(pairs.map(([a, b]) => ({ mine: named(a), theirs: named(b) }))).map(
      ({ finding, agreement }) => ({
        finding,
        both: pairs.filter(([a, b]) => a === finding && b === finding).length,
        mine: pairs.filter(([a, b]) => a === finding && b !== finding).length,
        theirs: pairs.filter(([a, b]) => a !== finding && b === finding).length,
        agreement,
      }),
    ),
  };
}
