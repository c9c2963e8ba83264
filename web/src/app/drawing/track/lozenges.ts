/** A numbered mark beside the route. */
export interface Lozenge {
  readonly n: number;
  /** The route's point. */
  readonly x: number;
  readonly y: number;
  /** Centre of the lozenge. */
  readonly lx: number;
  readonly ly: number;
}

type Point = readonly [number, number];

const REACH = [20, 28, 38, 50];
const DIRECTIONS = 16;
const APART = 20;

/** Places each mark where it covers neither route nor another mark, as near to its point as that allows. */
export function placeLozenges(
  points: readonly { n: number; x: number; y: number }[],
  route: readonly Point[],
  box: { w: number; h: number },
): Lozenge[] {
  const placed: Lozenge[] = [];
  for (const p of points) {
    let best: Lozenge | null = null;
    let cost = Infinity;
    for (const reach of REACH)
      for (let i = 0; i < DIRECTIONS; i++) {
        const a = (2 * Math.PI * i) / DIRECTIONS;
        const l: Lozenge = { ...p, lx: p.x + reach * Math.cos(a), ly: p.y + reach * Math.sin(a) };
        const c = costOf(l, reach, { placed, points, route, box });
        if (c < cost) {
          cost = c;
          best = l;
        }
      }
    placed.push(best!);
  }
  return placed;
}

/** What a lozenge must not cover, and where it must stay. */
interface Surroundings {
  readonly placed: readonly Lozenge[];
  readonly points: readonly { x: number; y: number }[];
  readonly route: readonly Point[];
  readonly box: { w: number; h: number };
}

function costOf(l: Lozenge, reach: number, { placed, points, route, box }: Surroundings): number {
  let c = reach * 0.6;
  if (l.lx < 12 || l.ly < 24 || l.lx > box.w - 12 || l.ly > box.h - 14) c += 400;
  for (const q of placed) {
    const d = Math.hypot(q.lx - l.lx, q.ly - l.ly);
    if (d < APART) c += 20 * (APART - d);
    if (crosses([l.x, l.y], [l.lx, l.ly], [q.x, q.y], [q.lx, q.ly])) c += 60;
  }
  for (const q of points) {
    const d = Math.hypot(q.x - l.lx, q.y - l.ly);
    if (d < 14) c += 8 * (14 - d);
  }
  for (const [x, y] of route) {
    const d = Math.hypot(x - l.lx, y - l.ly);
    if (d < 15) c += 3 * (15 - d);
  }
  return c;
}

function crosses(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) =>
    Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return side(a, b, c) !== side(a, b, d) && side(c, d, a) !== side(c, d, b);
}
