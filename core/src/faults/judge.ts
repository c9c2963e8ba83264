import { type Comparison, compare } from '../patterns/fit.js';
import type { Tuning } from '../patterns/bands.js';
import type { Pattern } from '../patterns/pattern.js';
import { type ClubClass, type DeviceKind } from '../recording/recording.js';
import { hasHorizontal } from '../recording/device-kinds.js';
import { consequencesOf, FAULTS } from './catalogue.js';
import type { FaultRule, Limit } from './rule.js';
import { type NearLimit, nearLimit } from './near-limit.js';
import { isWeighed, type Piece, strengthOf, weigh, type Weighed, type Witness } from './strength.js';
import { type JudgedSwing, setWitness, swingWitness, type Under } from './witness.js';

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
  /** Earlier causes that this device cannot judge, so that it cannot be told whether they are behind this. */
  readonly mayComeFrom: readonly string[];
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
  /** What so few swings neither show nor rule out, the nearest first. */
  readonly near: readonly NearLimit[];
}

export interface JudgeContext {
  readonly device: DeviceKind;
  readonly club: ClubClass;
  readonly pattern: Pattern;
  readonly statureGiven: boolean;
  /** How the pattern is set for this golfer and this shot. */
  readonly tuning?: Tuning;
  /** Limits that the house has changed, by `fault:measure`. */
  readonly limits?: Readonly<Record<string, Limit>>;
  /** Findings an instructor has overruled: not named, and causes of nothing. */
  readonly overruled?: readonly string[];
}

/** What was weighed about one fault, found or not. */
export interface Weighing {
  readonly fault: string;
  readonly strength: number;
  readonly evidence: readonly Piece[];
}

const FOUND = 0.5;
const LIKELY = 0.7;
const CLEAR = 0.9;
/** z beyond which one fault is not more of a cause than another. */
const MOST_Z = 3;
/** z of what a wanted shot excuses, or another finding says more plainly: not found. */
const NOT_COUNTED = -1;
/** z of a strength just under *clear*. */
const AT_MOST_LIKELY = 1.28;
const FEW = 3;

const under = ({ club, pattern, tuning = {} }: JudgeContext): Under => ({ club, pattern, tuning });

/** Judges one swing: comparison, findings in first-cause order, and what cannot be judged here. */
export function judgeSwing(s: JudgedSwing, c: JudgeContext): Judgement {
  return {
    comparison: compare(s.measures, c.pattern, c.club, c.tuning),
    ...judgedOne(swingWitness(s, under(c)), c, assumedFeet([s])),
  };
}

/**
 * Every fault that applies to the club, weighed on one swing: strength and numbers, or why it cannot be judged here.
 */
export function weighSwing(s: JudgedSwing, c: JudgeContext): (Weighing | CannotJudge)[] {
  return weighings(swingWitness(s, under(c)), c, assumedFeet([s])).map(({ rule, weighed }) =>
    'reason' in weighed
      ? { fault: rule.id, reason: weighed.reason }
      : { fault: rule.id, strength: strengthOf(weighed.z), evidence: weighed.pieces },
  );
}

/**
 * Judges a set of at least two swings with one club.
 * @param earlier the runs before, where the golfer changed within the lesson: their spread counts with a short set's
 */
export function judgeSet(
  swings: readonly JudgedSwing[],
  c: JudgeContext,
  earlier: readonly (readonly JudgedSwing[])[] = [],
): SetJudgement {
  const { findings, cannotJudge, unfound } = judge(setWitness(swings, under(c), earlier), c, assumedFeet(swings));
  const bySwing = (s: JudgedSwing) => judgedOne(swingWitness(s, under(c)), c, assumedFeet([s])).findings;
  // what was not found in the set is not looked for in its swings
  const single = findings.length ? swings.map((s) => new Set(bySwing(s).map((f) => f.fault))) : [];
  const n = swings.length;
  return {
    cannotJudge,
    near: unfound.flatMap(({ rule, pieces }) => nearLimit(rule.id, pieces, swings) ?? []),
    findings: findings.map((f) => {
      // a spread is of the set: no single swing shows it
      const k = f.evidence.every((p) => p.spread) ? n : single.filter((found) => found.has(f.fault)).length;
      return { ...f, k, n, comesAndGoes: k / n >= 0.25 && k / n <= 0.75, tentative: n < FEW };
    }),
  };
}

const assumedFeet = (swings: readonly JudgedSwing[]): boolean =>
  swings.some((s) => s.measures['foot.lead.fwd.p7']?.basis === 'derived');

interface Found {
  readonly rule: FaultRule;
  readonly z: number;
  readonly pieces: readonly Piece[];
}

/** Rules that apply, weighed. */
function weighings(w: Witness, c: JudgeContext, assumed: boolean): { rule: FaultRule; weighed: Weighed }[] {
  const applies = (r: FaultRule) =>
    (!r.clubs || r.clubs.includes(c.club)) &&
    (r.fromSwings ?? 1) <= w.spreadOf &&
    !c.pattern.faults?.off?.includes(r.id);
  const all = FAULTS.filter(applies).map((rule) => ({ rule, weighed: weighRule(rule, w, c, assumed) }));
  const found = new Set(
    all.flatMap(({ rule, weighed }) => (isWeighed(weighed) && strengthOf(weighed.z) >= FOUND ? [rule.id] : [])),
  );
  return all.map(({ rule, weighed }) =>
    isWeighed(weighed) && rule.notWhile?.some((id) => found.has(id))
      ? { rule, weighed: { ...weighed, z: Math.min(weighed.z, NOT_COUNTED) } }
      : { rule, weighed },
  );
}

function judgedOne(w: Witness, c: JudgeContext, assumed: boolean): Pick<Judgement, 'findings' | 'cannotJudge'> {
  const { findings, cannotJudge } = judge(w, c, assumed);
  return { findings, cannotJudge };
}

/** What is found, what cannot be judged, and what was weighed and not found, the strongest first. */
function judge(w: Witness, c: JudgeContext, assumed: boolean) {
  const found: Found[] = [];
  const unfound: Found[] = [];
  const cannotJudge: CannotJudge[] = [];
  for (const { rule, weighed } of weighings(w, c, assumed)) {
    if ('reason' in weighed) cannotJudge.push({ fault: rule.id, reason: weighed.reason });
    else if (strengthOf(weighed.z) < FOUND) unfound.push({ rule, ...weighed });
    else if (!c.overruled?.includes(rule.id)) found.push({ rule, ...weighed });
  }
  unfound.sort((a, b) => b.z - a.z);
  return { findings: inFirstCauseOrder(found, cannotJudge), cannotJudge, unfound };
}

function weighRule(rule: FaultRule, w: Witness, c: JudgeContext, assumed: boolean): Weighed {
  if (rule.needsStature && !c.statureGiven) return { reason: 'the stature is not known' };
  if (rule.needsFeet && assumed) return { reason: 'the feet are assumed: a mat or a foot check is needed' };
  const lower = rule.withoutHorizontal && !hasHorizontal(c.device);
  const weighed = weigh(lower ? rule.withoutHorizontal! : rule.evidence, w, { fault: rule.id, limits: c.limits ?? {} });
  if (!isWeighed(weighed)) return weighed;
  const capped =
    lower ||
    rule.atMostLikely ||
    c.pattern.faults?.atMostLikely?.includes(rule.id) ||
    (rule.atMostLikelyAssumedFeet && assumed);
  const z = capped ? Math.min(weighed.z, AT_MOST_LIKELY) : weighed.z;
  return { ...weighed, z: isWanted(rule, weighed.pieces, c) ? Math.min(z, NOT_COUNTED) : z };
}

/** A wanted shot asks for what would else be a fault, unless its telling piece is clear by itself. */
function isWanted({ overlayNeedsClear }: FaultRule, pieces: readonly Piece[], c: JudgeContext): boolean {
  if (!overlayNeedsClear || !c.tuning?.overlays?.includes(overlayNeedsClear.overlay)) return false;
  return !pieces.some((p) => p.measures.includes(overlayNeedsClear.measure) && strengthOf(p.z) >= CLEAR);
}

const wordOf = (strength: number): FindingWord =>
  strength >= CLEAR ? 'clear' : strength >= LIKELY ? 'likely' : 'hint';

/** The first cause wins: what an earlier, at least likely fault explains stands beneath it as its consequence. */
function inFirstCauseOrder(found: readonly Found[], cannot: readonly CannotJudge[]): Finding[] {
  const strong = found.filter((f) => strengthOf(f.z) >= LIKELY);
  const causeOf = (f: Found): string | null =>
    strong
      .filter((c) => c !== f && consequencesOf(c.rule.id).has(f.rule.id))
      .reduce<Found | null>((best, c) => (best === null || c.z > best.z ? c : best), null)?.rule.id ?? null;
  const causes = new Map(found.map((f) => [f, causeOf(f)]));
  const free = found.filter((f) => causes.get(f) === null);
  const main = free.reduce<Found | null>(
    (best, f) => (best === null || Math.min(f.z, MOST_Z) > Math.min(best.z, MOST_Z) ? f : best),
    null,
  );
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
      mayComeFrom:
        causes.get(f) === null ? cannot.map((x) => x.fault).filter((id) => consequencesOf(id).has(f.rule.id)) : [],
    };
  };
  return [...found].sort((a, b) => Number(b === main) - Number(a === main) || b.z - a.z).map(finding);
}
