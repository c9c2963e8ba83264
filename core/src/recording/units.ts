/** Standard gravity, m/s²: what a kilogram weighs, N. */
export const G = 9.80665;

/** Size of each unit in the one that is stored (SI, mm for small lengths, rpm and ° as they are). */
const SIZES = {
  m: 1,
  yd: 0.9144,
  ft: 0.3048,
  'm/s': 1,
  'km/h': 1 / 3.6,
  mph: 0.44704,
  mm: 1,
  cm: 10,
  in: 25.4,
  kg: 1,
  lb: 0.45359237,
  '°': 1,
  rpm: 1,
} as const;
export type UnitName = keyof typeof SIZES;

export const isUnit = (name: string): name is UnitName => name in SIZES;

/** A value in `unit` as it is stored. */
export const toStored = (value: number, unit: UnitName): number => value * SIZES[unit];
/** A stored value in `unit`. */
export const fromStored = (value: number, unit: UnitName): number => value / SIZES[unit];

/**
 * How often one unit goes into another of the same kind: what a number in `from` is multiplied by to be in `to`. Units
 * that are not converted are only ever shown as they are: 1.
 */
export const unitFactor = (from: string, to: string): number =>
  from === to ? 1 : SIZES[from as UnitName] / SIZES[to as UnitName];

/** Whether two units measure the same thing. */
export const sameKind = (a: UnitName, b: UnitName): boolean => KINDS.some((k) => k.includes(a) && k.includes(b));
const KINDS: readonly (readonly UnitName[])[] = [
  ['m', 'yd', 'ft'],
  ['m/s', 'km/h', 'mph'],
  ['mm', 'cm', 'in'],
  ['kg', 'lb'],
  ['°'],
  ['rpm'],
];
