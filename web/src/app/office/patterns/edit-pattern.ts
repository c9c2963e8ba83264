import { type MeasureId, measureRow, worthOf } from '@vilko/core/measures/registry';
import type { ClubBand } from '@vilko/core/patterns/bands';
import type { Band, Pattern, Range } from '@vilko/core/patterns/pattern';
import type { ClubClass } from '@vilko/core/recording/recording';
import { idFrom } from '@vilko/core/words/id';

/**
 * A pattern with one band changed for one club. What stood for other clubs too keeps standing for them: the club gets
 * a band of its own, made of the one that was in force.
 */
export function withBand(p: Pattern, inForce: ClubBand, club: ClubClass, change: Partial<Band>): Pattern {
  const { measure } = inForce;
  const shared = bandFor(p, measure, club);
  const others = shared ? (shared.clubs ?? p.clubs).filter((c) => c !== club) : [];
  const rest = p.bands.filter((b) => b !== shared);
  const kept: Band[] = shared && others.length ? [{ ...shared, clubs: others }] : [];
  const { ideal, weight, why, source, sure } = inForce;
  const fresh: Band = { measure, clubs: [club], ideal: [...ideal] as Band['ideal'], weight, why, source, sure };
  if (shared?.clubs?.length === 1 && shared.tolerated) fresh.tolerated = shared.tolerated;
  const band = { ...fresh, ...change };
  if (band.tolerated === undefined) delete band.tolerated;
  return { ...p, bands: [...rest, ...kept, band] };
}

/** The band that stands for a club by itself; null where it is made from those of other clubs. */
function bandFor(p: Pattern, measure: MeasureId, club: ClubClass): Band | null {
  const named = p.bands.find((b) => b.measure === measure && b.clubs?.includes(club));
  return named ?? p.bands.find((b) => b.measure === measure && !b.clubs) ?? null;
}

/** A band one of whose edges follows the pointer; it never passes the other. */
export const draggedEdge = ([lo, hi]: Range, edge: 'lower' | 'upper', value: number): [number | null, number | null] =>
  edge === 'lower' ? [hi === null ? value : Math.min(value, hi), hi] : [lo, lo === null ? value : Math.max(value, lo)];

export function withoutBand(p: Pattern, measure: MeasureId, club: ClubClass): Pattern {
  const shared = bandFor(p, measure, club);
  if (!shared) return p;
  const others = (shared.clubs ?? p.clubs).filter((c) => c !== club);
  return { ...p, bands: p.bands.flatMap((b) => (b !== shared ? [b] : others.length ? [{ ...b, clubs: others }] : [])) };
}

/** A new band about a value, two worths to either side. */
export function withNewBand(p: Pattern, measure: MeasureId, club: ClubClass, about: number): Pattern {
  const worth = worthOf(measure) ?? 1;
  const band: Band = {
    measure,
    clubs: [club],
    ideal: [round(about - 2 * worth), round(about + 2 * worth)],
    weight: 1,
    why: '',
    source: 'a view',
    sure: 'one view',
  };
  return { ...p, bands: [...p.bands, band] };
}

const round = (x: number): number => Number(x.toPrecision(3));

/** A copy to be changed, under a name and an id of its own. */
export function copyOf(p: Pattern): Pattern {
  const name = `${p.name}, own`;
  return { ...p, id: idFrom(name, 'pattern'), name, version: 1 };
}

/** What differs between two versions, in a few words. */
export function versionWords(now: Pattern, before: Pattern | undefined): string {
  if (!before) return 'as it came';
  const key = (b: Band) => `${b.measure}|${b.clubs?.join() ?? ''}`;
  const was = new Map(before.bands.map((b) => [key(b), JSON.stringify(b)]));
  const changed = new Set(now.bands.filter((b) => was.get(key(b)) !== JSON.stringify(b)).map((b) => b.measure));
  const gone = before.bands.filter((b) => !now.bands.some((x) => x.measure === b.measure)).map((b) => b.measure);
  const words = [...new Set([...changed, ...gone])].map((id) => (measureRow(id)?.words ?? id).toLowerCase());
  const texts = now.name !== before.name || now.belief !== before.belief ? ['its words'] : [];
  const all = [...words, ...texts];
  return all.length
    ? `${all.slice(0, 3).join('; ')}${all.length > 3 ? ` and ${all.length - 3} more` : ''}`
    : 'nothing changed';
}
