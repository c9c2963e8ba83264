/** Lead share and load as the trainer hears them, frame by frame. */
export interface LiveLoad {
  /** Seconds on the device's clock. */
  readonly time: number;
  /** N */
  readonly lead: number;
  readonly trail: number;
}

const THERE = 100;
/** A band is left only by more than this, points: a share at its edge would ring all the time. */
const HOLD = 1.5;

/** Says when a live share enters a band. */
export class BandWatch {
  private inside = false;

  see(share: number, lo: number | null, hi: number | null): boolean {
    const slack = this.inside ? HOLD : 0;
    const now = (lo === null || share >= lo - slack) && (hi === null || share <= hi + slack) && Number.isFinite(share);
    const entered = now && !this.inside;
    this.inside = now;
    return entered;
  }
}

/** The lead foot must have been unloaded to this share before it can squash, %. */
const UNLOADED = 42;
/** It squashes when it takes this part of the total load again, points over the least. */
const SQUASHED = 8;
const AGAIN_AFTER = 1.5;

/** Stands for a ball under the lead foot: says when the foot, unloaded going back, presses down again. */
export class SquashWatch {
  private least = Infinity;
  private quietUntil = -Infinity;

  see({ time, lead, trail }: LiveLoad): boolean {
    const total = lead + trail;
    if (!(total >= THERE) || time < this.quietUntil) {
      this.least = Infinity;
      return false;
    }
    const share = (100 * lead) / total;
    this.least = Math.min(this.least, share);
    if (this.least > UNLOADED || share < this.least + SQUASHED) return false;
    this.quietUntil = time + AGAIN_AFTER;
    return true;
  }
}
