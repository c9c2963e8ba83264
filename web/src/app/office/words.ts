import { quantityOf } from '@vilko/core/measures/quantity';
import type { MeasureId } from '@vilko/core/measures/registry';

/** A measure's name for people; its id when the registry does not know it. */
export const measureName = (id: string): string => quantityOf(id)?.words ?? id;

/** What teachers agree on most, first in every list. */
export const LESSON_MEASURES: readonly MeasureId[] = [
  'share.lead.p7',
  'share.lead.address',
  'share.lead.p4',
  'share.lead.p6',
  'share.lead.p10',
  'load.trail.max',
  'load.trail.max.phase',
  'cross.p7.ms',
  'recentre.share',
  'onset.lead.ms',
  'force.target.peak',
  'force.up.lead.peak',
  'mass.back',
  'path.straightness.down',
  'tempo.ratio',
  'balance.settle',
];
