import { EVENT_NAMES, type EventName } from '@vilko/core/events/event';
import { phaseAxis } from '@vilko/core/events/phase';
import { numberOf } from '@vilko/core/measures/measure';
import { type MeasureId, measureRow } from '@vilko/core/measures/registry';
import type { ReadView } from '../../workers/read-view';

const isEvent = (name: string): name is EventName => (EVENT_NAMES as readonly string[]).includes(name);

/**
 * The moment the main finding is about, s on the recording's clock: the event its first piece of evidence is read at,
 * the phase that is its number, else the last event it needs; null where nothing is found.
 */
export function findingMoment(view: Pick<ReadView, 'events' | 'measures' | 'findings'>): number | null {
  const id = view.findings.find((f) => f.main)?.evidence[0]?.measures[0];
  return id === undefined ? null : momentOf(id, view);
}

function momentOf(id: MeasureId, { events, measures }: Pick<ReadView, 'events' | 'measures'>): number | null {
  const row = measureRow(id);
  const value = numberOf(measures[id]);
  if (row.unit === 'P' && value !== null) {
    const t = phaseAxis(events).timeAt(value);
    return Number.isFinite(t) ? t : null;
  }
  return row.events.flatMap((e) => (isEvent(e) && events[e] ? [events[e].t] : [])).at(-1) ?? null;
}
