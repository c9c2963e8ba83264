/** Numbers of the ball and of the club at impact, as a launch monitor or a person gives them (measuring.md §9). */
export const SHOT_KEYS = [
  'carry',
  'total',
  'clubSpeed',
  'ballSpeed',
  'path',
  'face',
  'start',
  'curve',
  'spinAxis',
  'attack',
  'lowPoint',
  'launch',
  'dynamicLoft',
  'spin',
] as const;
export type ShotNumber = (typeof SHOT_KEYS)[number];

/** How a number of the ball is named, and in which unit it is stored. */
export interface ShotNumberRow {
  readonly key: ShotNumber;
  /** As it stands beside others of a shot. */
  readonly words: string;
  /** As it stands by itself, where "path" could be the path of the pressure too. */
  readonly name: string;
  readonly unit: string;
  /** Outside these it is a slip of the pen. */
  readonly least: number;
  readonly most: number;
  /** The smallest difference a teacher would act on; provisional. */
  readonly worth: number;
}

const row = (
  key: ShotNumber,
  [words, name]: readonly [string, string],
  [unit, worth]: readonly [string, number],
  [least, most]: readonly [number, number],
): ShotNumberRow => ({ key, words, name, unit, least, most, worth });

/** Every number of the ball, in the order in which it is entered and listed. */
export const SHOT_NUMBERS: readonly ShotNumberRow[] = [
  row('carry', ['carry', 'Carry'], ['m', 3], [0, 400]),
  row('total', ['total', 'Total distance'], ['m', 4], [0, 450]),
  row('clubSpeed', ['club speed', 'Club speed'], ['m/s', 0.5], [0, 80]),
  row('ballSpeed', ['ball speed', 'Ball speed'], ['m/s', 0.7], [0, 110]),
  row('path', ['path', 'Club path'], ['°', 1], [-45, 45]),
  row('face', ['face', 'Club face'], ['°', 1], [-60, 60]),
  row('start', ['start', 'Start of the ball'], ['°', 1], [-60, 60]),
  row('curve', ['curve', 'Curve of the ball'], ['m', 3], [-150, 150]),
  row('spinAxis', ['spin axis', 'Spin axis'], ['°', 2], [-90, 90]),
  row('attack', ['attack', 'Attack angle'], ['°', 1], [-30, 30]),
  row('lowPoint', ['low point', 'Low point ahead of the ball'], ['mm', 10], [-500, 500]),
  row('launch', ['launch', 'Launch angle'], ['°', 1], [-10, 80]),
  row('dynamicLoft', ['dynamic loft', 'Dynamic loft'], ['°', 1], [-10, 80]),
  row('spin', ['spin', 'Spin of the ball'], ['rpm', 250], [0, 15000]),
];
