import type { SimulatedDevice } from '@vilko/core/golfer';

/**
 * What sets the uncertainty of a measure: a floor, the stated uncertainty of events and times, or what was measured.
 */
export type SetBy = 'floor' | 'timing' | 'free';

const vertical = (device: SimulatedDevice): number =>
  device === 'mat' || device === 'boards' || device === 'path' ? 1 : 0.3;
const share = (device: SimulatedDevice): number => (device === 'plate' || device === 'path' ? 5 : 0.3);
const mass = (device: SimulatedDevice): number => (device === 'mat' || device === 'boards' ? 20 : 3);

/** Floors of one standard uncertainty (in the measure's unit); the first that matches. */
const FLOORS: readonly (readonly [RegExp, number | ((d: SimulatedDevice) => number)])[] = [
  [/^share\.lead\.drop/, (d) => Math.SQRT2 * share(d)],
  [/^(share|press\.gain|recentre|load\.trail\.max$)/, share],
  [/^(toe\.|foot\.\w+\.toe)/, 0.3],
  [/^(trail\.contact|foot\.lead\.load|force\.up\.(peak|min|lead|trail))/, vertical],
  [/^force\.up\.rate/, 20],
  [/^force\.(target|away)/, 0.2],
  [/^foreaft\.(lead|trail)/, 0.3],
  [/^mass\.speed/, 0.02],
  [/^mass\.p[67]/, (d) => (mass(d) === 20 ? 40 : 3)],
  [/^mass\./, mass],
  [/^path\.length/, 10],
  [/^path\.straightness/, 0.05],
  [/^cop\.speed/, 0.05],
  [/^drive\.turn/, 0.005],
  [/^drive\./, 0.02],
  [/^balance\./, 1],
  [/^club\.back/, 0.5],
  [/^foot\.\w+\.fwd\.address/, 2],
];
/** Uncertainties that are a floor times a measured value: 3 mm of lever, the lateral floor over a load. */
const SCALED = /^(torque\.turn\.(back|peak)$|force\.trail\.lean|foreaft\.ratio)/;
const TIMES = /(\.ms|\.phase|\.gap\.\d|^tempo\..*)$/;
/** A value whose uncertainty is no more than this above its floor is at it. */
const AT = 1.25;

/** What set this uncertainty. */
export function setBy(id: string, device: SimulatedDevice, u: number): SetBy {
  if (TIMES.test(id)) return 'timing';
  if (SCALED.test(id)) return 'floor';
  const floor = FLOORS.find(([r]) => r.test(id))?.[1];
  const level = typeof floor === 'function' ? floor(device) : floor;
  return level !== undefined && u <= AT * level ? 'floor' : 'free';
}
