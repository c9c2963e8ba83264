import type { LessonMark } from '@vilko/contract/time-line';
import { sinceBetween, sinceSwing } from './since-words';

const mark = (before: number, words: string, kind: LessonMark['kind'] = 'cue'): LessonMark => ({
  ...{ id: words, at: '2026-11-20T10:00:00Z', before, kind, words },
});
const at = (number: number, lessonId = 'l') => ({ number, lessonId });
const LESSON = {
  id: 'l',
  timeLine: [mark(4, 'tea', 'pause'), mark(6, 'step off the ferry'), mark(9, 'stamp', 'drill')],
};

describe('what a change is told with', () => {
  it('between two sets is what stands nearest to where the second begins, a pause never', () => {
    expect(sinceBetween([at(1), at(2)], [at(7), at(8)], LESSON)).toBe('Since “step off the ferry”, swing 7');
    expect(sinceBetween([at(3, 'older')], [at(6)], LESSON)).toBe('Since “step off the ferry”, swing 6');
    expect(sinceBetween([at(1)], [at(3)], { id: 'l', timeLine: [mark(3, 'tea', 'pause')] })).toBe('');
    expect(sinceBetween([at(1)], [at(12)], LESSON)).toBe('');
  });
  it('is nothing where the sets lie in each other, or the second in another lesson', () => {
    expect(sinceBetween([at(1), at(8)], [at(7)], LESSON)).toBe('');
    expect(sinceBetween([at(1)], [at(7, 'older')], LESSON)).toBe('');
    expect(sinceBetween([at(1)], [], LESSON)).toBe('');
  });
  it('of two swings is what was said last before the one and not before the other', () => {
    expect(sinceSwing(at(8), at(2), LESSON)).toBe('since “step off the ferry”');
    expect(sinceSwing(at(10), null, LESSON)).toBe('since “stamp”');
    expect(sinceSwing(at(8), at(7), LESSON)).toBe('');
    expect(sinceSwing(at(8), at(9, 'older'), LESSON)).toBe('since “step off the ferry”');
    expect(sinceSwing(at(8, 'older'), null, LESSON)).toBe('');
  });
});
