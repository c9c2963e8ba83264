import { quietLevel, type Ground } from '../ground/ground.js';
import type { FootLoads } from '../ground/foot-loads.js';
import type { FeetPair, FootName } from '../ground/foot-outline.js';
import type { AlteredSwing } from './alter.js';
import type { Altered, WhatIf } from './what-if.js';

/** How long a change comes and goes, s, before P1 and after P9. */
const FADE_IN = 0.25;
const FADE_OUT = 0.45;
const STEADY_AFTER = 0.06;
/** A foot's place is carried on from where it was last sure. */
const SURE = 0.04;

/** What a horizontal force of both feet has become, foot by foot. */
export type Sideways = FeetPair<{ readonly fx: Float64Array; readonly fy: Float64Array; readonly tz: Float64Array }>;

const smooth = (x: number): number => (x <= 0 ? 0 : x >= 1 ? 1 : x * x * (3 - 2 * x));

/** A swing's course on the ground's grid, and how a part of it is scaled and moved in time. */
export class Course {
  readonly total: Float64Array;
  /** Lead share, 0–1; carried on where nothing stands. */
  readonly share: Float64Array;
  readonly weight: number;
  readonly quietShare: number;
  private readonly from: number;
  private readonly p2: number;
  private readonly impact: number;
  private readonly to: number;

  constructor(
    private readonly ground: Ground,
    swing: AlteredSwing,
  ) {
    const { lead, trail } = ground.raw;
    const { events } = swing;
    this.total = lead.fz.map((f, k) => f + trail.fz[k]!);
    this.weight = quietLevel(this.total);
    this.share = this.total.map((f, k) => (f > SURE * this.weight ? lead.fz[k]! / f : 0.5));
    this.impact = events.p7?.t ?? swing.end;
    this.from = (events.p1?.t ?? swing.start) - FADE_IN;
    this.p2 = events.p2?.t ?? this.from + 2 * FADE_IN;
    this.to = Math.min(swing.end, this.impact + STEADY_AFTER + FADE_OUT);
    const quiet = this.slice(swing.start, swing.start + 0.3);
    this.quietShare = quiet.reduce((s, k) => s + this.share[k]!, 0) / Math.max(1, quiet.length);
  }

  private time(k: number): number {
    return this.ground.base.t0 + k / this.ground.base.rate;
  }
  private slice(a: number, b: number): number[] {
    const { t0, rate, n } = this.ground.base;
    const [i, j] = [Math.max(0, Math.ceil((a - t0) * rate)), Math.min(n - 1, Math.floor((b - t0) * rate))];
    return Array.from({ length: Math.max(0, j - i + 1) }, (_, q) => i + q);
  }
  /** Within the stretch that a change may reach. */
  inside(k: number): boolean {
    return this.time(k) > this.from && this.time(k) < this.to;
  }
  /** How much of a change holds at a moment, 0–1. */
  private hold(k: number): number {
    const t = this.time(k);
    return (
      smooth((t - this.from) / (this.p2 - this.from)) * smooth((this.to - t) / (this.to - this.impact - STEADY_AFTER))
    );
  }
  /** A moment in words, relative to impact. */
  when(k: number): string {
    const ms = Math.round(1000 * (this.time(k) - this.impact));
    return ms === 0 ? ' at impact' : `, ${Math.abs(ms)} ms ${ms < 0 ? 'before' : 'after'} impact`;
  }
  private at(v: Float64Array, x: number): number {
    const i = Math.max(0, Math.min(v.length - 2, Math.floor(x)));
    const f = Math.max(0, Math.min(1, x - i));
    return v[i]! * (1 - f) + v[i + 1]! * f;
  }

  /** A signal scaled about its rest and moved in time, as far as the change holds. */
  alter(v: Float64Array, rest: number, { size, ms }: Altered): Float64Array {
    if (size === 1 && ms === 0) return v.slice();
    const late = (ms / 1000) * this.ground.base.rate;
    return v.map((x, k) => {
      const w = this.hold(k);
      if (w === 0) return x;
      return rest + (1 + (size - 1) * w) * (this.at(v, k - late * w) - rest);
    });
  }

  /**
   * Puts an impulse right that a change has altered: a smooth push between impact and the finish.
   * @returns what it would take, in words, where that is more than `most`
   */
  repair(changed: Float64Array, was: Float64Array, most: number): string | null {
    const missing = changed.reduce((s, v, k) => s + (was[k]! - v), 0);
    const places = this.slice(this.impact + STEADY_AFTER, this.to).map((k) => ({
      k,
      w: smooth(4 * this.hold(k)) * (1 - this.hold(k)) + 1e-9,
    }));
    const sum = places.reduce((s, p) => s + p.w, 0);
    const peak = places.reduce((m, p) => Math.max(m, Math.abs((missing * p.w) / sum)), 0);
    if (!(peak <= most)) return `after impact it would take ${Math.round((100 * peak) / this.weight)} %BW more or less`;
    for (const { k, w } of places) changed[k]! += (missing * w) / sum;
    return null;
  }

  /** Forces along the ground and free moments: push and turning altered, shared out by the new shares. */
  horizontal(change: WhatIf, share: Float64Array, most: number): Sideways | { readonly stopped: string } {
    const { lead, trail } = this.ground.raw;
    const sum = (c: 'fx' | 'fy') => lead[c]!.map((v, k) => v + trail[c]![k]!);
    const [fx, fy] = [sum('fx'), sum('fy')];
    const pushed = this.alter(fy, 0, change.push);
    const fails = this.repair(pushed, fy, most);
    if (fails) return { stopped: `the mass would not be at rest at the finish: ${fails}` };
    // what the feet do against each other: a couple that turns, a squeeze that does not
    const couple = this.alter(
      lead.fx!.map((v, k) => v - this.share[k]! * fx[k]!),
      0,
      change.turn,
    );
    const squeeze = lead.fy!.map((v, k) => v - this.share[k]! * fy[k]!);
    const tz = (f: FootName) => this.alter(this.freeMoment(f), 0, change.turn);
    const part = (s: (k: number) => number, way: 1 | -1, f: FootName) => ({
      fx: fx.map((v, k) => s(k) * v + way * couple[k]!),
      fy: pushed.map((v, k) => s(k) * v + way * squeeze[k]!),
      tz: tz(f),
    });
    return { lead: part((k) => share[k]!, 1, 'lead'), trail: part((k) => 1 - share[k]!, -1, 'trail') };
  }

  /** Free moment of a foot about its own pressure, 0 where it hardly stands. */
  private freeMoment(f: FootName): Float64Array {
    const { fx, fy, fz, fzx, fzy, mz } = this.ground.raw[f];
    return fz.map((v, k) => (v > SURE * this.weight ? mz![k]! - (fzx[k]! / v) * fy![k]! + (fzy[k]! / v) * fx![k]! : 0));
  }

  /** A foot's loads with its pressure where it was; where it hardly stood, where it stood last or stands next. */
  footLoads(f: FootName, fz: Float64Array, sideways: Sideways[FootName] | null): FootLoads {
    const { x, y } = this.place(f);
    const fzx = fz.map((v, k) => v * x[k]!);
    const fzy = fz.map((v, k) => v * y[k]!);
    if (!sideways) return { fx: null, fy: null, fz, fzx, fzy, mz: null };
    const { fx, fy, tz } = sideways;
    return { fx, fy, fz, fzx, fzy, mz: tz.map((m, k) => m + x[k]! * fy[k]! - y[k]! * fx[k]!) };
  }

  private place(f: FootName): { x: Float64Array; y: Float64Array } {
    const { fz, fzx, fzy } = this.ground.raw[f];
    const n = fz.length;
    const [x, y] = [new Float64Array(n), new Float64Array(n)];
    let last = fz.findIndex((v) => v > SURE * this.weight);
    for (let k = 0; k < n; k++) {
      if (fz[k]! > SURE * this.weight) last = k;
      x[k] = last < 0 ? 0 : fzx[last]! / fz[last]!;
      y[k] = last < 0 ? 0 : fzy[last]! / fz[last]!;
    }
    return { x, y };
  }

  /** Horizontal force a foot really had at a sample. */
  gripWas(f: FootName, k: number): number {
    const { fx, fy } = this.ground.raw[f];
    return 1.02 * Math.hypot(fx![k]!, fy![k]!);
  }

  /** What a foot's load has become at a time, as a factor on what it was. */
  gainAt(f: FootName, altered: Float64Array, t: number): number {
    const x = (t - this.ground.base.t0) * this.ground.base.rate;
    const was = this.at(this.ground.raw[f].fz, x);
    return was > 1e-6 * this.weight ? Math.max(0, this.at(altered, x) / was) : 1;
  }
}
