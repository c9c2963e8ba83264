/** The names alone: what contract and the frame of the application need, without the computation behind them. */
export * from './recording/recording.js';
export { fromStored, G, isUnit, sameKind, toStored, unitFactor, type UnitName } from './recording/units.js';
export { CheckedFoot, FootCheck } from './recording/foot-check.js';
export type { OnRecord } from './drills/injury-caps.js';
export { INJURY_TAGS, type InjuryTag } from './drills/injuries.js';
export * from './live/words.js';
export { EVENT_NAMES, EVENT_WORDS, type EventName } from './events/event.js';
export { SHOT_NUMBERS, type ShotNumber } from './measures/shot-numbers.js';
export { Target } from './practice/target.js';
export * from './film/followed.js';
export type { QuantityId } from './measures/quantity.js';
