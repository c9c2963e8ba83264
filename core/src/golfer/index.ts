export { type Simulated, simulate, type SimulateOptions, type SwingTruth } from './simulate.js';
export { SIMULATED_DEVICES, type SimulatedDevice } from './devices.js';
export { HEALTHY, SIMULATED_FAULTS, STRENGTHS, SWING_PARAMETERS, type FaultStrength, type SwingParameter } from './spread.js';
export type { Motion, FootAction } from './motion.js';
export type { Build, Sole } from './sole.js';
export { insideSole } from './sole.js';
export type { SwingStyle } from './swing-plan.js';
