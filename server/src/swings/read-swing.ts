import {
  analyseInDepth,
  type AnalyseOptions,
  type ClubClass,
  CORE_VERSION,
  type DeepAnalysis,
  type DeviceKind,
  type Events,
  G,
  type JudgeContext,
  judgeSwing,
  type MeasureId,
  type Measures,
  numberOf,
  type QuantityId,
  type Recording,
  swingShape,
  type ValueOf,
  valuesOf,
} from '@vilko/core';
import type { Marks, Overruled, Pupil, ShotValues, Standard, SwingKind, Thumbnail } from '@vilko/contract';

/** What is known about a swing without judging it, cached under the versions it was made with. */
export interface SwingSummary {
  readonly device: DeviceKind;
  readonly thumbnail: Thumbnail | null;
  readonly warnings: readonly string[];
  /** Null where no swing is found in the recording any more. */
  readonly read: { readonly events: Events; readonly measures: Measures } | null;
  /** kg that stood still before it; null where the device knows no newtons. */
  readonly stood: number | null;
}

/** What a swing is said to be, under the standard that holds now. */
export interface Verdict {
  readonly fit: number | null;
  readonly judgedBy: { readonly pattern: string; readonly version: number } | null;
  readonly mainFault: string | null;
  readonly mainWord: string | null;
}

export const UNJUDGED: Verdict = { fit: null, judgedBy: null, mainFault: null, mainWord: null };

/** What the key of every summary begins with that this version of the core has read, kept as it is kept now. */
export const READ_NOW = `${CORE_VERSION}|columns, gzip|`;

/** Under which a summary holds: the core's version, club, kind, who, marks. */
export const summaryKey = ({ club, kind, pupil }: AboutSwing, marks: Marks): string =>
  READ_NOW + [club, kind, pupil.handed, pupil.stature, JSON.stringify(marks)].join('|');

/** Options of an analysis from what is known about the pupil. */
export const optionsFor = (about: AboutSwing, marks: readonly Marks[]): AnalyseOptions => ({
  handed: about.pupil.handed,
  club: about.club,
  kind: about.kind,
  ...(about.pupil.stature ? { stature: about.pupil.stature } : {}),
  marks,
});

/** What must be known to read a swing: who, with which club, whole or a rehearsal. */
export interface AboutSwing {
  readonly pupil: Pick<Pupil, 'handed' | 'stature' | 'mass'>;
  readonly club: ClubClass;
  readonly kind: SwingKind;
}

/** What crosses into a thread about a pupil: no more than the analysis needs. */
export const whoIs = ({ handed, stature, mass }: Pupil): AboutSwing['pupil'] => ({ handed, stature, mass });

/** Summary of one swing of an analysed recording. */
export function summarise(deep: DeepAnalysis, part: number): SwingSummary {
  const swing = deep.swings[part];
  const context = deep.contexts[part];
  if (!swing || !context)
    return {
      device: deep.device,
      thumbnail: null,
      warnings: ['no swing was found in this recording'],
      read: null,
      stood: null,
    };
  const measures = Object.fromEntries(
    Object.entries(swing.measures).map(([id, m]) => [
      id,
      { ...m, value: typeof m.value === 'number' ? Number(m.value.toPrecision(7)) : m.value },
    ]),
  ) as Measures;
  return {
    device: deep.device,
    thumbnail: swingShape(context),
    warnings: deep.warnings,
    read: { events: swing.events, measures },
    stood: context.ground.absolute ? context.swing.quiet / G : null,
  };
}

/** The value of a measure of a summarised swing; null where there is none. */
export const summaryNumber = (s: SwingSummary, id: MeasureId): number | null => numberOf(s.read?.measures[id]);

/** A swing as far as whatever can be agreed is known of it. */
interface Valued {
  readonly summary: SwingSummary;
  readonly ball: ShotValues | null;
}
/** A swing's values of whatever can be agreed, in their stored units. */
export const quantitiesOf = ({ summary, ball }: Valued): ValueOf => valuesOf(summary.read?.measures ?? {}, ball);
/** One of them; null where it could not be had. */
export const quantityIn = (swing: Valued, id: QuantityId): number | null => quantitiesOf(swing)(id);

/** What is judged: on which device, with which club, of whom, and what was overruled. */
interface Judged {
  readonly device: DeviceKind;
  readonly club: ClubClass;
  readonly pupil: Pick<Pupil, 'stature'>;
  readonly overruled: readonly Overruled[];
}

/** How a standard judges on a device: what the core asks for. */
export const judgeContext = (
  { pattern, tuning, limits }: Standard,
  { device, club, pupil, overruled }: Judged,
): JudgeContext => ({
  device,
  club,
  pattern,
  tuning,
  limits,
  statureGiven: pupil.stature !== null,
  overruled: overruled.map((o) => o.fault),
});

/** Judges a summarised swing; a rehearsal is measured, never judged, nor is an exercise. */
export function verdictOf(
  s: SwingSummary,
  about: AboutSwing,
  standard: Standard,
  overruled: readonly Overruled[],
): Verdict {
  if (about.kind !== 'full' || !s.read) return UNJUDGED;
  const { comparison, findings } = judgeSwing(
    s.read,
    judgeContext(standard, { device: s.device, club: about.club, pupil: about.pupil, overruled }),
  );
  const main = findings.find((f) => f.main);
  return {
    fit: comparison.fit,
    judgedBy: { pattern: comparison.pattern, version: comparison.version },
    mainFault: main?.fault ?? null,
    mainWord: main?.word ?? null,
  };
}

export function analyseFor(rec: Recording, about: AboutSwing, marks: readonly Marks[] = []): DeepAnalysis {
  return analyseInDepth(rec, optionsFor(about, marks));
}
