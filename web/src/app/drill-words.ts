import type { Drill } from '@vilko/core/drills/drill';
import type { DrillShelf } from '@vilko/core/drills/shelf';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { OVERLAYS } from '@vilko/core/patterns/overlays';
import type { PracticeBand } from '@vilko/core/practice/attempts';
import { wanted } from '@vilko/core/words/amounts';
import { faultName } from '@vilko/core/words/findings';

const nameOf = (id: string): string => quantityOf(id)?.words ?? id;

/** What a drill asks of a measure: "at least 58%", "30 to 55%". */
export const bandWords = (measure: QuantityId, band: PracticeBand): string => wanted(band, quantityOf(measure).unit);

/** What passes a rung, in a sentence. */
export function testWords(d: Drill): string {
  if (!d.test) return 'No number tells it: look.';
  const { measure, band, k, n } = d.test;
  return `${nameOf(measure)} ${bandWords(measure, band)} in ${k} of ${n} swings.`;
}

/** What a drill needs. */
export const equipmentWords = ({ equipment }: Drill): string => equipment.join(', ') || 'nothing but a club';

/** What a drill is for. */
export function aimWords(d: Drill): string {
  const faults = d.for.map(faultName);
  const shapes = (d.overlays ?? []).map((id) => OVERLAYS.find((o) => o.id === id)?.name ?? id);
  const clubs = d.clubs ? ` (${d.clubs.join(', ')})` : '';
  return `${[...faults, ...shapes].join('; ') || 'the face, before the feet'}${clubs}`;
}

/** Measures that stay valid with the aid on the plate. */
export const validWords = (ids: readonly string[]): string =>
  ids.length ? ids.map((id) => nameOf(id).toLowerCase()).join(', ') : 'none of the numbers';

/** What a drill does not go with. */
export const againstWords = (d: Drill, shelf: DrillShelf): string =>
  d.notWith.map((id) => OVERLAYS.find((o) => o.id === id)?.name ?? shelf.one(id)?.name ?? faultName(id)).join('; ');
