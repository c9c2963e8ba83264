export { type Simulated, simulate, type SimulateOptions, type SwingTruth } from './simulate.js';
export { type Figure, figureAt, type Joint } from './figure.js';
export { type SimulatedShot, shotOf } from './shot.js';
export { random } from './random.js';
export { SIMULATED_DEVICES, type SimulatedDevice } from './devices.js';
export {
  HEALTHY,
  healthySpread,
  SCHOOLS,
  SIMULATED_FAULTS,
  STRENGTHS,
  type FaultStrength,
  type SwingParameter,
} from './spread.js';
export type { Motion, FootAction } from './motion.js';
export type { Build, Sole } from './sole.js';
export { insideSole } from './sole.js';
export type { FaultShift, SwingStyle } from './swing-plan.js';
export { rocking } from './rocking.js';
export { type Routine, ROUTINES, standing, type StandingOptions } from './routine.js';
