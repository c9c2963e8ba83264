import type { LessonMark } from '@vilko/contract/time-line';
import { nextNumber, withMark } from './time-line';

const mark = (before: number, at = '2026-12-01T10:00:00Z'): LessonMark => ({
  id: `${before} ${at}`,
  at,
  before,
  kind: 'cue',
  words: `before ${before}`,
});
const swing = (number: number) => ({ number });

describe('a time line', () => {
  it('keeps the order of the swings, and of what was said before one of them', () => {
    const line = [mark(2), mark(5, '2026-12-01T10:05:00Z')];
    expect(withMark(line, mark(5, '2026-12-01T10:03:00Z')).map((m) => m.at.slice(14, 16))).toEqual(['00', '03', '05']);
    expect(withMark(line, mark(3)).map((m) => m.before)).toEqual([2, 3, 5]);
  });
  it('goes on with the number after the highest', () => {
    expect([nextNumber([]), nextNumber([swing(7), swing(3)])]).toEqual([1, 8]);
  });
});
