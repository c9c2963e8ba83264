/** The names alone: what contract and the frame of the application need, without the computation behind them. */
export * from './recording/recording.js';
export { EVENT_NAMES, EVENT_WORDS, type EventName } from './events/event.js';
