import { AS_IT_IS, between, MS_LIMITS, NOTHING_ALTERED, SIZE_LIMITS, type WhatIf, type WhatIfPart } from './what-if.js';

/** What an altered swing says of the finding that is to go away. */
export interface Verdict {
  /** Of the finding; under 0.5 it is gone. */
  readonly strength: number;
  /** The main finding of the altered swing. */
  readonly main: string | null;
}

/** A swing that is tried out. */
export interface TriedSwing {
  /** Whether it can be altered so at all; cheap beside a verdict. */
  readonly possible: (w: WhatIf) => boolean;
  readonly verdict: (w: WhatIf) => Verdict;
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
export function smallestChanges(
  parts: readonly WhatIfPart[],
  tried: TriedSwing,
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
function searched(
  to: WhatIf,
  parts: readonly WhatIfPart[],
  { possible, verdict }: TriedSwing,
): { readonly change: SmallestChange | null; readonly least: number } {
  const at = (effort: number): WhatIf => between(NOTHING_ALTERED, to, effort);
  const far = possible(to) ? 1 : farthest((effort) => possible(at(effort)));
  if (far === 0) return { change: null, least: Infinity };
  let there = verdict(at(far));
  if (there.strength >= GONE) return { change: null, least: there.strength };
  let high = far;
  for (let low = 0, i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    const t = possible(at(middle)) ? verdict(at(middle)) : null;
    if (t && t.strength < GONE) [high, there] = [middle, t];
    else low = middle;
  }
  return { change: { change: at(high), parts, effort: high, instead: there.main }, least: there.strength };
}

/** The greatest effort that holds, to a thirty-second; 0 where none does. */
function farthest(holds: (effort: number) => boolean): number {
  let [good, bad] = [0, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (good + bad) / 2;
    if (holds(middle)) good = middle;
    else bad = middle;
  }
  return good;
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
