import type { Drill } from './drill.js';
import { DRILLS } from './drills.js';
import type { DrillMedia, OwnDrill } from './own-drill.js';

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
