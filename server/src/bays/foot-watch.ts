import type { LiveFrame } from '@vilko/contract';
import type { FootName } from '@vilko/core';

/** A foot under this part of body weight has left the ground. */
const GONE = 0.05;
/** The finish of a swing lifts a foot too: only who left this long before impact stands anew, s. */
const BEFORE = 1.5;

/** Follows since when a foot has not stood where the foot check saw it. */
export function footWatch() {
  const left: Record<FootName, number> = { lead: Infinity, trail: Infinity };
  return {
    /** @param weight N; without it nothing can be said */
    see(f: LiveFrame, weight: number | null): void {
      if (weight === null) return;
      for (const foot of ['lead', 'trail'] as const)
        if (f[foot] < GONE * weight) left[foot] = Math.min(left[foot], f.time);
    },
    /** Whether the foot had left before the swing with this impact began (device time, s). */
    leftBefore: (foot: FootName, impact: number): boolean => left[foot] < impact - BEFORE,
    forget(): void {
      left.lead = Infinity;
      left.trail = Infinity;
    },
    everybodyLeft(): void {
      left.lead = -Infinity;
      left.trail = -Infinity;
    },
  };
}
