import type { LiveFrame } from '@vilko/contract/live-frame';
import { footBox, footContours, type FootBox } from './contours';

/** What a live picture is drawn with. */
export interface LiveStyle {
  readonly paper: string;
  readonly ink: string;
  readonly ink2: string;
  readonly rules: string;
  readonly lead: string;
  readonly trail: string;
  readonly target: string;
}

export interface LiveGround {
  readonly mat: { readonly rows: number; readonly cols: number; readonly pitch: number } | null;
  readonly handed: 'right' | 'left';
  readonly turned: boolean;
  /** Lead share wanted at address, %. */
  readonly band: readonly [number, number] | null;
}

const TAIL = 90;
/** Metres shown along and across. */
const SPAN = [0.78, 0.42] as const;
const REFERENCE = 150;

/** What is drawn on, and how the ground lies on it. */
interface Sheet {
  readonly c: CanvasRenderingContext2D;
  /** Pixels of a place along and across the stance, m. */
  readonly at: (along: number, across: number) => [number, number];
  readonly style: LiveStyle;
}

/** Draws the live stance on a canvas: contours, the cross-hair and its tail. Keeps only what the next picture needs. */
export class LiveTrack {
  private tail: (readonly [number, number])[] = [];
  private ever: Uint8Array | null = null;
  private boxes: readonly [FootBox | null, FootBox | null] = [null, null];
  private sinceBoxes = 0;

  forget(): void {
    this.tail = [];
    this.ever = null;
  }

  draw(canvas: HTMLCanvasElement, f: LiveFrame, g: LiveGround, style: LiveStyle): void {
    const ratio = devicePixelRatio;
    const w = canvas.clientWidth;
    const h = canvas.clientHeight;
    if (canvas.width !== Math.round(w * ratio) || canvas.height !== Math.round(h * ratio)) {
      canvas.width = Math.round(w * ratio);
      canvas.height = Math.round(h * ratio);
    }
    const c = canvas.getContext('2d')!;
    c.setTransform(ratio, 0, 0, ratio, 0, 0);
    c.fillStyle = style.paper;
    c.fillRect(0, 0, w, h);
    const scale = Math.min(w / SPAN[0], (h - 56) / SPAN[1]);
    const flip = g.turned ? -1 : 1;
    const side = (g.handed === 'left' ? 1 : -1) * flip;
    const at = (along: number, across: number): [number, number] => [
      w / 2 + side * along * scale,
      h / 2 - 8 - flip * across * scale,
    ];
    const sheet: Sheet = { c, at, style };
    this.axes(sheet, { w, h, scale });
    if (g.mat && f.mat.length) this.contours(sheet, f, g.mat, g.handed);
    this.feet(sheet, f);
    if (g.band) this.band(sheet, f, g.band);
    this.cross(sheet, f);
    c.font = '600 24px "Hanken Grotesk Variable"';
    c.fillStyle = style.ink2;
    c.textAlign = side < 0 ? 'left' : 'right';
    c.fillText(side < 0 ? '◀ target' : 'target ▶', side < 0 ? 16 : w - 16, 32);
    c.textAlign = 'left';
    c.fillText(g.turned ? 'heels' : 'toes', w / 2 + 12, 32);
  }

  private axes(
    { c, at, style: s }: Sheet,
    { w, h, scale }: { readonly w: number; readonly h: number; readonly scale: number },
  ): void {
    const [cx, cy] = at(0, 0);
    c.strokeStyle = s.rules;
    c.lineWidth = 1;
    c.beginPath();
    c.moveTo(10, cy);
    c.lineTo(w - 10, cy);
    c.moveTo(cx, 40);
    c.lineTo(cx, h - 48);
    for (let m = 0.05; m * scale < w / 2 - 10; m += 0.05)
      for (const x of [cx - m * scale, cx + m * scale]) {
        c.moveTo(x, cy - 5);
        c.lineTo(x, cy + 5);
      }
    c.stroke();
  }

  private contours(
    { c, at, style: s }: Sheet,
    f: LiveFrame,
    mat: NonNullable<LiveGround['mat']>,
    handed: 'right' | 'left',
  ): void {
    const cells = mat.rows * mat.cols;
    this.ever ??= new Uint8Array(cells);
    let fresh = false;
    for (let i = 0; i < cells; i++)
      if (f.mat[i]! > 3 && !this.ever[i]) {
        this.ever[i] = 1;
        fresh = true;
      }
    const half = (i: number) => (i % mat.cols < mat.cols / 2 ? 0 : 1);
    if (fresh || this.sinceBoxes++ > 600) {
      this.sinceBoxes = 0;
      const ever = this.ever;
      this.boxes = [
        footBox(mat, (i) => ever[i] === 1 && half(i) === 0),
        footBox(mat, (i) => ever[i] === 1 && half(i) === 1),
      ];
    }
    const mirror = handed === 'left' ? -1 : 1;
    this.boxes.forEach((box, o) => {
      if (!box) return;
      // column 0 lies at the golfer's right: the trail foot of a right-hander, the lead foot of a left-hander
      const lead = (o === 1) === (handed === 'right');
      c.strokeStyle = lead ? s.lead : s.trail;
      c.setLineDash(lead ? [] : [5, 3.5]);
      for (const { level, rings } of footContours(box, mat, (i) => (half(i) === o ? f.mat[i]! : 0), REFERENCE)) {
        c.lineWidth = 1.6 + 1.2 * level;
        c.beginPath();
        for (const ring of rings) {
          ring.forEach(([q, r], i) => {
            const p = at(mirror * (q - (mat.cols - 1) / 2) * mat.pitch, (r - (mat.rows - 1) / 2) * mat.pitch);
            if (i) c.lineTo(...p);
            else c.moveTo(...p);
          });
          c.closePath();
        }
        c.stroke();
      }
      c.setLineDash([]);
    });
  }

  private feet({ c, at, style: s }: Sheet, f: LiveFrame): void {
    const [lx, ly, tx, ty] = f.places as [number, number, number, number];
    for (const [x, y, colour] of [
      [lx, ly, s.lead],
      [tx, ty, s.trail],
    ] as const) {
      if (Number.isNaN(x)) continue;
      const [px, py] = at(y, x);
      c.fillStyle = s.paper;
      c.strokeStyle = colour;
      c.lineWidth = 2;
      c.beginPath();
      c.moveTo(px, py - 9);
      c.lineTo(px + 8, py + 6);
      c.lineTo(px - 8, py + 6);
      c.closePath();
      c.fill();
      c.stroke();
    }
  }

  /** The wanted share at address as a hatched piece of the line between the feet. */
  private band({ c, at, style: s }: Sheet, f: LiveFrame, band: readonly [number, number]): void {
    const [lx, ly, tx, ty] = f.places as [number, number, number, number];
    if (Number.isNaN(lx) || Number.isNaN(tx)) return;
    const point = (share: number) => at(ty + ((ly - ty) * share) / 100, tx + ((lx - tx) * share) / 100);
    const [a, b] = band.map(point) as [[number, number], [number, number]];
    const x0 = Math.min(a[0], b[0]);
    const x1 = Math.max(a[0], b[0]);
    const y = (a[1] + b[1]) / 2;
    c.strokeStyle = s.target;
    c.lineWidth = 1;
    c.save();
    c.beginPath();
    c.rect(x0, y - 26, x1 - x0, 52);
    c.clip();
    c.beginPath();
    for (let x = x0 - 52; x < x1 + 52; x += 7) {
      c.moveTo(x, y + 26);
      c.lineTo(x + 52, y - 26);
    }
    c.stroke();
    c.restore();
    c.lineWidth = 2.5;
    c.beginPath();
    for (const [x, d] of [
      [x0, 1],
      [x1, -1],
    ] as const) {
      c.moveTo(x + 7 * d, y - 26);
      c.lineTo(x, y - 26);
      c.lineTo(x, y + 26);
      c.lineTo(x + 7 * d, y + 26);
    }
    c.stroke();
  }

  private cross({ c, at, style: s }: Sheet, f: LiveFrame): void {
    const [, , , , x, y] = f.places as [number, number, number, number, number, number];
    if (Number.isNaN(x)) return;
    this.tail.push([y, x]);
    if (this.tail.length > TAIL) this.tail.shift();
    c.strokeStyle = s.ink2;
    c.lineWidth = 1.5;
    c.beginPath();
    this.tail.forEach(([a, b], i) => (i ? c.lineTo(...at(a, b)) : c.moveTo(...at(a, b))));
    c.stroke();
    const [px, py] = at(y, x);
    c.strokeStyle = s.ink;
    c.lineWidth = 3;
    c.beginPath();
    c.arc(px, py, 19, 0, 7);
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      c.moveTo(px + 9 * dx, py + 9 * dy);
      c.lineTo(px + 27 * dx, py + 27 * dy);
    }
    c.stroke();
  }
}
