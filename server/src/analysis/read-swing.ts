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
import type { Marks, Pupil, Thumbnail } from '@vilko/contract';

/** What the rack needs of a swing, cached under the versions it was made with. */
export interface SwingSummary {
  readonly leadAtImpact: number | null;
  readonly fit: number | null;
  readonly mainFault: string | null;
  readonly mainWord: string | null;
  readonly thumbnail: Thumbnail | null;
  readonly warnings: readonly string[];
}

/** Under which a summary holds: versions, club, pattern, marks. */
export const summaryKey = (club: ClubClass, marks: Marks): string =>
  [CORE_VERSION, PATTERNS_VERSION, RULES_VERSION, DEFAULT_PATTERN, club, JSON.stringify(marks)].join('|');

/** Options of an analysis from what is known about the pupil. */
export const optionsFor = (pupil: Pick<Pupil, 'handed' | 'stature' | 'mass'>, club: ClubClass, part: number, marks: Marks): AnalyseOptions => ({
  handed: pupil.handed,
  club,
  ...(pupil.stature ? { stature: pupil.stature } : {}),
  marks: Array.from({ length: part + 1 }, (_, i) => (i === part ? marks : {})),
});

/** Summary of one swing of an analysed recording. */
export function summarise(deep: DeepAnalysis, rec: Recording, part: number, club: ClubClass, statureGiven: boolean): SwingSummary {
  const swing = deep.swings[part];
  const context = deep.contexts[part];
  if (!swing || !context)
    return { leadAtImpact: null, fit: null, mainFault: null, mainWord: null, thumbnail: null, warnings: ['no swing was found in this recording'] };
  const judged = judgeSwing(swing, { device: rec.device, club, pattern: patternOf(DEFAULT_PATTERN), statureGiven });
  const main = judged.findings.find((f) => f.main);
  return {
    leadAtImpact: numberOf(swing.measures['share.lead.p7']),
    fit: judged.comparison.fit,
    mainFault: main?.fault ?? null,
    mainWord: main?.word ?? null,
    thumbnail: swingShape(context),
    warnings: deep.warnings,
  };
}

export function analyseFor(rec: Recording, pupil: Pick<Pupil, 'handed' | 'stature' | 'mass'>, club: ClubClass, part = 0, marks: Marks = {}): DeepAnalysis {
  return analyseInDepth(rec, optionsFor(pupil, club, part, marks));
}
