import type { SetUpState } from '@vilko/contract';

/** A device's health in one line, as Office › Devices shows it. */
export function healthWords(h: SetUpState['health']): string {
  if (!h) return '';
  const parts = [
    `${h.rate} Hz`,
    h.noise === null ? null : `noise ${h.noise.toFixed(1)} N`,
    h.drift === null ? null : `zero moved ${h.drift.toFixed(1)} N`,
    h.deadCells ? `${h.deadCells} dead mat ${h.deadCells === 1 ? 'cell' : 'cells'}` : null,
    `lag ${Math.round(1000 * h.lag)} ms`,
    `${h.lost} lost`,
  ];
  return parts.filter((p) => p !== null).join(', ');
}
