/** Numbers and days in words: what every part of Vilko that speaks to people speaks from. */
export * from './amounts.js';
export { capital, lower } from './case.js';
export * from './dates.js';
export { PLAIN_WORDS, type PlainWord } from './plain-words.js';
