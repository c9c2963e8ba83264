import * as z from 'zod';
import { faultOf } from '../faults/catalogue.js';
import { idFrom } from '../words/id.js';
import { Drill } from './drill.js';
import { DRILLS } from './drills.js';

/** Longest film that shows a drill, s. */
export const LONGEST_DRILL_FILM_S = 30;

/** A photograph, or a film of at most 30 s, that shows how a drill is done. */
export const DrillMedia = z.object({
  id: z.string().regex(/^[0-9a-f-]{36}$/),
  mime: z.enum(['image/jpeg', 'image/png', 'video/webm', 'video/mp4']),
  /** Bytes. */
  size: z.int().positive(),
});
export type DrillMedia = z.infer<typeof DrillMedia>;

/** A drill that the house wrote itself, or one that comes with the application as the house has changed it. */
export const OwnDrill = z.object({
  drill: Drill,
  media: DrillMedia.nullable(),
  /** Taken off the shelf: nobody is offered it; plans and reports that name it still know it. */
  off: z.boolean(),
});
export type OwnDrill = z.infer<typeof OwnDrill>;

/** The drills of a house. */
export interface DrillShelf {
  /** What is offered: those that come with the application, changed ones in their place, then the house's own. */
  readonly offered: readonly Drill[];
  /** By id, also what was taken off the shelf. */
  readonly one: (id: string | null | undefined) => Drill | undefined;
  /** What it is called; words for none. */
  readonly nameOf: (id: string | null) => string;
  readonly mediaOf: (id: string) => DrillMedia | null;
}

const shipped = new Map(DRILLS.map((d) => [d.id, d]));

/** The drill as it comes with the application; undefined for the house's own. */
export const shippedDrill = (id: string): Drill | undefined => shipped.get(id);

/** Puts the house's own drills beside those that come with the application. */
export function drillShelf(own: readonly OwnDrill[]): DrillShelf {
  // a changed drill that is off the shelf is as it came
  const theirs = new Map(own.filter((o) => !o.off || !shipped.has(o.drill.id)).map((o) => [o.drill.id, o]));
  const one = (id: string): Drill | undefined => theirs.get(id)?.drill ?? shipped.get(id);
  return {
    offered: [
      ...DRILLS.map((d) => one(d.id)!),
      ...own.filter((o) => !o.off && !shipped.has(o.drill.id)).map((o) => o.drill),
    ],
    one: (id) => (typeof id === 'string' ? one(id) : undefined),
    nameOf: (id) => (id === null ? 'without a drill' : (one(id)?.name ?? id)),
    mediaOf: (id) => theirs.get(id)?.media ?? null,
  };
}

/** The drills that come with the application, and no others. */
export const SHIPPED_SHELF: DrillShelf = drillShelf([]);

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
