import type { LessonHead } from '@vilko/contract';
import { type Drill, DRILLS } from '@vilko/core';

/** The one thing to do: a drill or a sentence; words, pictures, ladder and plan follow from it. */
export interface Task {
  readonly drill: Drill | null;
  readonly text: string;
}

const drillOf = (id: string | null | undefined): Drill | null => DRILLS.find((d) => d.id === id) ?? null;
export const isDrill = (id: string): boolean => drillOf(id) !== null;

/**
 * What was chosen leads, then the drill that the homework names, then the homework's own sentence, then the lesson's
 * plan, then what suits the finding.
 * @param planned id of the drill that the lesson's plan begins with
 */
export function taskOf(
  { task, homework }: Pick<LessonHead, 'task' | 'homework'>,
  { planned, offered }: { readonly planned: string | undefined; readonly offered: Drill | undefined },
): Task {
  const named = DRILLS.find((d) => homework.toLowerCase().includes(d.name.toLowerCase())) ?? null;
  const drill = drillOf(task) ?? (homework ? named : (drillOf(planned) ?? offered ?? null));
  if (homework && drill === named) return { drill, text: homework };
  return { drill, text: drill ? `${drill.name}: ${drill.gist} ${drill.dose}.` : '' };
}
