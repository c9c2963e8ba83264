import type { Drill } from '../drills/drill.js';
import { DRILLS } from '../drills/drills.js';
import { shippedDrill } from '../drills/shelf.js';
import { VilkoError } from '../error.js';
import { FAULTS } from '../faults/catalogue.js';
import { random } from '../golfer/index.js';
import type { Random } from '../golfer/random.js';
import { PATTERNS } from '../patterns/library.js';
import { DIFFICULTY, nearest } from './difficulty.js';
import { type DrillPupil, reasonAgainst } from './drill-reasons.js';
import { type Asked, type ItemWish, TRIES } from './exercise.js';
import { drawn, pick } from './lots.js';
import type { Choice } from './score.js';

/** A finding, a pupil, and drills of which one fits. */
export interface ChooseDrillItem extends Asked {
  readonly pupil: DrillPupil;
}

/** Drills that are offered. */
const OFFERED = 4;
const SURE = 0.95;

/** The drill that the rules of the library leave. */
export const vilkoChooses = ({ options, pupil }: ChooseDrillItem): Choice => ({
  said: options.find((id) => reasonAgainst(shippedDrill(id)!, pupil) === null)!,
  sure: SURE,
});

/** What makes a drill unfit for somebody: an injury, an aid that is not there, a school that is not its own. */
function against(rng: Random, d: Drill, p: DrillPupil): DrillPupil | null {
  const ways: DrillPupil[] = [
    ...d.tags.map((t) => ({ ...p, injuries: [...new Set([...p.injuries, t])] })),
    ...d.equipment.map((e) => ({ ...p, lacks: [...new Set([...p.lacks, e])] })),
    ...(d.school && d.school !== p.school ? [p] : []),
  ];
  return ways.length ? pick(rng, ways) : null;
}

/**
 * An item of *Choose the drill*: a finding, the injuries on record, the school and what is not there; of four drills
 * one fits. The same wish gives the same item.
 * @throws VilkoError when nothing can be made of the wish
 */
export function chooseDrillItem({ seed, difficulty: wished }: ItemWish): ChooseDrillItem {
  const rng = random(seed);
  const { reasons, points } = nearest(rng, DIFFICULTY.drill, wished);
  for (let attempt = 0; attempt < TRIES * TRIES; attempt++) {
    const fault = pick(rng, FAULTS).id;
    const own = drawn(
      rng,
      DRILLS.filter((d) => d.for.includes(fault)),
      reasons + 1,
    );
    const [fits, ...near] = own;
    if (!fits || near.length < reasons) continue;
    const school = fits.school ?? pick(rng, PATTERNS).id;
    const start: DrillPupil = { fault, club: fits.clubs?.[0] ?? 'iron', school, injuries: [], lacks: [] };
    const pupil = near.reduce<DrillPupil | null>(
      (p, d) => (p && reasonAgainst(d, p) === null ? against(rng, d, p) : p),
      start,
    );
    if (!pupil || reasonAgainst(fits, pupil) !== null || near.some((d) => reasonAgainst(d, pupil) === null)) continue;
    const others = DRILLS.filter((d) => !d.for.includes(fault));
    const all = [fits, ...near, ...drawn(rng, others, OFFERED - 1 - near.length)];
    const options = all.map((d) => d.id).sort();
    return { seed, difficulty: points, options, truth: fits.id, pupil };
  }
  throw new VilkoError('bad-option', `no drill of seed ${seed} can be asked for`);
}
