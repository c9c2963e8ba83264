import type { Shot } from '@vilko/contract/shot';
import type { HouseUnits } from '../../shell/units';

/** What the ball did, in a few words: carry, path, strike. */
export function shotWords(shot: Shot | null, units: HouseUnits): string {
  if (!shot) return '';
  const { carry, path, strike, divot } = shot.values;
  const parts = [
    carry === null ? null : units.text(carry, 'm'),
    path === null ? null : `path ${path > 0 ? '+' : path < 0 ? '−' : ''}${Math.abs(path).toFixed(1)}°`,
    strike,
    divot && divot !== 'none' ? `divot ${divot}` : null,
  ];
  return parts.filter((p) => p !== null).join(' · ');
}
