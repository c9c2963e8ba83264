import { faultOf } from '../faults/catalogue.js';
import type { CannotJudge, Finding, SetFinding } from '../faults/judge.js';
import type { NearLimit } from '../faults/near-limit.js';
import type { PersonDoubt } from '../faults/person-check.js';
import type { Piece } from '../faults/strength.js';
import type { SwingKind } from '../recording/recording.js';
import type { Comparison } from '../patterns/fit.js';
import { type QuantityId, quantityOf } from '../measures/quantity.js';
import { measureRow } from '../measures/registry.js';
import { amount, counted, difference } from './amounts.js';
import { capital, lower } from './case.js';
import { evidenceWords, goneWhen } from './evidence.js';

/** What a fault is called; one that is in the catalogue no more, by its id. */
export const faultName = (id: string): string => faultOf(id)?.name ?? id;
export const faultNames = (ids: readonly string[]): string => ids.map(faultName).join('; ');

/**
 * One finding among others, in a line.
 * @example findingWords(f) // 'hangs back (likely), follows from: sways off'
 */
export const findingWords = ({
  fault,
  word,
  consequenceOf,
}: Pick<Finding, 'fault' | 'word' | 'consequenceOf'>): string =>
  `${faultName(fault)} ${besideWords({ word, consequenceOf })}`;
/** How sure a finding is and what it follows from, behind its name. */
export const besideWords = ({ word, consequenceOf }: Pick<Finding, 'word' | 'consequenceOf'>): string =>
  `(${word}${consequenceOf ? `, follows from: ${faultName(consequenceOf)}` : ''})`;

/** What cannot be judged, and why. */
export const cannotJudgeWords = ({ fault, reason }: CannotJudge): string => `${faultName(fault)} – ${reason}`;

/** What one swing is said to be, and what it was for. */
export interface SwingVerdict {
  readonly kind: SwingKind;
  readonly tag: string;
  /** What is first to be asked about who it was; null where nothing is. */
  readonly doubt?: { readonly about: PersonDoubt } | null;
  readonly mainFault: string | null;
  readonly mainWord: string | null;
  readonly judgedBy: object | null;
}

/** What is measured and never judged, by the tag of the swing. */
const UNJUDGED_TAGS: Readonly<Record<string, string>> = {
  exercise: 'exercise, not judged',
  demonstration: 'demonstration, not judged',
  exaggerated: 'exaggerated, not judged',
};

/** Why a swing is measured and not judged; null where it is judged. */
export function unjudgedWords({ kind, tag, doubt }: Pick<SwingVerdict, 'kind' | 'tag' | 'doubt'>): string | null {
  if (kind !== 'full') return 'rehearsal, not judged';
  if (doubt) return `${doubt.about === 'weight' ? 'another person' : 'the other hand'}? not judged`;
  return Object.hasOwn(UNJUDGED_TAGS, tag) ? UNJUDGED_TAGS[tag]! : null;
}

/**
 * The one word for a swing on every screen: its main finding, that nothing was found, or why it is not judged.
 * @param brief without how sure one is, where there is no room
 * @example verdictWords(swing) // 'hangs back, likely'
 */
export function verdictWords(s: SwingVerdict, brief = false): string {
  const unjudged = unjudgedWords(s);
  if (unjudged) return brief ? unjudged.replace('? not judged', '?') : unjudged;
  if (s.mainFault) return [faultName(s.mainFault), brief ? '' : s.mainWord].filter(Boolean).join(', ');
  return s.judgedBy === null ? 'no swing found' : 'nothing found';
}

/** How often something shows: "in 3 of 5 swings with the 7-iron". */
export const shownIn = (k: number, n: number, clubName?: string): string =>
  `in ${k} of ${n} swings${clubName ? ` with the ${clubName}` : ''}`;

/** What of a finding a set must tell. */
type Shown = Pick<SetFinding, 'k' | 'n' | 'evidence'>;

/** How a finding shows in a set: how often, or, of a spread that no single swing shows, how wide. */
export function showsWords({ k, n, evidence }: Shown, clubName?: string): string {
  const widest = evidence.filter((p) => p.spread).sort((a, b) => b.z - a.z)[0];
  if (!widest || !evidence.every((p) => p.spread)) return shownIn(k, n, clubName);
  const { unit } = measureRow(widest.measures[0]!);
  return `${evidenceWords(widest).toLowerCase()}: SD ${difference(widest.value ?? NaN, unit)}, at most ${difference(widest.limit, unit)} wanted${clubName ? `, with the ${clubName}` : ''}`;
}

/** What a set of swings shows: its main finding, how sure, how often or how wide. */
export function setFindingWords(main: SetFinding | undefined): string {
  if (!main) return 'Nothing is found in the set.';
  const shown = showsWords(main)
    .replace(/^in /, 'seen in ')
    .replace(/ swings$/, '');
  return `${faultName(main.fault)}: ${main.word}${main.tentative ? ', tentative' : ''}, ${shown}${main.comesAndGoes ? '; it comes and goes' : ''}.`;
}

/** What so few swings cannot tell: "late shift: crosses 50%, downswing −88 ms, over −85 ms it would be one". */
export function nearWords({ fault, measure, value, limit, direction, more }: NearLimit): string {
  const { words, unit } = measureRow(measure);
  const would = more === null ? 'more than a lesson has would tell' : `${counted(more, 'swing')} more would tell`;
  return `${faultName(fault)}: ${lower(words)} ${amount(value, unit)}, ${direction} ${amount(limit, unit)} it would be found; ${would}`;
}

/** A step within a lesson, as a list of swings tells it. */
export interface StepTold {
  /** Number of the first swing after it. */
  readonly at: number;
  readonly measure: QuantityId;
  readonly before: number;
  readonly after: number;
  /** What stands near it on the lesson's time line. */
  readonly since?: string | null;
}

/** Which of a lesson's swings a set's findings are of, and since what. */
export function runWords(
  { n, of, steps, drifted }: { n: number; of: number; steps: readonly StepTold[]; drifted: Drifted | null },
  clubName: string,
): string {
  const step = steps.at(-1);
  if (step) return `Over the last ${n} of ${of} swings with the ${clubName}, ${stepWords(step)}`;
  const all = `Over ${n} swings with the ${clubName}`;
  return drifted ? `${all}, which drifted: ${driftWords(drifted)}` : all;
}
/** "since swing 16: lead share, impact from 58% to 66%"; with a mark near, "since “step off the ferry”, swing 16". */
export const stepWords = ({ at, measure, before, after, since }: StepTold): string =>
  `since ${since ? `“${since}”, ` : ''}swing ${at}: ${movedWords(measure, before, after)}`;

/** A measure that moved little by little. */
export interface Drifted {
  readonly measure: QuantityId;
  readonly from: number;
  readonly to: number;
}
/** "lead share, top from 30% to 38%". */
export const driftWords = ({ measure, from, to }: Drifted): string => movedWords(measure, from, to);

/** A measure with its value: "lead share, impact 55%". */
export const valueWords = (measure: QuantityId, v: number): string =>
  `${lower(quantityOf(measure).words)} ${amount(v, quantityOf(measure).unit)}`;

function movedWords(measure: QuantityId, before: number, after: number): string {
  const { words, unit } = quantityOf(measure);
  return `${lower(words)} from ${amount(before, unit)} to ${amount(after, unit)}`;
}

/** The same for the golfer: what it looks like, how often, and why it helps to change it. */
export function sawWords(f: Shown & Pick<SetFinding, 'fault'>, clubName: string): string {
  const { looks = f.fault, helps = '' } = faultOf(f.fault) ?? {};
  return `${capital(looks)}, ${showsWords(f, clubName)}. ${helps}`.trim();
}

/** What would make a finding go away, and whether its limit is a first guess. */
export function goneWords(pieces: readonly Piece[]): string {
  if (!pieces.length) return '';
  const provisional = pieces.some((p) => p.provisional) ? ' This limit is provisional: Settings changes it.' : '';
  return `Gone when ${pieces.map(goneWhen).join(' or ')}.${provisional}`;
}

/** How near a swing comes to its pattern. */
export const fitWords = (fit: number): string => `fit ${Math.round(100 * fit)}%`;
/** How much of a pattern could be judged, or why nothing. */
export const judgedWords = ({ reason, judged, of, fit }: Comparison): string =>
  reason ? `${reason}.` : `${judged} of ${of} bands could be judged${fit === null ? '' : `; ${fitWords(fit)}`}.`;

/** What became of the main finding: before, and now. */
export function becameOf(was: string | null, is: string | null): string {
  if (!was) return is ? `A finding appears: ${faultName(is)}.` : 'Nothing was found, and nothing is.';
  if (!is) return `Gone: ${faultName(was)}. Nothing else is found.`;
  return is === was
    ? `Still there: ${faultName(was)}.`
    : `Gone as the first cause: ${faultName(was)}. Now first: ${faultName(is)}.`;
}
