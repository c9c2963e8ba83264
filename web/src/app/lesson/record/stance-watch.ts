import type { LiveFrame } from '@vilko/contract/live-frame';

/** What the pressure did when it left a quiet stance: a forward press, or the load going to the trail foot. */
export type Stir = 'press' | 'load';

/** The stance as Record shows it in figures. */
export interface Stance {
  /** %; NaN when nobody stands there, or the device does not tell the feet apart. */
  readonly lead: number;
  /** Seconds of standing still. */
  readonly still: number;
  readonly there: boolean;
  /** What was seen in the last seconds. */
  readonly stir: Stir | null;
}

/** A live share and what is left of it for the other foot, as figures: a dash where there is none to say. */
export function shareTexts(lead: number): { readonly lead: string; readonly trail: string } {
  if (!Number.isFinite(lead)) return { lead: '–', trail: '–' };
  const text = lead.toFixed(0);
  return { lead: text, trail: (100 - Number(text)).toFixed(0) };
}

const LEAST = 100;
/** A usual distance of the feet, m. */
const STANCE = 0.48;
/** The share may wander this much in somebody who stands still, points. */
const STILL_RANGE = 2.5;
const SMOOTH = 0.25;
/** Who has stood still this long and leaves by this much has begun something; it is shown for a while. */
const STOOD = 0.8;
const LEFT_BY = 3;
const SHOWN = 3;

/** Follows the live pictures: smoothed share, for how long it has been quiet, and how it then began to move. */
export class StanceWatch {
  private share = NaN;
  private low = NaN;
  private high = NaN;
  private since = 0;
  private last = 0;
  private quiet: number | null = null;
  private stir: { what: Stir; at: number } | null = null;

  see(f: LiveFrame): Stance {
    const there = f.load > LEAST;
    const told = !Number.isNaN(f.lead);
    if (!there) {
      this.share = NaN;
      this.since = f.time;
      this.quiet = null;
      this.stir = null;
      return { lead: NaN, still: 0, there, stir: null };
    }
    // where the feet are not told apart, how the whole pressure lies between them tells whether somebody is still
    const now = told ? (100 * f.lead) / f.load : 50 + 100 * (f.places[5]! / STANCE);
    const fresh = Number.isNaN(this.share) || f.time < this.last;
    this.last = f.time;
    this.share = fresh ? now : this.share + SMOOTH * (now - this.share);
    if (fresh) this.restart(f.time);
    this.low = Math.min(this.low, this.share);
    this.high = Math.max(this.high, this.share);
    if (f.time - this.since > STOOD) this.quiet = (this.low + this.high) / 2;
    if (this.high - this.low > STILL_RANGE) this.restart(f.time);
    this.watchStir(f.time);
    return { lead: told ? this.share : NaN, still: f.time - this.since, there, stir: this.stir?.what ?? null };
  }

  private watchStir(time: number): void {
    if (this.quiet !== null && Math.abs(this.share - this.quiet) > LEFT_BY) {
      this.stir = { what: this.share > this.quiet ? 'press' : 'load', at: time };
      this.quiet = null;
    }
    if (this.stir && (time - this.stir.at > SHOWN || time < this.stir.at)) this.stir = null;
  }

  private restart(time: number): void {
    this.since = time;
    this.low = this.share;
    this.high = this.share;
  }
}
