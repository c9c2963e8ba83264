import type { LessonHead } from '@vilko/contract';
import { type Drill, type DrillShelf, taskWords } from '@vilko/core';

/** The one thing to do: a drill or a sentence; words, pictures, ladder and plan follow from it. */
export interface Task {
  readonly drill: Drill | null;
  readonly text: string;
}

/**
 * What was chosen leads, then the drill that the homework names, then the homework's own sentence, then the lesson's
 * plan, then what suits the finding.
 * @param planned id of the drill that the lesson's plan begins with
 */
export function taskOf(
  { task, homework }: Pick<LessonHead, 'task' | 'homework'>,
  {
    planned,
    offered,
    shelf,
  }: {
    readonly planned: string | undefined;
    readonly offered: Drill | undefined;
    readonly shelf: DrillShelf;
  },
): Task {
  const named = shelf.offered.find((d) => homework.toLowerCase().includes(d.name.toLowerCase())) ?? null;
  const drill = shelf.one(task) ?? (homework ? named : (shelf.one(planned) ?? offered ?? null));
  if (homework && drill === named) return { drill, text: homework };
  return { drill, text: drill ? taskWords(drill) : '' };
}
