import { EVENT_NAMES, EVENT_WORDS } from '../events/event.js';
import { amount, wanted } from './amounts.js';
import words from './plain-words.json';

/** A word that is easily mixed up with another, explained to a pupil (judging.md §5). */
export interface PlainWord {
  readonly id: string;
  readonly word: string;
  readonly says: string;
}

/** The words that collide, each told apart in a sentence or two. */
export const PLAIN_WORDS: readonly PlainWord[] = words;

/** A measure's name without the number of a phase: "Lead share, shaft level coming down". */
export const plainName = (words: string): string =>
  words.replace(/, P(\d+)$/, (whole, n: string) => {
    const event = EVENT_NAMES.find((e) => e === `p${n}`);
    return event ? `, ${EVENT_WORDS[event]}` : whole;
  });

/** Parts of the way from one picture to the next, and how they are said. */
const NEAR = 0.2;
const HALF = 0.4;

/**
 * A phase between two pictures, for who knows no numbers of phases.
 * @example phaseWords(5.5) // 'half-way between lead arm level coming down and shaft level coming down'
 */
export function phaseWords(phase: number): string {
  const at = Math.max(1, Math.min(EVENT_NAMES.length, phase));
  const [n, part] = [Math.floor(at), at - Math.floor(at)];
  const said = (k: number): string => EVENT_WORDS[EVENT_NAMES[k - 1]!];
  if (part < NEAR) return `at ${said(n)}`;
  if (part > 1 - NEAR) return `at ${said(n + 1)}`;
  if (part < HALF) return `a little after ${said(n)}`;
  if (part > 1 - HALF) return `a little before ${said(n + 1)}`;
  return `half-way between ${said(n)} and ${said(n + 1)}`;
}

/** A number as a pupil is told it: a phase between two pictures, anything else with its unit. */
export const toldAmount = (v: number, unit: string): string => (unit === 'P' ? phaseWords(v) : amount(v, unit));

/** What is wanted, as a pupil is told it. */
export function toldWanted(band: readonly [number | null, number | null], unit: string): string {
  if (unit !== 'P') return wanted(band, unit);
  const [from, to] = band.map((v) => (v === null ? null : phaseWords(v)));
  if (!from) return to ? `no later than ${to}` : wanted(band, unit);
  return to ? `from ${from} to ${to}` : `no earlier than ${from}`;
}
