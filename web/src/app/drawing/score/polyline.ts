/** A line passes so near the points it leaves out, px: an eighth of its width. */
const NEAR = 0.2;

const tenth = (v: number): number => Math.round(10 * v) / 10;

/**
 * Writes a line of straight pieces, each as long as every point along it lies near it: the steepest and flattest way
 * from where it began that still does is narrowed point by point (Williams 1978; Imai and Iri 1986).
 */
class Pen {
  private path = '';
  private down = false;
  /** Where this piece began, and how far it goes for certain. */
  private x0 = 0;
  private y0 = 0;
  private x1 = 0;
  private y1 = 0;
  private flattest = -Infinity;
  private steepest = Infinity;
  private going = false;

  to(x: number, y: number): void {
    if (!this.down) {
      this.path += `M${tenth(x)} ${tenth(y)}`;
      this.down = true;
      this.begin(x, y);
      return;
    }
    if (x === (this.going ? this.x1 : this.x0) && y === (this.going ? this.y1 : this.y0)) return;
    const slope = (y - this.y0) / (x - this.x0);
    // straight up, or where it stands, there is no slope to narrow
    const fits = x !== this.x0 && slope >= this.flattest && slope <= this.steepest;
    if (this.going && !fits) {
      this.write();
      this.begin(this.x1, this.y1);
    }
    this.narrow(x, y);
  }
  /** Ends the line: the next point begins another. */
  lift(): void {
    if (this.going) this.write();
    this.down = this.going = false;
  }
  done(): string {
    this.lift();
    return this.path;
  }

  private begin(x: number, y: number): void {
    this.x0 = x;
    this.y0 = y;
    this.flattest = -Infinity;
    this.steepest = Infinity;
    this.going = false;
  }
  private narrow(x: number, y: number): void {
    this.x1 = x;
    this.y1 = y;
    this.going = true;
    const dx = x - this.x0;
    const [one, other] = [(y - NEAR - this.y0) / dx, (y + NEAR - this.y0) / dx];
    // straight up nothing else lies on the way
    this.flattest = dx === 0 ? Infinity : Math.max(this.flattest, Math.min(one, other));
    this.steepest = dx === 0 ? -Infinity : Math.min(this.steepest, Math.max(one, other));
  }
  private write(): void {
    this.path += `L${tenth(this.x1)} ${tenth(this.y1)}`;
  }
}

/**
 * The path of a line through n points, px: of each pixel column where the line enters it, its highest and lowest
 * point, and where it leaves, and of those none that lies on the way between others. Points that are no numbers are a
 * break.
 * @example polyline(trace.v.length, (k) => px(trace.t0 + k / trace.rate), (k) => py(trace.v[k]!)) // 'M88 120.4L89 …'
 */
export function polyline(n: number, x: (k: number) => number, y: (k: number) => number): string {
  const pen = new Pen();
  let column = NaN;
  // of the column: its last point, and its lowest and highest with their order
  let [lastX, lastY] = [0, 0];
  let [leastX, leastY, leastAt] = [0, 0, 0];
  let [mostX, mostY, mostAt] = [0, 0, 0];
  const draw = (): void => {
    if (Number.isNaN(column)) return;
    if (leastAt < mostAt) pen.to(leastX, leastY);
    pen.to(mostX, mostY);
    if (leastAt > mostAt) pen.to(leastX, leastY);
    pen.to(lastX, lastY);
  };
  for (let k = 0; k < n; k++) {
    const [px, py] = [x(k), y(k)];
    if (Number.isNaN(px) || Number.isNaN(py)) {
      draw();
      pen.lift();
      column = NaN;
      continue;
    }
    if (Math.floor(px) === column) {
      if (py < leastY) [leastX, leastY, leastAt] = [px, py, k];
      if (py > mostY) [mostX, mostY, mostAt] = [px, py, k];
    } else {
      draw();
      column = Math.floor(px);
      pen.to(px, py);
      [leastX, leastY, leastAt] = [px, py, k];
      [mostX, mostY, mostAt] = [px, py, k];
    }
    [lastX, lastY] = [px, py];
  }
  draw();
  return pen.done();
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
