import type { LiveFrame } from '@vilko/contract';

/** The stance as Record shows it in figures. */
export interface Stance {
  /** %; NaN when nobody stands there. */
  readonly lead: number;
  /** Seconds of standing still. */
  readonly still: number;
  readonly there: boolean;
}

const LEAST = 100;
/** The share may wander this much in somebody who stands still, points. */
const STILL_RANGE = 2.5;
const SMOOTH = 0.25;

/** Follows the live pictures: smoothed share, and for how long it has been quiet. */
export class StanceWatch {
  private share = NaN;
  private low = NaN;
  private high = NaN;
  private since = 0;
  private last = 0;

  see(f: LiveFrame): Stance {
    const total = f.lead + f.trail;
    const there = total > LEAST;
    if (!there) {
      this.share = NaN;
      this.since = f.time;
      return { lead: NaN, still: 0, there };
    }
    const now = (100 * f.lead) / total;
    const fresh = Number.isNaN(this.share) || f.time < this.last;
    this.last = f.time;
    this.share = fresh ? now : this.share + SMOOTH * (now - this.share);
    if (fresh) this.restart(f.time);
    this.low = Math.min(this.low, this.share);
    this.high = Math.max(this.high, this.share);
    if (this.high - this.low > STILL_RANGE) this.restart(f.time);
    return { lead: this.share, still: f.time - this.since, there };
  }

  private restart(time: number): void {
    this.since = time;
    this.low = this.share;
    this.high = this.share;
  }
}
