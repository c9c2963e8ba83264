const HOUR = 3_600_000;

/**
 * Options for a process whose clock stands elsewhere, and jumps a moment after it has begun, by up to two days either
 * way: as where a battery is empty and the network sets the time.
 * @param uniform numbers in [0, 1)
 */
export function jumpingClock(uniform: () => number): readonly string[] {
  const [first, then] = [uniform(), uniform()].map((x) => Math.round((x - 0.5) * 96 * HOUR));
  const after = Math.round(uniform() * 3000);
  const code = `
    const Real = Date, start = Real.now();
    const now = () => { const t = Real.now(); return t + (t - start > ${after} ? ${then} : ${first}); };
    globalThis.Date = class extends Real {
      constructor(...a) { if (a.length) super(...a); else super(now()); }
      static now() { return now(); }
    };`;
  return ['--import', `data:text/javascript,${encodeURIComponent(code)}`];
}
