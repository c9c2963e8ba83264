import type { LiveFrame } from '@vilko/contract/live-frame';
import { LiveTrack, type LiveGround } from './live-track';

const MAT = { rows: 40, cols: 60, pitch: 0.01 };
const STYLE = {
  paper: '#ffffff',
  ink: '#000000',
  ink2: '#808080',
  rules: '#e0e0e0',
  lead: '#0000ff',
  trail: '#ff0000',
  target: '#00c000',
};
/** The right-hander's lead foot lies to the golfer's left: +y. */
const frame = (more: Partial<LiveFrame> = {}): LiveFrame => ({
  sequence: 0,
  time: 0,
  arrived: 0,
  load: 800,
  lead: 400,
  trail: 400,
  places: [0, 0.2, 0, -0.2, 0, 0],
  mat: new Uint8Array(0),
  ...more,
});
const ground = (more: Partial<LiveGround> = {}): LiveGround => ({
  mat: null,
  handed: 'right',
  turned: false,
  band: null,
  ...more,
});

/** A mat whose left half (columns 45–52) or right half (5–12) is pressed on some of its rows. */
function pressed(half: 'left' | 'right', from: number, to: number): Uint8Array {
  const m = new Uint8Array(MAT.rows * MAT.cols);
  const first = half === 'left' ? 45 : 5;
  for (let r = from; r <= to; r++) for (let c = first; c < first + 8; c++) m[r * MAT.cols + c] = 120;
  return m;
}

describe('the live Track', () => {
  let canvas: HTMLCanvasElement;
  let track: LiveTrack;
  beforeEach(() => {
    canvas = document.createElement('canvas');
    canvas.style.cssText = 'width: 600px; height: 400px; display: block';
    document.body.append(canvas);
    track = new LiveTrack();
  });
  afterEach(() => canvas.remove());

  /** Where the pixels of a colour lie, and how many there are, as parts of the picture. */
  function drawn(colour: 'lead' | 'trail' | 'target' | 'ink'): { n: number; x: number; y: number } {
    const { width, height } = canvas;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height);
    const want = [1, 3, 5].map((i) => parseInt(STYLE[colour].slice(i, i + 2), 16));
    let [n, sx, sy] = [0, 0, 0];
    for (let i = 0; i < data.length; i += 4)
      if (want.every((v, c) => Math.abs(data[i + c]! - v) < 40)) {
        n++;
        sx += (i / 4) % width;
        sy += Math.floor(i / 4 / width);
      }
    return { n, x: sx / n / width, y: sy / n / height };
  }

  it('has the lead foot on the target side: left of a right-hander, right of a left-hander and of a turned picture', () => {
    const draw = (more: Partial<LiveGround>) => {
      track.draw(canvas, frame(), ground(more), STYLE);
      return [drawn('lead').x, drawn('trail').x] as const;
    };
    for (const [more, leadIsLeft] of [
      [{}, true],
      [{ turned: true }, false],
      [{ handed: 'left' }, false],
      [{ handed: 'left', turned: true }, true],
    ] as const) {
      const [lead, trail] = draw(more);
      expect(lead < trail)
        .withContext(JSON.stringify(more))
        .toBe(leadIsLeft);
      expect(Math.abs(lead - trail)).toBeGreaterThan(0.3);
    }
  });

  it('draws pressure where the foot presses: toes over heels, either half of the mat on its own side', () => {
    const at = (mat: Uint8Array, more: Partial<LiveGround> = {}) => {
      track.forget();
      // nobody's feet are told, so only the contours have their colours
      track.draw(canvas, frame({ mat, places: [NaN, NaN, NaN, NaN, NaN, NaN] }), ground({ mat: MAT, ...more }), STYLE);
      return { lead: drawn('lead'), trail: drawn('trail') };
    };
    const toes = at(pressed('left', 28, 34));
    const heels = at(pressed('left', 5, 11));
    expect(toes.trail.n).toBe(0);
    expect(toes.lead.n).toBeGreaterThan(20);
    expect(toes.lead.y).toBeLessThan(heels.lead.y - 0.2);
    // the same half is the trail foot of a left-hander, and lies where the golfer's left is: the picture is mirrored
    const mirrored = at(pressed('left', 28, 34), { handed: 'left' });
    expect(mirrored.lead.n).toBe(0);
    expect(mirrored.trail.x).toBeCloseTo(toes.lead.x, 1);
    expect(mirrored.trail.y).toBeCloseTo(toes.lead.y, 1);
    expect(at(pressed('right', 28, 34)).trail.x).toBeCloseTo(1 - toes.lead.x, 1);
  });

  it('puts the cross-hair between the feet by their loads, and draws its tail until it is forgotten', () => {
    const cross = (y: number) => {
      track.draw(canvas, frame({ places: [0, 0.2, 0, -0.2, 0, y] }), ground(), STYLE);
      return drawn('ink').x;
    };
    const [toLead, toTrail] = [cross(0.15), cross(-0.15)];
    expect(toLead).toBeLessThan(0.45);
    expect(toTrail).toBeGreaterThan(0.55);
    const withTail = drawnInk2();
    track.forget();
    cross(-0.15);
    expect(drawnInk2()).toBeLessThan(withTail - 50);
  });
  const drawnInk2 = (): number => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let n = 0;
    for (let i = 0; i < data.length; i += 4) if (data[i]! > 110 && data[i]! < 190 && data[i] === data[i + 2]) n++;
    return n;
  };

  it('hatches the wanted share between the feet: a band for the lead foot lies nearer to it', () => {
    const band = (lo: number, hi: number) => {
      track.draw(canvas, frame(), ground({ band: [lo, hi] }), STYLE);
      return drawn('target');
    };
    expect(band(60, 70).x).toBeLessThan(band(30, 40).x - 0.1);
    track.draw(canvas, frame({ places: [NaN, NaN, 0, -0.2, 0, 0] }), ground({ band: [50, 60] }), STYLE);
    expect(drawn('target').n).toBe(0);
  });

  it('draws no foot that carries nothing', () => {
    track.draw(canvas, frame({ places: [NaN, NaN, 0, -0.2, 0, -0.2] }), ground(), STYLE);
    expect(drawn('lead').n).toBe(0);
    expect(drawn('trail').n).toBeGreaterThan(20);
  });
});
