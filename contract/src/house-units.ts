import type { Units } from './settings.js';

/** The unit in which something stored in `unit` is shown. */
export function shownUnit(units: Units, unit: string): string {
  const chosen: Readonly<Record<string, string>> = {
    m: units.distance,
    'm/s': units.speed,
    mm: units.length,
    kg: units.mass,
  };
  return chosen[unit] ?? unit;
}
