import type { Basis } from '../recording/device-kinds.js';
import type { MeasureId } from './registry.js';

export type MeasureValue = number | string | readonly string[];

/** One number about a swing: value, unit, one standard uncertainty, and what it rests on. */
export interface Measure {
  readonly value: MeasureValue | null;
  readonly unit: string;
  readonly u: number | null;
  readonly basis: Basis;
  readonly reason?: string;
}

/** What a measure is computed to be; its row adds the unit, the device its basis. */
export interface Reading {
  readonly value: MeasureValue | null;
  readonly u: number | null;
  readonly reason?: string;
}

/** All measures of one swing. */
export type Measures = Readonly<Record<MeasureId, Measure>>;

/** Those that somebody knows; nobody asks for the rest, or gets no answer. */
export type SomeMeasures = Partial<Measures>;

export const reading = (value: MeasureValue, u: number | null): Reading => ({ value, u });
export const absent = (reason: string): Reading => ({ value: null, u: null, reason });

/** Where a device has no such signal and its kind does not say why. */
export const NOT_HERE = absent('not measured by this device');

/** A reading with something more in its uncertainty, summed in squares. */
export const widened = (r: Reading, by: number): Reading =>
  r.u === null || !(by > 0) ? r : { ...r, u: Math.hypot(r.u, by) };

/**
 * The gate that every reading passes on its way out: what is no finite number, or would have no finite uncertainty, is
 * absent. A damaged recording may bring a sum beyond all bounds anywhere; it must never be shown or stored.
 */
export const sound = (r: Reading): Reading =>
  (typeof r.value === 'number' && !Number.isFinite(r.value)) || (r.u !== null && !Number.isFinite(r.u))
    ? absent('the samples it rests on cannot be right')
    : r;

/** A number, or null when it could not be formed (an undefined sample at the event). */
export const numeric = (value: number, u: number, reason: string): Reading =>
  Number.isFinite(value) ? { value, u } : absent(reason);

/** The numeric value of a measure, null where it is absent or a name. */
export const numberOf = (m: Measure | undefined): number | null => (typeof m?.value === 'number' ? m.value : null);
