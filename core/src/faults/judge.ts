import { type Comparison, compare } from '../patterns/fit.js';
import type { Pattern } from '../patterns/pattern.js';
import { type ClubClass, type DeviceKind } from '../recording/recording.js';
import { hasHorizontal } from '../recording/capabilities.js';
import { consequencesOf, FAULTS } from './catalogue.js';
import type { FaultRule } from './rule.js';
import { isWeighed, type Piece, strengthOf, weigh, type Weighed, type Witness } from './strength.js';
import { type JudgedSwing, setWitness, swingWitness } from './witness.js';

export const FINDING_WORDS = ['clear', 'likely', 'hint'] as const;
export type FindingWord = (typeof FINDING_WORDS)[number];

/** A fault found, with its evidence. */
export interface Finding {
  readonly fault: string;
  readonly strength: number;
  readonly word: FindingWord;
  readonly main: boolean;
  /** Ids of the measures it rests on. */
  readonly because: readonly string[];
  readonly consequenceOf: string | null;
  readonly evidence: readonly Piece[];
}

export interface CannotJudge {
  readonly fault: string;
  readonly reason: string;
}

/** One swing judged under one pattern. */
export interface Judgement {
  readonly comparison: Comparison;
  readonly findings: readonly Finding[];
  readonly cannotJudge: readonly CannotJudge[];
}

/** A finding of a set, with how many of its swings show it. */
export interface SetFinding extends Finding {
  readonly k: number;
  readonly n: number;
  readonly comesAndGoes: boolean;
  readonly tentative: boolean;
}

export interface SetJudgement {
  readonly findings: readonly SetFinding[];
  readonly cannotJudge: readonly CannotJudge[];
}

export interface JudgeContext {
  readonly device: DeviceKind;
  readonly club: ClubClass;
  readonly pattern: Pattern;
  readonly statureGiven: boolean;
}

const FOUND = 0.5;
const LIKELY = 0.7;
const CLEAR = 0.9;
/** z beyond which one fault is not more of a cause than another. */
const MOST_Z = 3;
/** z of a strength just under *clear*. */
const AT_MOST_LIKELY = 1.28;
const FEW = 3;

/** Judges one swing: comparison, findings in first-cause order, and what cannot be judged here. */
export function judgeSwing(s: JudgedSwing, c: JudgeContext): Judgement {
  return { comparison: compare(s.measures, c.pattern, c.club), ...judge(swingWitness(s, c.club, c.pattern), c, assumedFeet([s])) };
}

/** Judges a set of at least two swings with one club. */
export function judgeSet(swings: readonly JudgedSwing[], c: JudgeContext): SetJudgement {
  const { findings, cannotJudge } = judge(setWitness(swings, c.club, c.pattern), c, assumedFeet(swings));
  const single = swings.map((s) => new Set(judgeSwing(s, c).findings.map((f) => f.fault)));
  const n = swings.length;
  return {
    cannotJudge,
    findings: findings.map((f) => {
      const k = single.filter((found) => found.has(f.fault)).length;
      return { ...f, k, n, comesAndGoes: k / n >= 0.25 && k / n <= 0.75, tentative: n < FEW };
    }),
  };
}

const assumedFeet = (swings: readonly JudgedSwing[]): boolean => swings.some((s) => s.measures['foot.lead.fwd.p7']?.basis === 'derived');

interface Found {
  readonly rule: FaultRule;
  readonly z: number;
  readonly pieces: readonly Piece[];
}

function judge(w: Witness, c: JudgeContext, assumed: boolean): { findings: Finding[]; cannotJudge: CannotJudge[] } {
  const found: Found[] = [];
  const cannotJudge: CannotJudge[] = [];
  for (const rule of FAULTS) {
    if (rule.clubs && !rule.clubs.includes(c.club)) continue;
    if (rule.exempt?.includes(c.pattern.id)) continue;
    const weighed = weighRule(rule, w, c, assumed);
    if ('reason' in weighed) cannotJudge.push({ fault: rule.id, reason: weighed.reason });
    else if (strengthOf(weighed.z) >= FOUND) found.push({ rule, ...weighed });
  }
  return { findings: inFirstCauseOrder(found), cannotJudge };
}

function weighRule(rule: FaultRule, w: Witness, c: JudgeContext, assumed: boolean): Weighed {
  if (rule.needsStature && !c.statureGiven) return { reason: 'the stature is not known' };
  if (rule.needsFeet && assumed) return { reason: 'the feet are assumed: a mat or a foot check is needed' };
  const lower = rule.withoutHorizontal && !hasHorizontal(c.device);
  const weighed = weigh(lower ? rule.withoutHorizontal! : rule.evidence, w);
  if (!isWeighed(weighed)) return weighed;
  const capped = lower || rule.atMostLikely || (rule.atMostLikelyUnder?.includes(c.pattern.id) ?? false) || (rule.atMostLikelyAssumedFeet && assumed);
  return capped ? { ...weighed, z: Math.min(weighed.z, AT_MOST_LIKELY) } : weighed;
}

const wordOf = (strength: number): FindingWord => (strength >= CLEAR ? 'clear' : strength >= LIKELY ? 'likely' : 'hint');

/** The first cause wins: what an earlier, at least likely fault explains stands beneath it as its consequence. */
function inFirstCauseOrder(found: readonly Found[]): Finding[] {
  const strong = found.filter((f) => strengthOf(f.z) >= LIKELY);
  const causeOf = (f: Found): string | null =>
    strong
      .filter((c) => c !== f && consequencesOf(c.rule.id).has(f.rule.id))
      .reduce<Found | null>((best, c) => (best === null || c.z > best.z ? c : best), null)?.rule.id ?? null;
  const causes = new Map(found.map((f) => [f, causeOf(f)]));
  const free = found.filter((f) => causes.get(f) === null);
  const main = free.reduce<Found | null>((best, f) => (best === null || Math.min(f.z, MOST_Z) > Math.min(best.z, MOST_Z) ? f : best), null);
  const finding = (f: Found): Finding => {
    const strength = strengthOf(f.z);
    return {
      fault: f.rule.id,
      strength,
      word: wordOf(strength),
      main: f === main,
      because: [...new Set(f.pieces.flatMap((p) => p.measures))],
      consequenceOf: causes.get(f)!,
      evidence: f.pieces,
    };
  };
  return [...found].sort((a, b) => Number(b === main) - Number(a === main) || b.z - a.z).map(finding);
}
