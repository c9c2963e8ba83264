import { viewOf } from '../../testing/views';
import type { ReadView } from '../../workers/read-view';
import { drawReplay, REPLAY_SIZE, replaySpan } from './replay-picture';

const view = (handed: 'right' | 'left'): ReadView => viewOf({ device: 'plates', seed: 4, handed });

describe('the replay as a picture', () => {
  const canvas = Object.assign(document.createElement('canvas'), { width: REPLAY_SIZE.w, height: REPLAY_SIZE.h });
  const c = canvas.getContext('2d')!;
  const drawn = (v: ReadView, t: number, before: ReadView | null = null, since = '') => {
    drawReplay(c, {
      now: { view: v, words: 'Now' },
      before: before && { view: before, words: 'Before' },
      films: [],
      since,
      t,
    });
    return c.getImageData(0, 0, REPLAY_SIZE.w, REPLAY_SIZE.h).data;
  };
  /** Dark points of the plan, and their mean place across. */
  const ink = (d: Uint8ClampedArray) => {
    let [n, x] = [0, 0];
    for (let i = 60; i < 540; i++)
      for (let j = 20; j < 1260; j++) {
        const k = 4 * (i * REPLAY_SIZE.w + j);
        if (d[k]! < 60 && d[k + 1]! < 70 && d[k + 2]! < 80) {
          n++;
          x += j;
        }
      }
    return { n, x: x / n };
  };

  it('reaches from before address to after the finish, with impact at zero', () => {
    const v = view('right');
    const [from, to] = replaySpan({ before: null, now: { view: v, words: '' } });
    expect(from).toBeCloseTo(v.events.p1!.t - v.events.p7!.t - 0.15, 6);
    expect(to).toBeGreaterThan(0.1);
    expect(from).toBeLessThan(-0.5);
  });
  it('draws more of the route the later it is, mirrored for a left-hander', () => {
    const right = view('right');
    const [early, late] = [ink(drawn(right, -0.4)), ink(drawn(right, 0.2))];
    expect(late.n).toBeGreaterThan(early.n + 500);
    // the ring stands on the lead side after impact: left for a right-hander
    expect(late.x).toBeLessThan(REPLAY_SIZE.w / 2);
    expect(ink(drawn(view('left'), 0.2)).x).toBeGreaterThan(REPLAY_SIZE.w / 2);
  });
  it('says what stands between the two, and no more of it than there is room for', () => {
    const spy = spyOn(c, 'fillText').and.callThrough();
    drawn(view('right'), 0, null, `since “${'step '.repeat(40)}”`);
    const told = spy.calls.allArgs().map(([words]) => words);
    expect(told.find((w) => w.startsWith('since'))).toMatch(/^since “step .{60,70} …$/);
    spy.calls.reset();
    drawn(view('right'), 0);
    expect(spy.calls.allArgs().some(([words]) => words.startsWith('since'))).toBeFalse();
  });
  it('says where there is no route', () => {
    expect(ink(drawn({ ...view('right'), path: null }, 0)).n).toBeLessThan(ink(drawn(view('right'), 0)).n);
  });
});
