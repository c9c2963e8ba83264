import { type Capability, type DeviceKind, saidBy } from '../recording/device-kinds.js';
import { BALANCE } from './balance.js';
import { DRIVE } from './drive.js';
import { FOOT } from './foot.js';
import { FORE_AFT } from './fore-aft.js';
import { HORIZONTAL } from './horizontal.js';
import { MASS_ROWS } from './mass.js';
import { PATH } from './path.js';
import { PRESSURE_SPEED } from './pressure-speed.js';
import { QUARTER_ROWS } from './quarters.js';
import type { MeasureRow } from './row.js';
import { SEQUENCE } from './sequence.js';
import { SHARE } from './share.js';
import { SPIKE } from './spike.js';
import { STEP_ROWS } from './step.js';
import { TEMPO_ROWS } from './tempo.js';
import { TORQUE_ROWS } from './torque.js';
import { TRAIL_FOOT } from './trail-foot.js';
import { VERTICAL } from './vertical.js';

/** The families of measuring.md §6 by the file that holds them, in the order in which their measures are answered. */
const FAMILIES = {
  share: SHARE,
  'trail-foot': TRAIL_FOOT,
  foot: FOOT,
  quarters: QUARTER_ROWS,
  path: PATH,
  'pressure-speed': PRESSURE_SPEED,
  horizontal: HORIZONTAL,
  torque: TORQUE_ROWS,
  vertical: VERTICAL,
  spike: SPIKE,
  'fore-aft': FORE_AFT,
  sequence: SEQUENCE,
  mass: MASS_ROWS,
  drive: DRIVE,
  tempo: TEMPO_ROWS,
  step: STEP_ROWS,
  balance: BALANCE,
} as const;

/** The public id of a measure. */
export type MeasureId = (typeof FAMILIES)[keyof typeof FAMILIES][number]['id'];
export type MeasureFamily = keyof typeof FAMILIES;

/** A measure as the registry lists it: its row, and the family whose file holds it. */
export interface ListedMeasure extends MeasureRow<MeasureId> {
  readonly family: MeasureFamily;
}

/** Every measure, in the order of the families. */
export const MEASURES: readonly ListedMeasure[] = Object.entries(FAMILIES).flatMap(([family, rows]) =>
  (rows as readonly MeasureRow<MeasureId>[]).map((row) => ({ ...row, family: family as MeasureFamily })),
);

export const MEASURE_IDS: readonly MeasureId[] = MEASURES.map((m) => m.id);
const BY_ID: ReadonlyMap<string, ListedMeasure> = new Map(MEASURES.map((m) => [m.id, m]));

/** Whether there is such a measure: what comes from a file, a form or a wire is a string until it was asked. */
export const isMeasureId = (id: string): id is MeasureId => BY_ID.has(id);

/** The registry's row of a measure; of any other string nothing. */
export function measureRow(id: MeasureId): ListedMeasure;
export function measureRow(id: string): ListedMeasure | undefined;
export function measureRow(id: string): ListedMeasure | undefined {
  return BY_ID.get(id);
}

/** What `device` can honestly say about a measure. */
export const capability = (device: DeviceKind, id: MeasureId): Capability => saidBy(device, measureRow(id).devices);

/** Smallest difference of a measure that a teacher would act on, in its unit; null for names, lists and unknown ids. */
export const worthOf = (id: string): number | null => measureRow(id)?.worth ?? null;
