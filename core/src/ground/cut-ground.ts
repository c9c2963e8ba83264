import type { SwingEvents } from '../events/events.js';
import { indexFrom, indexTo, type Series } from '../signal/series.js';
import type { Cop, FootLoads } from './foot-loads.js';
import type { TimeBase } from '../condition/time-base.js';
import { type Ground, type MatGround, seriesOn } from './ground.js';

/** What a swing's measures may reach before its address and after its impact or finish, s. */
const BEFORE_ADDRESS = 1.3;
const AFTER_IMPACT = 2.3;
const AFTER_FINISH = 2.1;

/** The ground of one swing, its events on that stretch, and how what else runs along the recording is cut to it. */
interface CutGround {
  readonly ground: Ground;
  readonly swing: SwingEvents;
  readonly along: (whole: Cop) => Cop;
}

/** One swing's stretch of a recording, so that the cost of many swings in a file grows with their number only. */
export function cutGround(g: Ground, swing: SwingEvents): CutGround {
  const clock = g.share;
  const { p7, p10 } = swing.events;
  const from = indexFrom(clock, swing.start - BEFORE_ADDRESS);
  const to = indexTo(clock, Math.max((p7?.t ?? swing.end) + AFTER_IMPACT, (p10?.t ?? 0) + AFTER_FINISH)) + 1;
  if (from === 0 && to === g.base.n) return { ground: g, swing, along: (c) => c };
  const { base, series, cop, loads } = stretchOf(g.base, from, to);
  return {
    ground: {
      ...g,
      base,
      raw: { lead: loads(g.raw.lead), trail: loads(g.raw.trail) },
      feet: { lead: loads(g.feet.lead), trail: loads(g.feet.trail) },
      both: loads(g.both),
      footCop: { lead: cop(g.footCop.lead), trail: cop(g.footCop.trail) },
      cop: cop(g.cop),
      share: series(g.share),
      path: cop(g.path),
      mat: g.mat && cutMat(g.mat, base),
    },
    swing: { ...swing, address: { ...swing.address, i0: swing.address.i0 - from, i1: swing.address.i1 - from } },
    along: cop,
  };
}

/** The same stretch on a mat's own clock; its frames stay whole. */
function cutMat(m: MatGround, { t0, rate, n }: TimeBase): MatGround {
  const { base, series, cop, loads } = stretchOf(
    m.base,
    indexFrom(m.share, t0),
    indexTo(m.share, t0 + (n - 1) / rate) + 1,
  );
  return {
    ...m,
    base,
    loads: { lead: loads(m.loads.lead), trail: loads(m.loads.trail) },
    filtered: { lead: loads(m.filtered.lead), trail: loads(m.filtered.trail) },
    toes: { lead: series(m.toes.lead), trail: series(m.toes.trail) },
    footCop: { lead: cop(m.footCop.lead), trail: cop(m.footCop.trail) },
    cop: cop(m.cop),
    share: series(m.share),
  };
}

/** Samples `from` … `to` − 1 of a clock, and how everything that runs on it is cut to them; nothing is copied. */
function stretchOf(whole: TimeBase, from: number, to: number) {
  const base: TimeBase = { ...whole, t0: whole.t0 + from / whole.rate, n: to - from };
  const cut = (v: Float64Array): Float64Array => v.subarray(from, to);
  const series = (s: Series): Series => seriesOn(base, cut(s.v));
  return {
    base,
    series,
    cop: (c: Cop): Cop => ({ x: series(c.x), y: series(c.y) }),
    loads: (f: FootLoads): FootLoads => ({
      fx: f.fx && cut(f.fx),
      fy: f.fy && cut(f.fy),
      fz: cut(f.fz),
      fzx: cut(f.fzx),
      fzy: cut(f.fzy),
      mz: f.mz && cut(f.mz),
    }),
  };
}
