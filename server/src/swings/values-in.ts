import type { QuantityId } from '@vilko/core';
import { quantityIn } from './read-swing.js';
import type { ReadSwing } from './swing-service.js';

/** What a quantity was in these swings, as far as they have it, in its stored unit. */
export const valuesIn = (swings: readonly Pick<ReadSwing, 'summary' | 'ball'>[], id: QuantityId): number[] =>
  swings.flatMap((s) => quantityIn(s, id) ?? []);
