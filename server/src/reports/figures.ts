import {
  type ClubFindings,
  leadingFinding,
  leadingSet,
  type LessonFindings,
  type LessonHead,
  type Report,
  type ReportSwing,
  shownUnit,
  type Standard,
  type Units,
} from '@vilko/contract';
import {
  ballNumberOf,
  byProducts,
  type Difference,
  differenceIn,
  idealOf,
  isMeasureId,
  isReal,
  mean,
  type MeasureId,
  movedBy,
  plainName,
  type PracticeBand,
  type QuantityId,
  quantityOf,
  representative,
  strikeWords,
  type Success,
  successOf,
  successOfSpread,
  targetBand,
  unitFactor,
} from '@vilko/core';
import type { Compared } from '../judging/swing-sets.js';
import { quantitiesOf, quantityIn } from '../swings/read-swing.js';
import { valuesIn } from '../swings/values-in.js';
import type { SummarisedSwing } from '../swings/swing-service.js';

/** The figures a report stands on. */
export interface Figures {
  readonly set: ClubFindings | null;
  readonly fault: string | null;
  readonly measure: Report['measure'];
  readonly success: Success | null;
  /** What else moved, wanted or not, the ball too. */
  readonly beside: readonly string[];
  readonly before: SummarisedSwing[];
  readonly after: SummarisedSwing[];
}

/** Where the pattern has no band: the side of the fault's limit that is free of it. */
function besideLimit(finding: ClubFindings['findings'][number] | undefined, id: QuantityId): PracticeBand {
  const piece = finding?.evidence.find((p) => p.measures.length === 1 && p.measures[0] === id && !p.spread);
  if (!piece) return [null, null];
  return piece.direction === 'over' ? [null, piece.limit] : [piece.limit, null];
}

/** What a lesson is judged by. */
export type Agreed = Pick<LessonHead, 'measure' | 'target'>;

/** What a pupil knows by name; the rest of what moved stands in Compare. */
const TOLD: ReadonlySet<QuantityId> = new Set(['club.back', 'tempo.ratio']);

/** What else really moved between two sets of swings, in words and in the house's units. */
function besideOf({ before, after }: Compared<SummarisedSwing>, without: QuantityId, units: Units): string[] {
  const shown = (d: Difference) => differenceIn(d, shownUnit(units, d.unit));
  const moved = byProducts(before.map(quantitiesOf), after.map(quantitiesOf), [without])
    .filter((d) => isReal(d) && (ballNumberOf(d.measure) !== null || TOLD.has(d.measure)))
    .map((d) => movedBy(shown(d), quantityOf(d.measure).words));
  const struck = (s: readonly SummarisedSwing[]) => s.map((x) => x.ball?.strike ?? null);
  const strike = strikeWords(struck(before), struck(after));
  return strike ? [...moved, strike] : moved;
}

/** What the figures of a lesson are made of. */
export interface FiguresFrom {
  readonly found: Pick<LessonFindings, 'clubs'>;
  readonly compared: Compared<SummarisedSwing>;
  readonly standardOf: (club: ClubFindings['club']) => Standard;
  readonly units: Units;
}

/**
 * The figures of a lesson's leading set over the swings that are compared in it. The measure is the one that was
 * agreed, else the one the main finding rests on; its numbers are in the house's unit.
 */
export function figuresOf(agreed: Agreed, { found, compared, standardOf, units }: FiguresFrom): Figures {
  const { before, after } = compared;
  const set = leadingSet(found);
  if (!set) return { set: null, fault: null, measure: null, success: null, beside: [], before: [], after: [] };
  const main = leadingFinding(set, agreed.measure) ?? undefined;
  const id = agreed.measure ?? main?.evidence[0]?.measures[0] ?? 'share.lead.p7';
  const { words, unit, worth } = quantityOf(id);
  const school = idealOf(standardOf(set.club), set.club, id) ?? besideLimit(main, id);
  const target = agreed.measure === null ? null : agreed.target;
  const band = targetBand(target, school);
  const [a, b] = [valuesIn(before, id), valuesIn(after, id)];
  const success = worth !== null && b.length ? successIn(a, b, { band, spread: spreadOf(target) }, worth) : null;
  const shown = shownUnit(units, unit);
  const by = unitFactor(unit, shown);
  const scaled = (v: number | null | undefined): number | null => (v === null || v === undefined ? null : by * v);
  return {
    set,
    fault: main?.fault ?? null,
    measure: {
      id,
      words: plainName(words),
      unit: shown,
      agreed: agreed.measure !== null,
      band: [scaled(band[0]), scaled(band[1])],
      worth: scaled(worth),
      spread:
        target?.of === 'spread'
          ? { most: by * target.most, before: scaled(success?.spread?.[0]), after: scaled(success?.spread?.[1]) }
          : null,
      before: a.length ? by * mean(a) : null,
      after: b.length ? by * mean(b) : null,
      n: [a.length, b.length],
    },
    success,
    beside: before.length && after.length ? besideOf(compared, id, units) : [],
    before: [...before],
    after: [...after],
  };
}

const spreadOf = (target: Agreed['target']): number | null => (target?.of === 'spread' ? target.most : null);

/** Whether it came where it was wanted; null where nothing was wanted of it. */
function successIn(
  before: readonly number[],
  after: readonly number[],
  { band, spread }: { readonly band: PracticeBand; readonly spread: number | null },
  worth: number,
): Success | null {
  if (spread !== null) return successOfSpread(before, after, spread, worth);
  return band[0] !== null || band[1] !== null ? successOf(before, after, band, worth) : null;
}

/** The swing that stands for a set on the page: the last that was starred, else the one most like all. */
export function standsFor(swings: readonly SummarisedSwing[], measure: QuantityId | null): ReportSwing | null {
  if (!swings.length) return null;
  const ids = [
    ...new Set<MeasureId>([
      'share.lead.address',
      'share.lead.p4',
      'share.lead.p7',
      ...(measure && isMeasureId(measure) ? [measure] : []),
    ]),
  ];
  const starred = swings.findLast((s) => s.row.starred);
  const swing = starred ?? swings[representative(swings.map((s) => s.summary.read!.measures), ids)]!; // prettier-ignore
  const { row, summary } = swing;
  return {
    id: row.id,
    number: row.number,
    clubName: row.clubName,
    date: row.recordedAt.toISOString(),
    value: measure ? quantityIn(swing, measure) : null,
    shape: summary.thumbnail,
  };
}
