import {
  type AnalyseOptions,
  analyseInDepth,
  CORE_VERSION,
  type ClubClass,
  DEFAULT_PATTERN,
  type DeepAnalysis,
  judgeSwing,
  numberOf,
  patternOf,
  PATTERNS_VERSION,
  type Recording,
  RULES_VERSION,
  swingShape,
} from '@vilko/core';
import type { Marks, Pupil, SwingKind, Thumbnail } from '@vilko/contract';

/** What the rack needs of a swing, cached under the versions it was made with. */
export interface SwingSummary {
  readonly leadAtImpact: number | null;
  readonly fit: number | null;
  readonly mainFault: string | null;
  readonly mainWord: string | null;
  readonly thumbnail: Thumbnail | null;
  readonly warnings: readonly string[];
  /** Every measure that is a number, for trends. */
  readonly numbers: Readonly<Record<string, number>>;
}

/** Under which a summary holds: versions, club, pattern, marks. */
export const summaryKey = ({ club, kind, pupil }: AboutSwing, marks: Marks): string =>
  [CORE_VERSION, PATTERNS_VERSION, RULES_VERSION, DEFAULT_PATTERN, club, kind, pupil.handed, pupil.stature, JSON.stringify(marks)].join('|');

/** Options of an analysis from what is known about the pupil. */
export const optionsFor = (about: AboutSwing, part: number, marks: Marks): AnalyseOptions => ({
  handed: about.pupil.handed,
  club: about.club,
  kind: about.kind,
  ...(about.pupil.stature ? { stature: about.pupil.stature } : {}),
  marks: Array.from({ length: part + 1 }, (_, i) => (i === part ? marks : {})),
});

/** What must be known to read a swing: who, with which club, whole or a rehearsal. */
export interface AboutSwing {
  readonly pupil: Pick<Pupil, 'handed' | 'stature' | 'mass'>;
  readonly club: ClubClass;
  readonly kind: SwingKind;
}

/** Summary of one swing of an analysed recording. */
export function summarise(deep: DeepAnalysis, part: number, about: AboutSwing): SwingSummary {
  const swing = deep.swings[part];
  const context = deep.contexts[part];
  if (!swing || !context)
    return {
      leadAtImpact: null,
      fit: null,
      mainFault: null,
      mainWord: null,
      thumbnail: null,
      warnings: ['no swing was found in this recording'],
      numbers: {},
    };
  const numbers = Object.fromEntries(
    Object.entries(swing.measures).flatMap(([id, m]) => (typeof m.value === 'number' ? [[id, Number(m.value.toPrecision(7))] as const] : [])),
  );
  const statureGiven = about.pupil.stature !== null;
  // a rehearsal is measured, never judged
  const judged = about.kind === 'full' ? judgeSwing(swing, { device: deep.device, club: about.club, pattern: patternOf(DEFAULT_PATTERN), statureGiven }) : null;
  const main = judged?.findings.find((f) => f.main);
  return {
    leadAtImpact: numberOf(swing.measures['share.lead.p7']),
    fit: judged?.comparison.fit ?? null,
    mainFault: main?.fault ?? null,
    mainWord: main?.word ?? null,
    numbers,
    thumbnail: swingShape(context),
    warnings: deep.warnings,
  };
}

export function analyseFor(rec: Recording, about: AboutSwing, part = 0, marks: Marks = {}): DeepAnalysis {
  return analyseInDepth(rec, optionsFor(about, part, marks));
}
