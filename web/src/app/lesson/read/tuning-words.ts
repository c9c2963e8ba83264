import type { Tuning } from '@vilko/core/patterns/bands';
import { OVERLAYS } from '@vilko/core/patterns/overlays';

/** How a pattern is set for a golfer and a shot, in words; empty when it is as it stands. */
export function tuningWords({ overlays = [], size = 1, strictness = 1 }: Tuning): string {
  const set = [
    ...OVERLAYS.filter((o) => overlays.includes(o.id)).map((o) => o.name),
    ...(size === 1 ? [] : [`sizes at ${Math.round(100 * size)}%`]),
    ...(strictness === 1 ? [] : [`tolerance × ${strictness.toFixed(2)}`]),
  ];
  const delivery = overlays.some((o) => o !== 'for-length')
    ? ' This shapes the delivery, not the ball: the club face is a matter of its own.'
    : '';
  return set.length ? `Set ${set.join(', ')}.${delivery}` : '';
}
