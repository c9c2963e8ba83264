import type { LessonMark } from '@vilko/contract/time-line';

/** Marks as they stand beneath the Rack: to each swing those that came before it, and those after the last. */
export interface MarksOnRack {
  readonly before: ReadonlyMap<string, readonly LessonMark[]>;
  readonly after: readonly LessonMark[];
}

/** A mark before a swing that is not there any more stands before the next that is. */
export function marksOnRack(
  swings: readonly { readonly id: string; readonly number: number }[],
  marks: readonly LessonMark[],
): MarksOnRack {
  const inOrder = [...swings].sort((a, b) => a.number - b.number);
  const before = new Map<string, LessonMark[]>();
  const after: LessonMark[] = [];
  for (const mark of marks) {
    const swing = inOrder.find((s) => s.number >= mark.before);
    if (!swing) after.push(mark);
    else before.set(swing.id, [...(before.get(swing.id) ?? []), mark]);
  }
  return { before, after };
}
