/** A quarter of the swing's own speed. */
const SLOW = 0.25;

/** Moves a cursor through a swing in slow motion. */
export class SlowMotion {
  private asked = 0;

  /** Starts, or stops what plays; `move` gets the time, s, and says whether to go on. */
  toggle(from: number, move: (t: number) => boolean): void {
    if (this.asked) return this.stop();
    const began = performance.now();
    const next = (): void => {
      const goesOn = move(from + (SLOW * (performance.now() - began)) / 1000);
      this.asked = goesOn ? requestAnimationFrame(next) : 0;
    };
    this.asked = requestAnimationFrame(next);
  }
  stop(): void {
    cancelAnimationFrame(this.asked);
    this.asked = 0;
  }
}
