import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import type { LogEntry } from '@vilko/contract/practice';
import { SHIPPED_SHELF } from '@vilko/core/drills/shelf';
import { ballWords, entryWords } from './entry-words';

const entry = (more: Partial<LogEntry>): LogEntry => ({
  ...BLANK_ENTRY,
  ...{ id: 'e', pupilId: 'p', at: '2026-11-20T10:00:00.000Z', kind: 'home' },
  ...more,
});

describe('the words of a logbook entry', () => {
  it('add up the balls of each judge', () => {
    const block = { by: 'check' as const, check: 'finish-tap', hits: 4, of: 5 };
    const ball = { by: 'ball' as const, check: null, hits: 2, of: 5 };
    expect(ballWords([block, ball, { ...block, hits: 3 }, { ...ball, of: 2 }])).toEqual([
      'finish tap 7 of 10',
      'by the ball 4 of 7',
    ]);
    expect(ballWords([{ by: 'measured', check: null, hits: 1, of: 5 }])).toEqual(['measured 1 of 5']);
  });
  it('name a rung only where there is one, and what an answer means', () => {
    const words = (e: Partial<LogEntry>) => entryWords(entry(e), SHIPPED_SHELF);
    expect(words({ drill: 'tap-after', painBefore: 1, painAfter: 2 })).toBe('Tap after; pain 1 before, 2 after.');
    expect(words({ drill: 'tap-after', rung: 1, passed: true })).toBe('Tap after, rung 2, passed by eye.');
    expect(words({ checks: { 'finish-tap': 'yes' }, felt: 60, note: 'Tired.' })).toBe(
      'Finish tap: the lead foot carries you; felt 60% on the lead foot at impact; Tired.',
    );
  });
});
