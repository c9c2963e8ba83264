import type { EnteredSwing } from '@vilko/contract/entered';
import type { SwingHead } from '@vilko/contract/swing';
import { valuesOf } from '@vilko/core/compare/differences';
import type { QuantityId, ValueOf } from '@vilko/core/measures/quantity';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { shortDate } from '@vilko/core/words/dates';

/** A swing that can be laid over a comparison by choice: it stands in neither set. */
export interface OverChoice {
  /** In the address. */
  readonly key: string;
  readonly words: string;
}

/** What lies over a comparison: a demonstration with its curves, or entered numbers alone. */
export interface LaidOver {
  readonly words: string;
  /** Null where only numbers are known. */
  readonly view: SwingTraces | null;
  readonly valueOf: ValueOf;
}

/** Kinds of swings that show something instead of being one of the pupil's own. */
const SHOWN_TAGS: readonly SwingHead['tag'][] = ['demonstration', 'exaggerated'];

const ENTERED = 'entered:';

/** Recorded swings that may be laid over. */
export const shownSwings = (swings: readonly SwingHead[]): SwingHead[] =>
  swings.filter((s) => SHOWN_TAGS.includes(s.tag) && s.thumbnail !== null);

const swingWords = (s: SwingHead): string => `${s.tag}, swing ${s.number} · ${s.clubName}, ${shortDate(s.recordedAt)}`;
const enteredWords = (s: EnteredSwing): string => `entered from ${s.source} · ${s.clubName}, ${shortDate(s.at)}`;

/** Everything of a pupil that may be laid over, the newest first. */
export function overChoices(swings: readonly SwingHead[], entered: readonly EnteredSwing[]): OverChoice[] {
  return [
    ...shownSwings(swings).map((s) => ({ at: s.recordedAt, key: s.id, words: swingWords(s) })),
    ...entered.map((s) => ({ at: s.at, key: ENTERED + s.id, words: enteredWords(s) })),
  ]
    .sort((a, b) => b.at.localeCompare(a.at))
    .map(({ key, words }) => ({ key, words }));
}

/** The entered swing of an address; undefined where another kind, or none, is laid over. */
export const enteredOver = (key: string | undefined, entered: readonly EnteredSwing[]): EnteredSwing | undefined =>
  key?.startsWith(ENTERED) ? entered.find((s) => ENTERED + s.id === key) : undefined;

/** Numbers of an entered swing; null for what it does not hold. */
export const enteredValues =
  (s: EnteredSwing): ValueOf =>
  (id: QuantityId) =>
    s.values.find((v) => v.measure === id)?.value ?? null;

/** What lies over, from an entered swing. */
export const overOfEntered = (s: EnteredSwing): LaidOver => ({
  words: enteredWords(s),
  view: null,
  valueOf: enteredValues(s),
});
/** What lies over, from a recorded swing that was read. */
export const overOfSwing = (s: SwingHead, view: SwingTraces): LaidOver => ({
  words: swingWords(s),
  view,
  valueOf: valuesOf(view.measures, s.shot?.values),
});
