import type { SwingForces, ForceTraces } from '@vilko/core/traces/swing-traces';
import type { ReadView } from '../../workers/read-view';
import { traceAt } from '../trace';

/** The three planes a body may be turned in, and from where each is seen. */
export type PlaneName = 'behind' | 'front' | 'above';

/** A force in a plane: from where it acts to its tip, px. */
export interface Arrow {
  readonly who: 'lead' | 'trail' | 'whole';
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
}

/** What one plane shows at one moment. */
export interface Plane {
  readonly name: PlaneName;
  readonly title: string;
  readonly arrows: readonly Arrow[];
  readonly mass: readonly [number, number];
  /** Foot of the perpendicular from the mass to the line of the whole force; null where that is not drawn. */
  readonly lever: readonly [number, number] | null;
  /** N·m/kg about the mass, signed as the stave is. */
  readonly torque: number;
  /** +1 turns clockwise on the screen. */
  readonly clockwise: 1 | -1;
  readonly measure: string;
  readonly words: string;
  /** Which side of the picture the target, the ball or the toes are on. */
  readonly left: string;
  readonly right: string;
}

/** Size of a pane, px, and the room under its ground line. */
export const PANE = { w: 146, h: 172, ground: 158 } as const;
/** px per mm of place, and per %BW of force, upright and from above. */
const UPRIGHT = { mm: 0.135, force: 0.78 } as const;
export const PLAN = { mm: 0.2, force: 2.6 } as const;
/** Under this a torque is not worth a word, N·m/kg. */
export const HARDLY = 0.03;

const WORDS: Readonly<Record<PlaneName, { title: string; measure: string; plus: string; minus: string }>> = {
  behind: { title: 'from behind', measure: 'pitching', plus: 'bends to the ball', minus: 'stands the golfer up' },
  front: { title: 'from the front', measure: 'tilting', plus: 'lifts the target side', minus: 'lifts the trail side' },
  above: { title: 'from above', measure: 'turning', plus: 'turns to the target', minus: 'turns away from it' },
};

interface Vector {
  readonly place: readonly [x: number, y: number, z: number];
  readonly force: readonly [x: number, y: number, z: number];
}

const vectorAt = (f: ForceTraces, t: number): Vector => ({
  place: [traceAt(f.x, t), traceAt(f.y, t), 0],
  force: [traceAt(f.fx, t), traceAt(f.fy, t), traceAt(f.fz, t)],
});

/**
 * How a plane looks at the stance: screen px of a point in mm, and of a force in %BW. `side` is −1 for a left-hander.
 */
function project(
  name: PlaneName,
  side: 1 | -1,
): { point: (p: readonly number[]) => [number, number]; force: (f: readonly number[]) => [number, number] } {
  const cx = PANE.w / 2;
  if (name === 'above')
    return {
      point: ([x, y]) => [cx - side * PLAN.mm * y!, PANE.h / 2 - PLAN.mm * x!],
      force: ([x, y]) => [-side * PLAN.force * y!, -PLAN.force * x!],
    };
  // from behind the ball is to the right, from the front the target is: for a left-hander both change sides
  const across = (v: readonly number[]) => side * (name === 'behind' ? v[0]! : v[1]!);
  return {
    point: (p) => [cx + UPRIGHT.mm * across(p), PANE.ground - UPRIGHT.mm * p[2]!],
    force: (f) => [UPRIGHT.force * across(f), -UPRIGHT.force * f[2]!],
  };
}

/** On the screen a positive torque turns clockwise or not, for a right-hander. */
const POSITIVE_CLOCKWISE: Readonly<Record<PlaneName, 1 | -1>> = { behind: 1, front: -1, above: -1 };

/** The three planes at time `t`; null where the device has no horizontal forces. */
export function planesAt(view: ReadView, t: number): Plane[] | null {
  const { forces, staves } = view;
  if (!forces) return null;
  const side = view.handed === 'left' ? -1 : 1;
  const torques = { behind: staves.pitching, front: staves.tilting, above: staves.turning };
  return (['behind', 'front', 'above'] as const).map((name) => {
    const { title, measure, plus, minus } = WORDS[name];
    const { point, force } = project(name, side);
    const mass = point([traceAt(forces.mass.x, t), traceAt(forces.mass.y, t), traceAt(forces.mass.h, t)]);
    const trace = torques[name];
    const torque = trace ? traceAt(trace, t) : NaN;
    const arrow = (who: Arrow['who'], f: ForceTraces): Arrow[] => {
      const v = vectorAt(f, t);
      const from = point(v.place);
      const by = force(v.force);
      return [...from, ...by].every(Number.isFinite) ? [{ who, from, to: [from[0] + by[0], from[1] + by[1]] }] : [];
    };
    const whole = arrow('whole', forces.whole);
    const turns = Math.abs(torque) < HARDLY ? 'hardly turns the body' : torque > 0 ? plus : minus;
    return {
      name,
      title,
      mass,
      torque,
      measure,
      words: turns,
      arrows: [...feetArrows(forces, arrow), ...whole],
      lever: name === 'above' ? null : leverOf(whole[0], mass),
      clockwise: (POSITIVE_CLOCKWISE[name] * side * (torque < 0 ? -1 : 1)) as 1 | -1,
      ...sides(name, side),
    };
  });
}

const feetArrows = (forces: SwingForces, arrow: (who: Arrow['who'], f: ForceTraces) => Arrow[]): Arrow[] =>
  forces.feet ? [...arrow('lead', forces.feet.lead), ...arrow('trail', forces.feet.trail)] : [];

/** Where the line of a force passes the mass nearest. */
function leverOf(a: Arrow | undefined, [mx, my]: readonly [number, number]): [number, number] | null {
  if (!a) return null;
  const [dx, dy] = [a.to[0] - a.from[0], a.to[1] - a.from[1]];
  const size = dx * dx + dy * dy;
  if (!(size > 1)) return null;
  const k = ((mx - a.from[0]) * dx + (my - a.from[1]) * dy) / size;
  return [a.from[0] + k * dx, a.from[1] + k * dy];
}

function sides(name: PlaneName, side: 1 | -1): { left: string; right: string } {
  const [here, there] = name === 'behind' ? ['', 'ball'] : name === 'front' ? ['', 'target'] : ['target', ''];
  return side > 0 ? { left: here, right: there } : { left: there, right: here };
}
