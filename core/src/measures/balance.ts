import { at, indexFrom, indexTo, moments, type Series } from '../signal/series.js';
import { FLOOR, hypot, type SwingContext } from './context.js';
import { absent, numeric, type Reading } from './measure.js';
import { measure } from './row.js';

const MM = 1000;
const SWAY = {
  unit: 'mm',
  part: 'Through',
  formula: '√(Var x + Var y)',
  signals: ['pressure'],
  devices: 'wholePath',
  worth: 4,
} as const;

/** How still the finish is. */
export const BALANCE = [
  measure({
    id: 'balance.finish',
    words: 'Finish sway',
    definition: 'Spread of the pressure over half a second of the held finish.',
    ...SWAY,
    events: ['p10'],
    of: (c) => {
      const { p10 } = c.events;
      return p10 ? spread(c, p10.t, p10.t + 0.5) : absent('no finish was held');
    },
  }),
  measure({
    id: 'balance.settle',
    words: 'Settling',
    definition: 'Spread of the pressure 0.8–1.8 s after impact, held or not.',
    ...SWAY,
    events: ['p7'],
    of: (c) => {
      const { p7 } = c.events;
      return p7 ? spread(c, p7.t + 0.8, p7.t + 1.8) : absent('P7 was not found');
    },
  }),
];

/** √(Var x + Var y) of the COP over [a, b], mm; absent when the file is shorter. */
function spread(c: SwingContext, a: number, b: number): Reading {
  const { x, y } = c.ground.path;
  if (Number.isNaN(at(x, b)) && b > x.t0 + (x.v.length - 1) / x.rate) return absent('the recording ends before that');
  const sd = (s: Series) => moments(s.v, indexFrom(s, a), indexTo(s, b - 0.5 / s.rate) + 1).sd;
  return numeric(MM * hypot(sd(x), sd(y)), FLOOR.balance, 'too little load after the swing');
}
