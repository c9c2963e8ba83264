import type { Thumbnail } from '@vilko/contract';
import {
  type Basis,
  type DeviceKind,
  type Events,
  type Measure,
  MEASURES,
  type Measures,
  type MeasureValue,
} from '@vilko/core';
import type { SwingSummary } from './read-swing.js';

/**
 * A summary as it is stored: its measures as columns in the registry's order, a quarter of the bytes. It holds for one
 * version of the core only, whose key it lies under.
 */
export interface PackedSummary {
  readonly device: DeviceKind;
  readonly thumbnail: Thumbnail | null;
  readonly warnings: readonly string[];
  readonly stood: number | null;
  readonly read: {
    readonly events: Events;
    readonly value: readonly (MeasureValue | null)[];
    readonly u: readonly (number | null)[];
    /** The first letter of each basis. */
    readonly basis: string;
    /** Which of `reasons` each measure has; −1: none. */
    readonly reason: readonly number[];
    readonly reasons: readonly string[];
  } | null;
}

const BASES: Readonly<Record<string, Basis>> = { m: 'measured', d: 'derived', a: 'absent' };
/** Figures kept of an uncertainty. */
const FIGURES = 4;

const short = (u: number | null): number | null => (u === null ? null : Number(u.toPrecision(FIGURES)));

export function packSummary({ read, ...rest }: SwingSummary): PackedSummary {
  if (!read) return { ...rest, read };
  const all = MEASURES.map(({ id }) => read.measures[id]);
  const reasons = [...new Set(all.flatMap((m) => m.reason ?? []))];
  return {
    ...rest,
    read: {
      events: read.events,
      value: all.map((m) => m.value),
      u: all.map((m) => short(m.u)),
      basis: all.map((m) => m.basis[0]).join(''),
      reason: all.map((m) => (m.reason === undefined ? -1 : reasons.indexOf(m.reason))),
      reasons,
    },
  };
}

export function unpackSummary({ read, ...rest }: PackedSummary): SwingSummary {
  if (!read) return { ...rest, read };
  const { value, u, basis, reason, reasons } = read;
  const measures: Record<string, Measure> = {};
  MEASURES.forEach(({ id, unit }, i) => {
    const m = { value: value[i]!, unit, u: u[i]!, basis: BASES[basis[i]!]! };
    measures[id] = reason[i]! < 0 ? m : { ...m, reason: reasons[reason[i]!]! };
  });
  return { ...rest, read: { events: read.events, measures: measures as Measures } };
}
