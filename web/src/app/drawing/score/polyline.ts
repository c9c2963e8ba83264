/** A pixel column as drawn: where the line enters it, its highest and lowest point in their order, where it leaves. */
interface Column {
  at: number;
  readonly points: { x: number; y: number }[];
  least: number;
  most: number;
}

const tenth = (v: number): number => Math.round(10 * v) / 10;

/**
 * The path of a line through n points, px: of each pixel column no more than four of them, so that nothing is lost
 * that could be seen. Points that are no numbers are a break.
 * @example polyline(trace.v.length, (k) => px(trace.t0 + k / trace.rate), (k) => py(trace.v[k]!)) // 'M88 120.4L89 …'
 */
export function polyline(n: number, x: (k: number) => number, y: (k: number) => number): string {
  const parts: string[] = [];
  let column = null as Column | null;
  let down = false;
  const draw = (): void => {
    if (!column) return;
    const { points, least, most } = column;
    const kept = [...new Set([0, ...[least, most].sort((a, b) => a - b), points.length - 1])];
    for (const i of kept) {
      parts.push(`${down ? 'L' : 'M'}${tenth(points[i]!.x)} ${tenth(points[i]!.y)}`);
      down = true;
    }
    column = null;
  };
  for (let k = 0; k < n; k++) {
    const point = { x: x(k), y: y(k) };
    if (Number.isNaN(point.x) || Number.isNaN(point.y)) {
      draw();
      down = false;
      continue;
    }
    const at = Math.floor(point.x);
    if (column?.at !== at) {
      draw();
      column = { at, points: [point], least: 0, most: 0 };
      continue;
    }
    column.points.push(point);
    if (point.y < column.points[column.least]!.y) column.least = column.points.length - 1;
    if (point.y > column.points[column.most]!.y) column.most = column.points.length - 1;
  }
  draw();
  return parts.join('');
}

/** A line to and fro between two edges, closed: the spread around it. Where either edge is unknown there is none. */
export function ribbon(n: number, x: (k: number) => number, edges: readonly ((k: number) => number)[]): string {
  const known = Array.from({ length: n }, (_, k) => k).filter((k) => edges.every((e) => Number.isFinite(e(k))));
  if (!known.length) return '';
  const [one, other] = edges.map((e, i) => {
    const order = i ? [...known].reverse() : known;
    return polyline(
      order.length,
      (k) => x(order[k]!),
      (k) => e(order[k]!),
    );
  });
  return `${one}L${other!.slice(1)}Z`;
}
