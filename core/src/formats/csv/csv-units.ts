import { G } from '../../recording/units.js';

const POUND_FORCE = 4.4482216152605;
const FOOT = 0.3048;
const INCH = 0.0254;

/** Factors to SI by the unit's name in lower case, without dots, stars and blanks between its parts. */
export const CSV_UNITS: Readonly<Record<string, number>> = {
  ms: 1e-3,
  us: 1e-6,
  µs: 1e-6,
  mm: 1e-3,
  cm: 1e-2,
  in: INCH,
  ft: FOOT,
  kn: 1e3,
  lbf: POUND_FORCE,
  kgf: G,
  kp: G,
  nmm: 1e-3,
  ncm: 1e-2,
  knm: 1e3,
  kgfm: G,
  lbfft: POUND_FORCE * FOOT,
  ftlbf: POUND_FORCE * FOOT,
  lbfin: POUND_FORCE * INCH,
  inlbf: POUND_FORCE * INCH,
  kpa: 1e3,
  'n/cm²': 1e4,
  'n/cm2': 1e4,
  psi: POUND_FORCE / INCH ** 2,
};

/** Units that need no factor. */
const SI = new Set(['', '-', 's', 'm', 'n', 'nm', 'pa', 'n/m²', 'n/m2', 'v', '°', 'deg', 'degrees', '%', 'any', 'au']);

/** A unit as it is looked up: `N·mm`, `[lbf*ft]` and `lbf-ft` are the same as without. */
const plain = (unit: string): string => unit.toLowerCase().replace(/[\s()[\]·.*⋅-]/g, '') || unit.trim();

/** The factor to SI of a unit row's field; null where the unit is not known here. */
export function unitFactor(unit: string): number | null {
  const u = plain(unit);
  return CSV_UNITS[u] ?? (SI.has(u) ? 1 : null);
}
