import { at, greatest, indexFrom, indexTo, moments, type Series } from '../signal/series.js';
import { FLOOR, hypot, type SwingContext } from './context.js';
import { absent, numeric, reading, type Readings } from './measure.js';

const MM = 1000;

/** Tempo, how far the club goes back, and how still the finish is. */
export function tempoMeasures(c: SwingContext): Readings {
  const { p1, p4, p7, p10 } = c.events;
  const guessed = absent('P4 is estimated: the number would only give back an assumption');
  const out: Readings = { 'tempo.back': guessed, 'tempo.down': guessed, 'tempo.ratio': guessed };
  if (p1 && p4 && p7 && p4.source !== 'estimated') {
    const back = MM * (p4.t - p1.t);
    const down = MM * (p7.t - p4.t);
    const uBack = MM * hypot(p1.u, p4.u);
    const uDown = MM * hypot(p4.u, p7.u);
    out['tempo.back'] = reading(back, uBack);
    out['tempo.down'] = reading(down, uDown);
    out['tempo.ratio'] = reading(back / down, (back / down) * hypot(uBack / back, uDown / down));
  }
  const top = c.shaft && p4 ? greatest(c.shaft, Math.max(c.shaft.t0, p4.t - 0.15), p4.t + 0.15) : null;
  out['club.back'] = top
    ? numeric(top.v, FLOOR.clubBack, 'the club channel has a break at the top')
    : absent('there is no club channel');
  out['balance.finish'] = p10 ? spread(c, p10.t, p10.t + 0.5) : absent('no finish was held');
  out['balance.settle'] = p7 ? spread(c, p7.t + 0.8, p7.t + 1.8) : absent('P7 was not found');
  return out;
}

/** √(Var x + Var y) of the COP over [a, b], mm; absent when the file is shorter. */
function spread(c: SwingContext, a: number, b: number) {
  const { x, y } = c.ground.path;
  if (Number.isNaN(at(x, b)) && b > x.t0 + (x.v.length - 1) / x.rate) return absent('the recording ends before that');
  const sd = (s: Series) => moments(s.v, indexFrom(s, a), indexTo(s, b - 0.5 / s.rate) + 1).sd;
  return numeric(MM * hypot(sd(x), sd(y)), FLOOR.balance, 'too little load after the swing');
}
