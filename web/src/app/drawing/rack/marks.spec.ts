import type { LessonMark } from '@vilko/contract/time-line';
import { marksOnRack } from './marks';

const mark = (before: number, at = '2026-12-01T10:00:00Z'): LessonMark => ({
  id: `${before} ${at}`,
  at,
  before,
  kind: 'cue',
  words: `before ${before}`,
});
const swing = (number: number) => ({ id: `s${number}`, number });

describe('a time line beneath the Rack', () => {
  it('stands before its swings; before one that is gone, before the next; after the last, at the end', () => {
    const { before, after } = marksOnRack([swing(5), swing(2), swing(3)], [mark(2), mark(4), mark(5), mark(6)]);
    expect([...before].map(([id, m]) => [id, m.map((x) => x.before)])).toEqual([
      ['s2', [2]],
      ['s5', [4, 5]],
    ]);
    expect(after.map((m) => m.before)).toEqual([6]);
  });
});
