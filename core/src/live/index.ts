/** A bay as a value: its state, its guided set-up, and what is seen in a stream. */
export * from './bay-state.js';
export {
  type BayEffect,
  type BayEvent,
  type BayLesson,
  type BayLook,
  type BayState,
  emptyBay,
  type NextSwings,
  type PendingSwing,
} from './bay-value.js';
export {
  type DeviceHealth,
  doesOf,
  type SetUp,
  type SetUpEffect,
  type SetUpEvent,
  type SetUpFound,
  type SetUpLook,
  setUpNext,
  startedSetUp,
} from './set-up.js';
export { type FootNow, type StanceNow, stanceNow, standingIn, wholeNow } from './stance.js';
export * from './stream.js';
export * from './swing-watch.js';
export * from './words.js';
