import { analyse, type ClubClass, EVENT_NAMES, type EventName, type MeasureId } from '@vilko/core';
import { random, simulate, SIMULATED_FAULTS, type SimulatedDevice } from '@vilko/core/golfer';

/** How one measured value compares with the truth. */
export type Row = readonly [id: string, error: number, u: number];

/** One simulated swing against its truth. */
export interface Compared {
  readonly club: boolean;
  readonly values: readonly Row[];
  /** Measures of which only one of truth and measurement has a value. */
  readonly onlyTrue: readonly string[];
  readonly onlyMeasured: readonly string[];
  /** Names and lists that are other than the truth, and those that were compared. */
  readonly named: readonly (readonly [id: string, same: boolean])[];
  /** Events: error in ms and the source. */
  readonly events: readonly (readonly [name: EventName, error: number, source: string, u: number])[];
}

const CLUBS: readonly ClubClass[] = ['driver', 'wood', 'iron', 'wedge'];
const FAULTS = Object.keys(SIMULATED_FAULTS);

/**
 * Simulates swing `i` on a device – every club, both hands, healthy and with faults, every second without a club
 * channel – and compares what is measured with the same definitions on the noise-free signals and the true events.
 */
export function compareSwing(device: SimulatedDevice, i: number): Compared | null {
  const rng = random(77_000 + i);
  const fault = i % 3 === 0 ? FAULTS[Math.floor(rng.uniform() * FAULTS.length)] : undefined;
  const club = i % 2 === 0;
  const s = simulate({
    device,
    seed: 1_000_000 + i,
    ...(fault ? { fault, strength: 'medium' as const } : { club: CLUBS[i % 4]! }),
    handed: i % 5 === 0 ? 'left' : 'right',
    clubChannels: club,
  });
  const { swings } = analyse(s.recording);
  const truth = s.truth()[0]!;
  // a swing that was not found is counted as such
  if (swings.length !== 1) return null;
  const { events, measures } = swings[0]!;
  const values: Row[] = [];
  const named: [string, boolean][] = [];
  const onlyTrue: string[] = [];
  const onlyMeasured: string[] = [];
  for (const [id, m] of Object.entries(measures)) {
    const t = truth.measures[id as MeasureId] ?? null;
    if (typeof m.value === 'number' && typeof t === 'number') values.push([id, angle(m.unit, m.value - t), m.u ?? NaN]);
    else if (m.value === null && t !== null) onlyTrue.push(id);
    else if (m.value !== null && t === null) onlyMeasured.push(id);
    else if (m.value !== null && t !== null) named.push([id, JSON.stringify(m.value) === JSON.stringify(t)]);
  }
  const found = EVENT_NAMES.flatMap((n) => {
    const e = events[n];
    return e ? [[n, 1000 * (e.t - truth.events[n]), e.source, 1000 * e.u] as const] : [];
  });
  return { club, values, onlyTrue, onlyMeasured, named, events: found };
}

/** Directions differ by at most half a turn. */
const angle = (unit: string, d: number): number => (unit === '°' && Math.abs(d) > 180 ? d - Math.sign(d) * 360 : d);
