import {
  AS_IT_IS,
  between,
  farthest,
  MS_LIMITS,
  NOTHING_ALTERED,
  SIZE_LIMITS,
  type WhatIf,
  type WhatIfPart,
} from './what-if.js';

/** What an altered swing says of the finding that is to go away. */
export interface Verdict {
  /** Of the finding; under 0.5 it is gone. */
  readonly strength: number;
  /** The main finding of the altered swing. */
  readonly main: string | null;
}

/** A swing that is tried out. */
export interface TriedSwing<A> {
  /** The swing altered; null where it cannot be altered so. Cheap beside a verdict. */
  readonly altered: (w: WhatIf) => A | null;
  readonly verdict: (altered: A) => Verdict;
}

/** A change after which the finding is gone. */
export interface SmallestChange {
  readonly change: WhatIf;
  /** Parts that are altered. */
  readonly parts: readonly WhatIfPart[];
  /** How far the dials are turned, as a part of how far they go; the greatest of several. */
  readonly effort: number;
  /** What the altered swing shows instead; null: nothing. */
  readonly instead: string | null;
}

interface Way {
  readonly part: WhatIfPart;
  readonly to: WhatIf;
}

const GONE = 0.5;
/** Halvings from "it takes the whole way" to the smallest part of it. */
const HALVINGS = 5;
/** The ways that come nearest alone are tried two by two. */
const PAIRED = 4;
/** The smallest change and two alternatives to it. */
const SHOWN = 3;

/** Every dial turned as far as it goes, one at a time. */
function waysOf(parts: readonly WhatIfPart[]): Way[] {
  const ends = [...SIZE_LIMITS.map((size) => ({ ...AS_IT_IS, size })), ...MS_LIMITS.map((ms) => ({ ...AS_IT_IS, ms }))];
  return parts.flatMap((part) => ends.map((end) => ({ part, to: { ...NOTHING_ALTERED, [part]: end } })));
}

/**
 * The smallest changes that remove a finding and are still physically possible: every dial alone, then the nearest two
 * together where none alone is enough. The best of each part or pair, smallest first; what brings another finding
 * stands behind what brings none.
 * @param progress told the part that is done, 0–1
 * @returns up to three; empty where nothing within the dials' limits removes it
 */
export function smallestChanges<A>(
  parts: readonly WhatIfPart[],
  tried: TriedSwing<A>,
  progress: (done: number) => void = () => {},
): SmallestChange[] {
  const ways = waysOf(parts);
  const pairs = (PAIRED * (PAIRED - 1)) / 2;
  let done = 0;
  const step = (): void => progress(Math.min(1, ++done / (ways.length + pairs)));
  const single = ways.map((way) => {
    const found = searched(way.to, [way.part], tried);
    step();
    return { way, ...found };
  });
  const alone = single.flatMap((s) => s.change ?? []);
  if (alone.length) {
    progress(1);
    return best(alone);
  }
  const near = [...single].sort((a, b) => a.least - b.least).slice(0, PAIRED);
  const together = near.flatMap((a, i) =>
    near.slice(i + 1).flatMap((b) => {
      step();
      if (a.way.part === b.way.part) return [];
      const to = { ...a.way.to, [b.way.part]: b.way.to[b.way.part] };
      return searched(to, [a.way.part, b.way.part], tried).change ?? [];
    }),
  );
  progress(1);
  return best(together);
}

/** One way: as far as it can be gone, and from there back to where the finding is only just gone. */
function searched<A>(
  to: WhatIf,
  parts: readonly WhatIfPart[],
  { altered, verdict }: TriedSwing<A>,
): { readonly change: SmallestChange | null; readonly least: number } {
  const at = (effort: number): A | null => altered(between(NOTHING_ALTERED, to, effort));
  const whole = at(1);
  const far = whole ? 1 : farthest((effort) => at(effort) !== null, HALVINGS);
  const end = whole ?? (far > 0 ? at(far) : null);
  if (!end) return { change: null, least: Infinity };
  let there = verdict(end);
  if (there.strength >= GONE) return { change: null, least: there.strength };
  let high = far;
  for (let low = 0, i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    const got = at(middle);
    const t = got && verdict(got);
    if (t && t.strength < GONE) [high, there] = [middle, t];
    else low = middle;
  }
  const change = { change: between(NOTHING_ALTERED, to, high), parts, effort: high, instead: there.main };
  return { change, least: there.strength };
}

/** Of every part or pair the smallest, those that bring nothing else first. */
function best(changes: readonly SmallestChange[]): SmallestChange[] {
  const ranked = [...changes].sort(
    (a, b) => Number(a.instead !== null) - Number(b.instead !== null) || a.effort - b.effort,
  );
  const seen = new Set<string>();
  return ranked
    .filter((c) => {
      const key = c.parts.join();
      return seen.has(key) ? false : (seen.add(key), true);
    })
    .slice(0, SHOWN);
}
