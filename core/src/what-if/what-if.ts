import type { DeviceKind } from '../recording/recording.js';
import { DEVICES, hasHorizontal } from '../recording/device-kinds.js';

/** What of a swing can be asked to be otherwise: how large it is and when it comes. */
export const WHAT_IF_PARTS = ['shift', 'push', 'turn', 'lift'] as const;
export type WhatIfPart = (typeof WHAT_IF_PARTS)[number];

/** A part as a factor on its size and a shift in time, ms (negative = earlier). */
export interface Altered {
  readonly size: number;
  readonly ms: number;
}
export type WhatIf = Readonly<Record<WhatIfPart, Altered>>;

export const AS_IT_IS: Altered = { size: 1, ms: 0 };
export const NOTHING_ALTERED: WhatIf = { shift: AS_IT_IS, push: AS_IT_IS, turn: AS_IT_IS, lift: AS_IT_IS };
export const SIZE_LIMITS = [0.4, 1.8] as const;
export const MS_LIMITS = [-100, 100] as const;

export const WHAT_IF_WORDS: Readonly<Record<WhatIfPart, string>> = {
  shift: 'Pressure shift',
  push: 'Lateral push',
  turn: 'Turning',
  lift: 'Vertical push',
};

/** Parts that a device measures well enough to be altered: mats and boards know no horizontal force. */
export function alterable(device: DeviceKind): readonly WhatIfPart[] {
  if (DEVICES[device].feet === 'assumed') return [];
  return hasHorizontal(device) ? WHAT_IF_PARTS : ['shift', 'lift'];
}

export const isAltered = (w: WhatIf): boolean => WHAT_IF_PARTS.some((p) => w[p].size !== 1 || w[p].ms !== 0);

/** Between what holds and what was asked, `part` of the way. */
export function between(from: WhatIf, to: WhatIf, part: number): WhatIf {
  const mix = (a: number, b: number) => a + part * (b - a);
  return Object.fromEntries(
    WHAT_IF_PARTS.map((p) => [p, { size: mix(from[p].size, to[p].size), ms: mix(from[p].ms, to[p].ms) }]),
  ) as unknown as WhatIf;
}

/** How far of the way to 1, where something holds no more, it holds, by so many halvings; 0 where it never does. */
export function farthest(holds: (part: number) => boolean, halvings: number): number {
  let [good, bad] = [0, 1];
  for (let i = 0; i < halvings; i++) {
    const middle = (good + bad) / 2;
    if (holds(middle)) good = middle;
    else bad = middle;
  }
  return good;
}
