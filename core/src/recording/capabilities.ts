import { ASSUMED_REASON } from '../ground/foot-outline.js';
import { ASSUMED_PATH_REASON, ASSUMED_STANCE_REASON } from '../ground/one-plate.js';
import type { DeviceKind } from './recording.js';

export type Basis = 'measured' | 'derived' | 'absent';

/** What a device can say about a measure, and why not where it cannot. */
export interface Capability {
  readonly basis: Basis;
  readonly reason?: string;
}

interface Rule {
  readonly ids: RegExp;
  readonly devices: readonly DeviceKind[];
  readonly says: Capability;
}

export const NO_HORIZONTAL = 'this device cannot measure horizontal forces';
export const NO_MASS_SPEED = 'this device does not measure the mass';
export const PENDULUM = 'inverted pendulum of height 0.53 x stature';
export const MASS_HEIGHT = 'height of the centre of mass at address 0.53 x stature';
export const NOT_A_SHARE = 'a position is not a share: only a mat sees how much load lies forward';

const HORIZONTAL = /^(force\.(target|away|trail)|torque\.|foreaft\.|sequence\.|drive\.)/;

export const ONE_PLATE = 'one plate cannot tell the feet apart';
/** What one plate cannot say, and what it measures without any assumption about the feet. */
const OF_ONE_FOOT =
  /^(trail\.|step\.|foot\.|toe\.|path\.offset$|force\.up\.(lead|rate)|force\.trail|foreaft\.|drive\.turn)/;
const OF_THE_WHOLE =
  /^(path\.(length|width)|cop\.speed\.shift|force\.(target|away)|force\.up\.(peak|min)|torque\.|mass\.|tempo\.|club\.|balance\.|sequence\.)/;

export const NO_FORCE = 'this device does not measure vertical force';
export const PATH_ONLY = 'a whole-body path cannot tell the feet apart';
const PATH_MEASURES = /^(path\.(length|width)|cop\.speed\.shift|tempo\.|club\.|balance\.)/;

/** The table of measuring.md §2; the first rule that matches speaks, everything else is measured. */
const RULES: readonly Rule[] = [
  { ids: HORIZONTAL, devices: ['mat', 'boards', 'path'], says: { basis: 'absent', reason: NO_HORIZONTAL } },
  { ids: /^mass\.speed/, devices: ['mat', 'boards'], says: { basis: 'absent', reason: NO_MASS_SPEED } },
  { ids: /^mass\./, devices: ['mat', 'boards'], says: { basis: 'derived', reason: PENDULUM } },
  { ids: /^mass\./, devices: ['path'], says: { basis: 'absent', reason: NO_MASS_SPEED } },
  { ids: /^force\.up\.(peak|min)$/, devices: ['path'], says: { basis: 'absent', reason: NO_FORCE } },
  { ids: /^force\.up\.(peak|min)\./, devices: ['path'], says: { basis: 'measured' } },
  { ids: OF_ONE_FOOT, devices: ['path'], says: { basis: 'absent', reason: PATH_ONLY } },
  { ids: PATH_MEASURES, devices: ['path'], says: { basis: 'measured' } },
  { ids: /./, devices: ['path'], says: { basis: 'derived', reason: ASSUMED_PATH_REASON } },
  { ids: OF_ONE_FOOT, devices: ['plate'], says: { basis: 'absent', reason: ONE_PLATE } },
  {
    ids: /^drive\.(tilt|pitch)/,
    devices: ['plates', 'mat-plates', 'plate'],
    says: { basis: 'derived', reason: MASS_HEIGHT },
  },
  { ids: /^(foot\..*\.toe\.|toe\.)/, devices: ['plates', 'boards'], says: { basis: 'absent', reason: NOT_A_SHARE } },
  { ids: /^foot\.lead\.load\.min$/, devices: ['plates', 'boards'], says: { basis: 'measured' } },
  { ids: /^(foot\.|path\.offset$)/, devices: ['plates', 'boards'], says: { basis: 'derived', reason: ASSUMED_REASON } },
  { ids: OF_THE_WHOLE, devices: ['plate'], says: { basis: 'measured' } },
  { ids: /./, devices: ['plate'], says: { basis: 'derived', reason: ASSUMED_STANCE_REASON } },
];

/** What `device` can honestly say about the measure `id`. */
export function capability(device: DeviceKind, id: string): Capability {
  return RULES.find((r) => r.devices.includes(device) && r.ids.test(id))?.says ?? { basis: 'measured' };
}

/** Device kinds with horizontal forces. */
export const hasHorizontal = (device: DeviceKind): boolean =>
  device === 'plates' || device === 'mat-plates' || device === 'plate';
