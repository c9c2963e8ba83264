import { EVENT_NAMES, EVENT_WORDS } from '@vilko/core/events/event';
import type { ReadView } from '../../workers/read-view';

/** An event is here when the cursor is this near, s. */
const HERE = 0.006;

/** At which event the cursor stands; empty between events. */
export function placeWords(view: ReadView | null, cursor: number): string {
  const near = view && EVENT_NAMES.find((n) => view.events[n] && Math.abs(view.events[n].t - cursor) < HERE);
  return near ? `at ${near.toUpperCase()}, ${EVENT_WORDS[near]}` : '';
}

/** How far the cursor is from impact; empty where impact was not found. */
export function toImpactWords(view: ReadView | null, cursor: number): string {
  const impact = view?.events.p7?.t;
  if (impact === undefined) return '';
  const ms = Math.round(1000 * (cursor - impact));
  return ms === 0 ? 'at impact' : `${Math.abs(ms)} ms ${ms < 0 ? 'before' : 'after'} impact`;
}

/** What was noticed in the recording, for the line under the traces it concerns. */
export function recordingNotes(view: ReadView | null): { first: string; more: string; all: string } | null {
  const w = view?.warnings ?? [];
  return w.length
    ? {
        first: `About this recording: ${w[0]!}`,
        more: w.length > 1 ? `and ${w.length - 1} more` : '',
        all: w.join('; '),
      }
    : null;
}
