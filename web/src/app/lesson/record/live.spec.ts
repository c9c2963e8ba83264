import type { LiveFrame } from '@vilko/contract/live-frame';
import type { FootCheck } from '@vilko/core/recording/foot-check';
import { liveFeet } from './live-feet';
import { StanceWatch } from './stance-watch';

const MAT = { rows: 40, cols: 60, pitch: 0.01 };
const frame = (more: Partial<LiveFrame> = {}): LiveFrame => ({
  sequence: 0,
  time: 0,
  arrived: 0,
  load: 750,
  lead: 380,
  trail: 370,
  places: [0, 0.25, 0, -0.25],
  mat: new Uint8Array(0),
  ...more,
});

/** A mat on which the right foot (columns 5–12) and the left one (45–52) stand on rows 8–33. */
function stood(right: (row: number) => number, left: (row: number) => number): Uint8Array {
  const m = new Uint8Array(MAT.rows * MAT.cols);
  for (let r = 8; r < 34; r++) {
    for (let c = 5; c < 13; c++) m[r * MAT.cols + c] = right(r);
    for (let c = 45; c < 53; c++) m[r * MAT.cols + c] = left(r);
  }
  return m;
}

describe('the live feet', () => {
  it('are read from a mat’s picture: even load lies in the middle, half of it on the toes', () => {
    const f = liveFeet(
      frame({
        mat: stood(
          () => 60,
          () => 60,
        ),
      }),
      MAT,
      'right',
      null,
    );
    for (const foot of [f.lead, f.trail]) {
      expect(foot.forward).toBeCloseTo(50, 6);
      expect(foot.toe).toBeCloseTo(50, 6);
    }
    expect(f.apart).toBeCloseTo(0.5, 9);
  });
  it('know which half is the trail foot, for both hands', () => {
    const mat = stood(
      (r) => (r > 20 ? 120 : 20),
      () => 60,
    );
    const right = liveFeet(frame({ mat }), MAT, 'right', null);
    expect(right.trail.forward!).toBeGreaterThan(60);
    expect(right.lead.forward!).toBeCloseTo(50, 6);
    const left = liveFeet(frame({ mat }), MAT, 'left', null);
    expect(left.lead.forward).toBe(right.trail.forward);
    expect(left.trail.forward).toBe(right.lead.forward);
  });
  it('do not take a few noisy cells for a foot', () => {
    const mat = new Uint8Array(MAT.rows * MAT.cols);
    mat[10 * MAT.cols + 6] = 200;
    mat[11 * MAT.cols + 6] = 200;
    expect(liveFeet(frame({ mat }), MAT, 'right', null).trail).toEqual({ forward: null, toe: null });
  });
  it('on plates rest on the foot check, and say nothing without one', () => {
    const foot = (y: number) => ({ heel: [-0.1, y], axis: [1, 0], length: 0.25 });
    const check = { lead: foot(0.25), trail: foot(-0.25) } as unknown as FootCheck;
    const f = frame({ places: [0.025, 0.25, -0.05, -0.25] as unknown as LiveFrame['places'] });
    expect(liveFeet(f, null, 'right', null).lead).toEqual({ forward: null, toe: null });
    const seen = liveFeet(f, null, 'right', check);
    expect(seen.lead.forward).toBeCloseTo(50, 6);
    expect(seen.trail.forward).toBeCloseTo(20, 6);
    expect(seen.lead.toe).toBeNull();
  });
  it('have no distance while a foot is in the air', () => {
    expect(
      liveFeet(frame({ places: [0, NaN, 0, -0.2] as unknown as LiveFrame['places'] }), null, 'right', null).apart,
    ).toBeNull();
  });
});

describe('a stir out of a quiet stance', () => {
  /** Stands still at a share, then goes to another within half a second. */
  function leaves(to: number) {
    const w = new StanceWatch();
    let t = 0;
    let s = w.see(frame());
    const see = (share: number) => (s = w.see(frame({ time: t, lead: 7.5 * share, trail: 7.5 * (100 - share) })));
    for (; t < 2; t += 0.05) see(50);
    expect(s.stir).toBeNull();
    const before = s.still;
    for (; t < 2.6; t += 0.05) see(to);
    return {
      s,
      before,
      on: (seconds: number) => {
        for (const end = t + seconds; t < end; t += 0.05) see(to);
        return s;
      },
    };
  }
  it('towards the target is a forward press, away from it the load', () => {
    expect(leaves(58).s.stir).toBe('press');
    expect(leaves(42).s.stir).toBe('load');
    expect(leaves(51).s.stir).toBeNull();
  });
  it('is shown for a few seconds, then forgotten', () => {
    const { before, on } = leaves(58);
    expect(before).toBeGreaterThan(1.5);
    expect(on(1).stir).toBe('press');
    expect(on(3).stir).toBeNull();
  });
  it('is not made by sensor noise', () => {
    const w = new StanceWatch();
    for (let t = 0; t < 6; t += 0.02) {
      const share = 50 + 1.2 * Math.sin(40 * t);
      expect(w.see(frame({ time: t, lead: 7.5 * share, trail: 7.5 * (100 - share) })).stir).toBeNull();
    }
  });
});
