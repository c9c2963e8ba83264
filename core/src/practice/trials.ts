import { compareSets, type SetChange } from '../compare/sets.js';

/** With the cue, drill or club under test, or without. */
export type Arm = 'with' | 'without';

/** Trials come in blocks of this many, half of them with. */
const BLOCK = 4;

/**
 * The order of trials, at random in blocks of four, so that neither tiredness nor warming up takes a side.
 * @param perArm trials with, and as many without; rounded up to whole blocks
 * @param draw uniform numbers in [0, 1)
 */
export function drawTrials(perArm: number, draw: () => number): Arm[] {
  const half = BLOCK / 2;
  return Array.from({ length: Math.ceil(perArm / half) }, () =>
    shuffled([...Array<Arm>(half).fill('with'), ...Array<Arm>(half).fill('without')], draw),
  ).flat();
}

function shuffled<T>(a: T[], draw: () => number): T[] {
  for (let i = a.length - 1; i > 0; i--) {
    const j = Math.floor(draw() * (i + 1));
    [a[i], a[j]] = [a[j]!, a[i]!];
  }
  return a;
}

/** What trials say: with less without, its 95% interval and the word for it; null under two of either. */
export function trialsSay(
  trials: readonly { readonly arm: Arm; readonly value: number | null }[],
  worth: number,
): SetChange | null {
  const of = (arm: Arm) => trials.flatMap((t) => (t.arm === arm && t.value !== null ? [t.value] : []));
  return compareSets([{ before: of('without'), after: of('with'), worth }])[0]!;
}

/** A trial that was done: of which arm, and whether it counts. */
export interface DoneTrial {
  readonly arm: Arm | 'warm-up';
  readonly void: boolean;
}

/**
 * What the next swing is: warm-ups first, then the drawn order, then once more what did not count.
 * @returns null when all are done
 */
export function nextTrial(order: readonly Arm[], done: readonly DoneTrial[], warmUp: number): Arm | 'warm-up' | null {
  const tried = done.filter((t) => t.arm !== 'warm-up');
  if (!tried.length && done.length < warmUp) return 'warm-up';
  const again = tried.flatMap((t): Arm[] => (t.void && t.arm !== 'warm-up' ? [t.arm] : []));
  return [...order, ...again][tried.length] ?? null;
}
