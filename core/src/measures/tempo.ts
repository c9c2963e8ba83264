import { greatest } from '../signal/series.js';
import { FLOOR, hypot, type SwingContext } from './context.js';
import { absent, numeric, type Reading, reading } from './measure.js';
import { measure } from './row.js';

const MS = 1000;
const TEMPO = { signals: [], formula: 'differences of event times', devices: 'wholePath' } as const;

/** Tempo, and how far the club goes back. */
export const TEMPO_ROWS = [
  measure({
    id: 'tempo.back',
    unit: 'ms',
    part: 'Going back',
    words: 'Backswing time',
    definition: 'P1 to the top.',
    ...TEMPO,
    events: ['p1', 'p4', 'p7'],
    worth: 25,
    of: (c) => tempo(c, ({ back, uBack }) => reading(back, uBack)),
  }),
  measure({
    id: 'tempo.down',
    unit: 'ms',
    part: 'Coming down',
    words: 'Downswing time',
    definition: 'Top to impact.',
    ...TEMPO,
    events: ['p1', 'p4', 'p7'],
    worth: 25,
    of: (c) => tempo(c, ({ down, uDown }) => reading(down, uDown)),
  }),
  measure({
    id: 'tempo.ratio',
    unit: '–',
    part: 'Whole swing',
    words: 'Tempo ratio',
    definition: 'Backswing time over downswing time.',
    ...TEMPO,
    events: ['p1', 'p4', 'p7'],
    worth: 0.25,
    of: (c) =>
      tempo(c, ({ back, down, uBack, uDown }) =>
        reading(back / down, (back / down) * hypot(uBack / back, uDown / down)),
      ),
  }),
  measure({
    id: 'club.back',
    unit: '°',
    part: 'Going back',
    words: 'Club back',
    definition: 'Greatest shaft angle at the top.',
    ...TEMPO,
    signals: ['club'],
    formula: 'greatest shaft angle',
    events: ['p4'],
    worth: 8,
    of: clubBack,
  }),
];

interface Times {
  readonly back: number;
  readonly down: number;
  readonly uBack: number;
  readonly uDown: number;
}

/** What is taken from the times back and down, ms; the top must have been seen. */
function tempo(c: SwingContext, of: (t: Times) => Reading): Reading {
  const { p1, p4, p7 } = c.events;
  if (!p1 || !p4 || !p7 || p4.source === 'estimated')
    return absent('P4 is estimated: the number would only give back an assumption');
  return of({
    back: MS * (p4.t - p1.t),
    down: MS * (p7.t - p4.t),
    uBack: MS * hypot(p1.u, p4.u),
    uDown: MS * hypot(p4.u, p7.u),
  });
}

function clubBack(c: SwingContext): Reading {
  const { p4 } = c.events;
  const top = c.shaft && p4 ? greatest(c.shaft, Math.max(c.shaft.t0, p4.t - 0.15), p4.t + 0.15) : null;
  return top
    ? numeric(top.v, FLOOR.clubBack, 'the club channel has a break at the top')
    : absent('there is no club channel');
}
