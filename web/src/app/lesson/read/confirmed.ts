import type { Confirmed } from '@vilko/contract/swing';
import { HEALTHY_SWING } from '@vilko/core/reading-room/options';
import type { ReadView } from '../../workers/read-view';

/** What is found first in a swing, or that it is healthy. */
export const findingIn = ({ findings }: Pick<ReadView, 'findings'>): string =>
  findings.find((f) => f.main)?.fault ?? HEALTHY_SWING;

/** Without what was said of a finding. */
export const unconfirmed = (all: readonly Confirmed[], fault: string): Confirmed[] =>
  all.filter((c) => c.fault !== fault);

/** Says of a finding that it is so, or takes that back; who finds a fault says no more that the swing is healthy. */
export function toggleConfirmed(all: readonly Confirmed[], now: Pick<Confirmed, 'fault' | 'pattern'>): Confirmed[] {
  if (all.some((c) => c.fault === now.fault)) return unconfirmed(all, now.fault);
  const kept = now.fault === HEALTHY_SWING ? [] : unconfirmed(all, HEALTHY_SWING);
  return [...kept, { ...now, at: new Date().toISOString() }];
}
