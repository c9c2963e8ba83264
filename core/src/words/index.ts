/** Numbers and days in words: what every part of Vilko that speaks to people speaks from. */
export * from './amounts.js';
export { capital, ended, lower } from './case.js';
export { idFrom } from './id.js';
export * from './dates.js';
export { phaseWords, PLAIN_WORDS, plainName, type PlainWord, toldAmount, toldWanted } from './plain-words.js';
