export type Basis = 'measured' | 'derived' | 'absent';

/** What a device can say about a measure, and why not where it cannot. */
export interface Capability {
  readonly basis: Basis;
  readonly reason?: string;
}

/** What a device measures, derives or cannot say: each measure rests on one of these (measuring.md §2). */
export interface Quantities {
  /** Any whole-body pressure with its clock: times, lengths, balance. */
  readonly wholePath: Capability;
  /** Lead against trail. */
  readonly shares: Capability;
  /** The load under one foot. */
  readonly oneFoot: Capability;
  /** Where in the foot the load lies. */
  readonly inTheFoot: Capability;
  /** How much of a foot's load lies where. */
  readonly cells: Capability;
  /** Which quarter of both feet carries most. */
  readonly quarters: Capability;
  /** The whole vertical load. */
  readonly vertical: Capability;
  /** Horizontal force and torque of both feet together. */
  readonly horizontal: Capability;
  /** The same under one foot. */
  readonly horizontalOfOneFoot: Capability;
  /** Moments whose lever is the height of the mass. */
  readonly aboutTheMass: Capability;
  /** Where the mass is. */
  readonly mass: Capability;
  readonly massSpeed: Capability;
}
export type Quantity = keyof Quantities;

export const ASSUMED_REASON = 'no foot check: mean pressure at address put at 45% of a 0.27 m foot along X';
export const ASSUMED_STANCE_REASON =
  'one plate: both feet assumed 0.26 x stature apart, centred on the pressure at address';
export const ASSUMED_PATH_REASON =
  'a whole-body path: both feet assumed 0.26 x stature apart, centred on the pressure at address';
export const NO_HORIZONTAL = 'this device cannot measure horizontal forces';
export const NO_MASS_SPEED = 'this device does not measure the mass';
export const PENDULUM = 'inverted pendulum of height 0.53 x stature';
export const MASS_HEIGHT = 'height of the centre of mass at address 0.53 x stature';
export const NOT_A_SHARE = 'a position is not a share: only a mat sees how much load lies forward';
export const BY_POSITION = 'no cells: each foot’s load by how far forward it lies';
export const ONE_PLATE = 'one plate cannot tell the feet apart';
export const NO_FORCE = 'this device does not measure vertical force';
export const PATH_ONLY = 'a whole-body path cannot tell the feet apart';
export const UNKNOWN_KIND = 'nothing is known of what this device can measure';

const measured: Capability = { basis: 'measured' };
const derived = (reason: string): Capability => ({ basis: 'derived', reason });
const absent = (reason: string): Capability => ({ basis: 'absent', reason });

/** What a kind of device is made of, and what follows from that for everything that reads, draws or judges it. */
interface DeviceKindRow {
  /** As people call it, and as the sender of a recording. */
  readonly words: string;
  readonly from: string;
  /** As short as the head of a column. */
  readonly short: string;
  /** What it can say, in short. */
  readonly says: string;
  /** Horizontal forces and torques; the mass then comes from forces. */
  readonly horizontal: boolean;
  /** Whether it tells the feet apart, or they are assumed around the pressure at address. */
  readonly feet: 'told' | 'assumed';
  /** Cells under the soles show where each foot stands. */
  readonly soles: boolean;
  /** Its loads are newtons; else they are in a unit of its own. */
  readonly newtons: boolean;
  /** Plates or boards it feeds a bay with. */
  readonly plates: 0 | 1 | 2;
  /** What is not named here, it cannot say. */
  readonly can: Partial<Quantities>;
}

/**
 * Every kind of device, once, from the one that says most to the one that says least. A new kind is a row here: what
 * its `can` does not name it cannot say.
 */
export const DEVICES = {
  'mat-plates': {
    words: 'mat over two plates',
    from: 'a mat over two plates',
    short: 'mat+plates',
    says: 'everything: forces and torques of the plates, toes and heels of the mat',
    horizontal: true,
    feet: 'told',
    soles: true,
    newtons: true,
    plates: 2,
    can: {
      wholePath: measured,
      shares: measured,
      oneFoot: measured,
      inTheFoot: measured,
      cells: measured,
      quarters: measured,
      vertical: measured,
      horizontal: measured,
      horizontalOfOneFoot: measured,
      aboutTheMass: derived(MASS_HEIGHT),
      mass: measured,
      massSpeed: measured,
    },
  },
  plates: {
    words: 'two force plates',
    from: 'plates',
    short: 'plates',
    says: 'forces, torques, shares, paths; positions in the foot after a foot check; no toe shares',
    horizontal: true,
    feet: 'told',
    soles: false,
    newtons: true,
    plates: 2,
    can: {
      wholePath: measured,
      shares: measured,
      oneFoot: measured,
      inTheFoot: derived(ASSUMED_REASON),
      cells: absent(NOT_A_SHARE),
      quarters: derived(BY_POSITION),
      vertical: measured,
      horizontal: measured,
      horizontalOfOneFoot: measured,
      aboutTheMass: derived(MASS_HEIGHT),
      mass: measured,
      massSpeed: measured,
    },
  },
  plate: {
    words: 'one force plate',
    from: 'one plate',
    short: 'plate',
    says: 'forces, torques, mass and the length of the path; shares rest on an assumed stance; nothing of one foot',
    horizontal: true,
    feet: 'assumed',
    soles: false,
    newtons: true,
    plates: 1,
    can: {
      wholePath: measured,
      shares: derived(ASSUMED_STANCE_REASON),
      oneFoot: absent(ONE_PLATE),
      inTheFoot: absent(ONE_PLATE),
      cells: absent(ONE_PLATE),
      quarters: absent(ONE_PLATE),
      vertical: measured,
      horizontal: measured,
      horizontalOfOneFoot: absent(ONE_PLATE),
      aboutTheMass: derived(MASS_HEIGHT),
      mass: measured,
      massSpeed: measured,
    },
  },
  mat: {
    words: 'pressure mat',
    from: 'a mat',
    short: 'mat',
    says: 'shares, paths, feet, vertical forces; no sideways force, no torque',
    horizontal: false,
    feet: 'told',
    soles: true,
    newtons: false,
    plates: 0,
    can: {
      wholePath: measured,
      shares: measured,
      oneFoot: measured,
      inTheFoot: measured,
      cells: measured,
      quarters: measured,
      vertical: measured,
      horizontal: absent(NO_HORIZONTAL),
      horizontalOfOneFoot: absent(NO_HORIZONTAL),
      aboutTheMass: absent(NO_HORIZONTAL),
      mass: derived(PENDULUM),
      massSpeed: absent(NO_MASS_SPEED),
    },
  },
  boards: {
    words: 'two boards',
    from: 'boards',
    short: 'boards',
    says: 'shares, paths, vertical forces; positions in the foot assumed; no sideways force, no torque',
    horizontal: false,
    feet: 'told',
    soles: false,
    newtons: true,
    plates: 2,
    can: {
      wholePath: measured,
      shares: measured,
      oneFoot: measured,
      inTheFoot: derived(ASSUMED_REASON),
      cells: absent(NOT_A_SHARE),
      quarters: derived(BY_POSITION),
      vertical: measured,
      horizontal: absent(NO_HORIZONTAL),
      horizontalOfOneFoot: absent(NO_HORIZONTAL),
      aboutTheMass: absent(NO_HORIZONTAL),
      mass: derived(PENDULUM),
      massSpeed: absent(NO_MASS_SPEED),
    },
  },
  path: {
    words: 'pressure path',
    from: 'a pressure path',
    short: 'path',
    says: 'times, lengths and balance of the whole path; shares rest on an assumed stance; no load, no forces',
    horizontal: false,
    feet: 'assumed',
    soles: false,
    newtons: false,
    plates: 0,
    can: {
      wholePath: measured,
      shares: derived(ASSUMED_PATH_REASON),
      oneFoot: absent(PATH_ONLY),
      inTheFoot: absent(PATH_ONLY),
      cells: absent(PATH_ONLY),
      quarters: absent(PATH_ONLY),
      vertical: absent(NO_FORCE),
      horizontal: absent(NO_HORIZONTAL),
      horizontalOfOneFoot: absent(NO_HORIZONTAL),
      aboutTheMass: absent(NO_HORIZONTAL),
      mass: absent(NO_MASS_SPEED),
      massSpeed: absent(NO_MASS_SPEED),
    },
  },
} as const satisfies Readonly<Record<string, DeviceKindRow>>;

/** The kinds of device of which Vilko knows what they can honestly say. */
export type DeviceKind = keyof typeof DEVICES;
export const DEVICE_KINDS = Object.keys(DEVICES) as [DeviceKind, ...DeviceKind[]];

export const isDeviceKind = (kind: string): kind is DeviceKind => Object.hasOwn(DEVICES, kind);

/** The kind that delivers these instruments; null where there are none. */
export function deviceKindOf(has: {
  platforms: number;
  boards: number;
  mat: boolean;
  path: boolean;
}): DeviceKind | null {
  if (has.platforms > 0) return has.mat ? 'mat-plates' : has.platforms === 1 ? 'plate' : 'plates';
  if (has.boards > 0) return 'boards';
  return has.mat ? 'mat' : has.path ? 'path' : null;
}

/** Device kinds with horizontal forces. */
export const hasHorizontal = (device: DeviceKind): boolean => DEVICES[device].horizontal;

/** What a kind says of a quantity; what its row does not name it cannot say. */
export const saidBy = (device: DeviceKind, quantity: Quantity): Capability =>
  (DEVICES[device].can as Partial<Quantities>)[quantity] ?? absent(UNKNOWN_KIND);
