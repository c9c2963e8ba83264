import { patternOf, writeBundle } from '@vilko/core';
import { simulate, type SimulateOptions } from '@vilko/core/golfer';
import { readView, type ReadView } from '../workers/read-view';

/** A simulated swing as Read shows it, under the common ground. */
export const viewOf = (o: SimulateOptions, kind: 'full' | 'half' = 'full'): ReadView =>
  readView({
    bundle: writeBundle(simulate(o).recording, 1),
    part: 0,
    club: 'iron',
    by: { pattern: patternOf('common-ground') },
    options: { stature: 1.75, handed: o.handed ?? 'right', kind },
  });
