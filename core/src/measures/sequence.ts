import { greatest } from '../signal/series.js';
import { type SwingContext, timeOfEvent } from './context.js';
import { absent, NOT_HERE, type Reading, reading } from './measure.js';
import { measure, once } from './row.js';

const ORDER = {
  part: 'Coming down',
  formula: 'order of the three greatest values in time',
  signals: ['horizontal', 'torque', 'loads'],
  events: ['p2', 'p3', 'p4', 'p7', 'p8'],
  devices: 'horizontal',
} as const;
const GAP_U = Math.SQRT2 * 15;

/** The order of the three main peaks, and how far they lie apart. */
export const SEQUENCE = [
  measure({
    id: 'sequence.order',
    unit: 'list',
    words: 'Order of the peaks',
    definition: 'Sideways, turning and vertical peak in the order they come.',
    ...ORDER,
    worth: null,
    of: (c) =>
      inOrder(c, (peaks) =>
        reading(
          peaks.map((p) => p.name),
          null,
        ),
      ),
  }),
  measure({
    id: 'sequence.gap.1',
    unit: 'ms',
    words: 'First gap',
    definition: 'Time between the first and the second peak.',
    ...ORDER,
    worth: 15,
    of: (c) => inOrder(c, ([a, b]) => reading(1000 * (b!.t - a!.t), GAP_U)),
  }),
  measure({
    id: 'sequence.gap.2',
    unit: 'ms',
    words: 'Second gap',
    definition: 'Time between the second and the third peak.',
    ...ORDER,
    worth: 15,
    of: (c) => inOrder(c, ([, b, d]) => reading(1000 * (d!.t - b!.t), GAP_U)),
  }),
];

interface Peak {
  readonly name: string;
  readonly t: number;
}

/** The three peaks in time; none where a signal is missing, null where a peak was not found. */
const peaksInTime = once((c: SwingContext): readonly Peak[] | null | undefined => {
  const { target, turning, up } = c.signals;
  if (!target || !turning) return undefined;
  const t = (name: Parameters<typeof timeOfEvent>[1]) => timeOfEvent(c, name);
  const found = [
    { name: 'lateral', p: greatest(target.total, t('p2'), t('p7')) },
    { name: 'turning', p: greatest(turning.total, t('p3'), t('p8')) },
    { name: 'vertical', p: greatest(up.total, t('p4'), t('p8')) },
  ];
  if (found.some(({ p }) => !p)) return null;
  return found.map(({ name, p }) => ({ name, t: p!.t })).sort((a, b) => a.t - b.t);
});

function inOrder(c: SwingContext, of: (peaks: readonly Peak[]) => Reading): Reading {
  const peaks = peaksInTime(c);
  if (peaks === undefined) return NOT_HERE;
  return peaks ? of(peaks) : absent('one of the three peaks was not found');
}
