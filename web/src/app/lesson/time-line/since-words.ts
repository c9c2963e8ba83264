import type { LessonMark } from '@vilko/contract/time-line';
import { MAY_CHANGE } from '@vilko/contract/time-line-words';
import { sinceOf } from '@vilko/core/compare/since';

/** A swing as far as it is told what was said before it. */
interface Placed {
  readonly lessonId: string;
  readonly number: number;
}

const telling = (timeLine: readonly LessonMark[]): readonly LessonMark[] =>
  timeLine.filter((m) => MAY_CHANGE.includes(m.kind));

/**
 * "Since “step off the ferry”, swing 7": what stands on a lesson's time line nearest to where the second of two sets
 * begins. Empty where nothing stands near, or the sets do not follow each other. Shown with a change, never as proof.
 */
export function sinceBetween(
  before: readonly Placed[],
  after: readonly Placed[],
  { id, timeLine }: { readonly id: string; readonly timeLine: readonly LessonMark[] },
): string {
  if (!after.length || after.some((s) => s.lessonId !== id)) return '';
  const first = Math.min(...after.map((s) => s.number));
  if (before.some((s) => s.lessonId === id && s.number >= first)) return '';
  const [words] = sinceOf([first], telling(timeLine));
  return words ? `Since “${words}”, swing ${first}` : '';
}

/** What was said or done last before a swing, not yet before the other: "since “step off the ferry”", or nothing. */
export function sinceSwing(
  now: Placed,
  before: Placed | null,
  { id, timeLine }: { readonly id: string; readonly timeLine: readonly LessonMark[] },
): string {
  if (now.lessonId !== id) return '';
  const from = before?.lessonId === id ? before.number : 0;
  const last = telling(timeLine).findLast((m) => m.before <= now.number && m.before > from);
  return last ? `since “${last.words}”` : '';
}
