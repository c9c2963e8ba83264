import type * as z from 'zod';
import { faultOf } from '../faults/catalogue.js';
import { idFrom } from '../words/id.js';
import { Drill } from './drill.js';

/** A drill to begin a new one with: another name and its id, all else the same. */
export function copyOfDrill(d: Drill): Drill {
  const name = `${d.name.slice(0, 54)}, own`;
  return { ...d, id: idFrom(name, 'drill'), name };
}

/** Where in a drill something is wrong, as it is called on the page. */
const PARTS: Readonly<Record<string, string>> = {
  name: 'its name',
  for: 'what it is for',
  gist: 'what it is in one sentence',
  feel: 'the feel',
  numbers: 'the numbers',
  equipment: 'the equipment',
  setUp: 'the set-up',
  steps: 'the steps',
  dose: 'the dose',
  test: 'the test',
  tags: 'whom it is not for',
  notWith: 'what it does not go with',
  caution: 'the caution',
  space: 'the space',
  pictures: 'the pictures',
};

/** One issue in words; x is what came. */
function issueWords({ path, message, code }: z.core.$ZodIssue, x: object): string {
  const part = PARTS[String(path[0])] ?? path.join('.');
  const are = /s$/.test(part) ? 'are' : 'is';
  if (code === 'too_small' || !(path[0]! in x)) return `${part} ${are} missing`;
  return code === 'too_big' ? `${part} ${are} too long` : `${part}: ${message}`;
}

/** What is wrong with a drill that somebody wrote or brings, in one sentence; or the drill. */
export function readDrill(x: unknown): { readonly drill: Drill } | { readonly problem: string } {
  const read = Drill.safeParse(x);
  if (read.success) {
    const unknown = read.data.for.find((id) => !faultOf(id));
    return unknown === undefined ? { drill: read.data } : { problem: `there is no finding "${unknown}"` };
  }
  const { issues } = read.error;
  if (!issues[0]!.path.length) return { problem: 'this is not a drill' };
  return {
    problem: `${issueWords(issues[0]!, x as object)}${issues.length > 1 ? `, and ${issues.length - 1} more` : ''}`,
  };
}
