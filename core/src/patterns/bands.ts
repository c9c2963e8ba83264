import type { QuantityId } from '../measures/quantity.js';
import { type MeasureId, measureRow, worthOf } from '../measures/registry.js';
import type { ClubClass } from '../recording/recording.js';
import { broughtBy, overlaid, type OverlayId } from './overlays.js';
import type { Band, Pattern, Range } from './pattern.js';

/** How a pattern is set for one golfer and one wanted shot. */
export interface Tuning {
  readonly overlays?: readonly OverlayId[];
  /** Part of the usual size that is asked of a slower, older or injured golfer, 0.5–1. */
  readonly size?: number;
  /** The same of one foot's own push, where that side is hurt. */
  readonly sizeOfFoot?: Readonly<Record<'lead' | 'trail', number>>;
  /** Factor on what is tolerated beyond ideal, 0.5–2. */
  readonly strictness?: number;
}
export const SIZE_RANGE = [0.5, 1] as const;
export const STRICTNESS_RANGE = [0.5, 2] as const;

/** A band in force for one club. */
export interface ClubBand {
  readonly measure: MeasureId;
  readonly ideal: Range;
  readonly tolerated: Range;
  readonly weight: number;
  readonly why: string;
  readonly source: Band['source'];
  readonly sure: Band['sure'];
  readonly provisional: boolean;
}

/** A wedge's shares are nearer even than an iron's by up to this, points. */
const WEDGE_SHIFT = 5;
const WEIGHT = 100;

const each = (r: Range, f: (edge: number) => number): Range => [
  r[0] === null ? null : f(r[0]),
  r[1] === null ? null : f(r[1]),
];

/** How far the tolerated range reaches beyond ideal: the larger of 2 worths and a quarter of the ideal width. */
function margin(measure: MeasureId, [lo, hi]: Range): number {
  const worth = 2 * (worthOf(measure) ?? 0);
  return lo !== null && hi !== null ? Math.max(worth, (hi - lo) / 4) : worth;
}

/** Ideal widened on each closed side by the larger of 2 worths and a quarter of the ideal width, times strictness. */
export function toleratedRange(measure: MeasureId, ideal: Range, strictness = 1): Range {
  const by = strictness * margin(measure, ideal);
  return [ideal[0] === null ? null : ideal[0] - by, ideal[1] === null ? null : ideal[1] + by];
}

/**
 * A size as it is asked of this golfer: forces, torques, drives, speeds and the mass's way back times `size`; of
 * vertical forces the part above the weight. Timing stays.
 */
export function sized(measure: MeasureId, value: number, size = 1): number {
  const how = measureRow(measure).sized;
  if (size === 1 || !how) return value;
  if (how === 'whole') return value * size;
  return value > WEIGHT ? WEIGHT + (value - WEIGHT) * size : value;
}

/** The part of the usual size that is asked of a measure: of one foot's push the smaller of the two. */
export function sizeFor(measure: MeasureId, { size = 1, sizeOfFoot }: Tuning): number {
  const foot = measure.split('.').find((x) => x === 'lead' || x === 'trail');
  return foot === undefined ? size : Math.min(size, sizeOfFoot?.[foot] ?? 1);
}

/**
 * The bands of a pattern in force for a club (judging.md §1): woods off a tee halfway between driver and iron (a band
 * for only one of the two: none), wedges as irons with shares moved toward 50, then overlays, size and strictness.
 */
export function bandsFor(pattern: Pattern, club: ClubClass, tuning: Tuning = {}): readonly ClubBand[] {
  const asked = `${club} ${JSON.stringify(tuning)}`;
  const kept = known.get(pattern) ?? new Map<string, readonly ClubBand[]>();
  known.set(pattern, kept);
  const bands = kept.get(asked) ?? bandsInForce(pattern, club, tuning);
  kept.set(asked, bands);
  return bands;
}

/** What was asked of a pattern before: a set of swings asks the same of it swing by swing. */
const known = new WeakMap<Pattern, Map<string, readonly ClubBand[]>>();

function bandsInForce(pattern: Pattern, club: ClubClass, tuning: Tuning): ClubBand[] {
  if (!pattern.clubs.includes(club)) return [];
  const { overlays = [], strictness = 1 } = tuning;
  const measures = [...new Set(pattern.bands.map((b) => b.measure))];
  const own = measures.flatMap((measure) => bandOf(pattern, measure, club) ?? []);
  const brought = broughtBy(overlays, club)
    .filter((s) => !measures.includes(s.measure))
    .map((s): Band => ({
      measure: s.measure,
      ideal: [null, s.mostUpper!],
      weight: 1,
      why: 'Asked by the wanted shot.',
      source: 'a view',
      sure: 'one view',
    }));
  return [...own, ...brought].map((b) => {
    const size = sizeFor(b.measure, tuning);
    const set = (r: Range): Range => each(overlaid(b.measure, r, overlays, club), (x) => sized(b.measure, x, size));
    const ideal = set(b.ideal);
    return {
      measure: b.measure,
      ideal,
      tolerated: b.tolerated
        ? stretched(ideal, set(b.tolerated), strictness)
        : toleratedRange(b.measure, ideal, strictness),
      weight: b.weight,
      why: b.why,
      source: b.source,
      sure: b.sure,
      provisional: (b.provisional ?? false) || (pattern.provisional ?? false),
    };
  });
}

/** Where a pattern, as it is set, wants a quantity with a club; null where it has no band for it. */
export const idealOf = (
  { pattern, tuning }: { readonly pattern: Pattern; readonly tuning?: Tuning | undefined },
  club: ClubClass,
  id: QuantityId,
): Range | null => bandsFor(pattern, club, tuning).find((b) => b.measure === id)?.ideal ?? null;

function stretched(ideal: Range, tolerated: Range, strictness: number): Range {
  const at = (i: 0 | 1) =>
    ideal[i] === null || tolerated[i] === null ? null : ideal[i] + strictness * (tolerated[i] - ideal[i]);
  return [at(0), at(1)];
}

function bandOf(pattern: Pattern, measure: MeasureId, club: ClubClass): Band | undefined {
  const of = (c: ClubClass) =>
    pattern.bands.find((b) => b.measure === measure && b.clubs?.includes(c)) ??
    pattern.bands.find((b) => b.measure === measure && !b.clubs);
  const named = pattern.bands.find((b) => b.measure === measure && b.clubs?.includes(club));
  if (named || club === 'driver' || club === 'iron') return named ?? of(club);
  const iron = of('iron');
  if (club === 'wedge') return iron && shifted(iron);
  const driver = of('driver');
  return iron && driver && halfway(driver, iron);
}

function halfway(a: Band, b: Band): Band {
  const mid = (x: Range, y: Range): [number | null, number | null] => {
    const edge = (i: 0 | 1) => (x[i] === null || y[i] === null ? null : (x[i] + y[i]) / 2);
    return [edge(0), edge(1)];
  };
  const tolerated = a.tolerated && b.tolerated ? mid(a.tolerated, b.tolerated) : undefined;
  return { ...b, ideal: mid(a.ideal, b.ideal), tolerated };
}

function shifted(b: Band): Band {
  if (measureRow(b.measure).share !== 'level') return b;
  const [lo, hi] = b.ideal;
  const middle = lo !== null && hi !== null ? (lo + hi) / 2 : (lo ?? hi)!;
  const by = Math.sign(50 - middle) * Math.min(WEDGE_SHIFT, Math.abs(50 - middle));
  const move = (r: Range) => [...each(r, (x) => x + by)] as [number | null, number | null];
  return { ...b, ideal: move(b.ideal), ...(b.tolerated ? { tolerated: move(b.tolerated) } : {}) };
}
