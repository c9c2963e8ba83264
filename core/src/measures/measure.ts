import type { Basis } from '../recording/capabilities.js';

export type MeasureValue = number | string | readonly string[];

/** One number about a swing: value, unit, one standard uncertainty, and what it rests on. */
export interface Measure {
  readonly value: MeasureValue | null;
  readonly unit: string;
  readonly u: number | null;
  readonly basis: Basis;
  readonly reason?: string;
}

/** What a family returns; the registry adds the unit and the device's basis. */
export interface Reading {
  readonly value: MeasureValue | null;
  readonly u: number | null;
  readonly reason?: string;
}

export type Readings = Record<string, Reading>;
export type Measures = Readonly<Record<string, Measure>>;

export const reading = (value: MeasureValue, u: number | null): Reading => ({ value, u });
export const absent = (reason: string): Reading => ({ value: null, u: null, reason });

/** A reading with something more in its uncertainty, summed in squares. */
export const widened = (r: Reading, by: number): Reading =>
  r.u === null || !(by > 0) ? r : { ...r, u: Math.hypot(r.u, by) };

/** A number, or null when it could not be formed (an undefined sample at the event). */
export const numeric = (value: number, u: number, reason: string): Reading =>
  Number.isFinite(value) ? { value, u } : absent(reason);

/** The numeric value of a measure, null where it is absent or a name. */
export const numberOf = (m: Measure | undefined): number | null => (typeof m?.value === 'number' ? m.value : null);

/** The number of a reading, NaN where there is none. */
export const numberOrNaN = (r: Reading | undefined): number => (typeof r?.value === 'number' ? r.value : NaN);
