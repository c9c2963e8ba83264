import type { Bay, BayPlace, PracticeTask } from '@vilko/contract';
import { bayRests, type BayState, handedOf, type NextSwings } from '@vilko/core/live';

/** A bay as screens and routes show it. */
export function shown(id: string, s: BayState<PracticeTask>): Bay {
  const { name, lesson, next, waiting, device, monitor, drift, notice, lastNumber } = s;
  return {
    id,
    name,
    lessonId: lesson?.id ?? null,
    who: lesson?.pupil.name ?? null,
    last: lastNumber,
    handed: handedOf(lesson),
    ...(next as NextSwings<PracticeTask> & Pick<Bay, 'tag' | 'intent'>),
    state: waiting,
    device: device && {
      kind: device.device.kind,
      name: device.device.name,
      rate: device.device.rate,
      connected: device.connected,
      lost: device.lost,
      seen: device.seen,
      silentSince: device.silentSince,
    },
    monitor,
    drift,
    notice,
  };
}

/** What screens are shown of a bay, and what a device is told: the rest may change many times a second. */
export const TOLD = [
  'name',
  'lesson',
  'next',
  'waiting',
  'device',
  'monitor',
  'drift',
  'notice',
  'setUp',
  'lastNumber',
] as const;

/** What a place is made of: most of what happens, many times a second, touches none of it. */
const KEPT = ['lesson', 'next', 'waiting', 'lastNumber'] as const;

/** What stands on a bay, as it is kept for a server that starts anew; null where it is free. */
export function placeOf({ lesson, next, waiting }: BayState<PracticeTask>): Omit<BayPlace, 'at'> | null {
  return lesson && { lessonId: lesson.id, club: next.club, clubName: next.clubName, armed: !bayRests(waiting) };
}

/** Whether what is kept is not what stands there any more; a swing that came says that it still does. */
export const placeMoved = (before: BayState<PracticeTask>, now: BayState<PracticeTask>): boolean =>
  KEPT.some((k) => before[k] !== now[k]) &&
  (before.lastNumber !== now.lastNumber || !same(placeOf(before), placeOf(now)));

export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
