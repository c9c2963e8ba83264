import type { NewLogEntry } from './practice.js';

/** An entry that says nothing yet. */
export const BLANK_ENTRY: Omit<NewLogEntry, 'at' | 'kind'> = {
  from: 'instructor',
  lessonId: null,
  drill: null,
  rung: null,
  passed: null,
  painBefore: null,
  painAfter: null,
  checks: {},
  felt: null,
  blocks: [],
  note: '',
  film: null,
  reply: null,
};
