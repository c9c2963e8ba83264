import { type Drill, faultOf, measureRow, OVERLAYS, DRILLS, type PracticeBand } from '@vilko/core';

const nameOf = (id: string): string => measureRow(id)?.words ?? id;

/** A unit as it stands behind a number; nothing behind a plain one. */
export function unitBehind(measure: string): string {
  const unit = measureRow(measure)?.unit ?? '';
  return unit === '–' || unit === '0–1' || unit === '' ? '' : unit === '%' ? '%' : ` ${unit}`;
}

/** "at least 58 %", "30 to 55 %". */
export function bandWords(measure: string, [lo, hi]: PracticeBand): string {
  const range = lo === null ? `at most ${hi}` : hi === null ? `at least ${lo}` : `${lo} to ${hi}`;
  return `${range}${unitBehind(measure)}`;
}

/** What passes a rung, in a sentence. */
export function testWords(d: Drill): string {
  if (!d.test) return 'No number tells it: look.';
  const { measure, band, k, n } = d.test;
  return `${nameOf(measure)} ${bandWords(measure, band)} in ${k} of ${n} swings.`;
}

/** What a drill is for. */
export function aimWords(d: Drill): string {
  const faults = d.for.map((id) => faultOf(id)?.name ?? id);
  const shapes = (d.overlays ?? []).map((id) => OVERLAYS.find((o) => o.id === id)?.name ?? id);
  const clubs = d.clubs ? ` (${d.clubs.join(', ')})` : '';
  return `${[...faults, ...shapes].join('; ') || 'the face, before the feet'}${clubs}`;
}

/** Measures that stay valid with the aid on the plate. */
export const validWords = (ids: readonly string[]): string =>
  ids.length ? ids.map((id) => nameOf(id).toLowerCase()).join(', ') : 'none of the numbers';

/** What a drill does not go with. */
export const againstWords = (d: Drill): string =>
  d.notWith
    .map(
      (id) =>
        faultOf(id)?.name ?? OVERLAYS.find((o) => o.id === id)?.name ?? DRILLS.find((x) => x.id === id)?.name ?? id,
    )
    .join('; ');

export const drillName = (id: string | null): string =>
  DRILLS.find((d) => d.id === id)?.name ?? id ?? 'without a drill';
