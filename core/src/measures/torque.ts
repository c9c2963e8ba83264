import { at, greatest, integral, lastPassage, least, type Series } from '../signal/series.js';
import type { EventName } from '../events/event.js';
import { addressSd, FLOOR, hypot, phaseAt, type SwingContext, timeOfEvent, timingU } from './context.js';
import { floored } from './force.js';
import { peak } from './load.js';
import { NEVER_SAID } from './never.js';
import { absent, numberOrNaN, numeric, reading, type Reading, type Readings } from './measure.js';

const ZERO_LEAST = 0.01;
const ZERO_PART = 0.05;
/** Uncertainty of the centre of mass as a lever of the horizontal force, m. */
const LEVER = 0.003;
const NOTHING = 'nothing was measured in its part of the swing';

/** Turning torque about the centre of mass, angular impulses, and the order of the three main peaks. */
export function torqueMeasures(c: SwingContext): Readings {
  const { turning, tilting, pitching, target, fore } = c.signals;
  if (!turning || !tilting || !pitching || !target || !fore) return {};
  const t = (name: Parameters<typeof timeOfEvent>[1]) => timeOfEvent(c, name);
  const horizontal = Math.hypot(
    greatest(target.total, t('p1'), t('p8'))?.v ?? 0,
    greatest(fore.total, t('p1'), t('p8'))?.v ?? 0,
  );
  const u = addressSd(c, turning.total) + (LEVER * horizontal * 9.80665) / 100;
  const turn = {
    ...floored(c, 'torque.turn.back', turning.total, -1, t('p1'), t('p4'), u, true),
    ...peak(c, 'torque.turn.peak', turning.total, t('p3'), t('p8'), u),
  };
  const impulse = (s: Series, a: EventName, b: EventName, floor: number) =>
    numeric(
      integral(s, t(a), t(b)),
      hypot(
        floor,
        timingU(c, [a, b], (x) => integral(s, x[a]!, x[b]!)),
      ),
      NOTHING,
    );
  return {
    ...turn,
    'torque.turn.zero.phase': zeroCrossing(c, turning.total, numberOrNaN(turn['torque.turn.back'])),
    'drive.turn.lead': impulse(turning.lead, 'p4', 'p7', FLOOR.driveTurn),
    'drive.turn.trail': impulse(turning.trail, 'p4', 'p7', FLOOR.driveTurn),
    'drive.tilt': impulse(tilting.total, 'p4', 'p7', FLOOR.driveTilt),
    'drive.pitch': impulse(pitching.total, 'p4', 'p7', FLOOR.driveTilt),
    'drive.pitch.back': impulse(pitching.total, 'p1', 'p4', FLOOR.driveTilt),
    ...sequence(c),
  };
}

/** When the turning torque, having pointed away from the target, turns over. */
function zeroCrossing(c: SwingContext, s: Series, back: number): Reading {
  const p4 = timeOfEvent(c, 'p4');
  const from = least(s, timeOfEvent(c, 'p1'), p4);
  const level = -Math.max(ZERO_LEAST, ZERO_PART * back);
  if (!from || from.v > level) return absent('the torque never points away from the target');
  if (at(s, p4) < level) return absent(NEVER_SAID.stillAway);
  const t = lastPassage(s, level, 'up', from.t, p4);
  return t === null ? absent('the torque never points away from the target') : phaseAt(c, t, FLOOR.passage);
}

function sequence(c: SwingContext): Readings {
  const t = (name: Parameters<typeof timeOfEvent>[1]) => timeOfEvent(c, name);
  const { target, turning, up } = c.signals;
  const times = [
    { name: 'lateral', p: greatest(target!.total, t('p2'), t('p7')) },
    { name: 'turning', p: greatest(turning!.total, t('p3'), t('p8')) },
    { name: 'vertical', p: greatest(up.total, t('p4'), t('p8')) },
  ];
  if (times.some(({ p }) => !p)) {
    const none = absent('one of the three peaks was not found');
    return { 'sequence.order': none, 'sequence.gap.1': none, 'sequence.gap.2': none };
  }
  const sorted = times.map(({ name, p }) => ({ name, t: p!.t })).sort((a, b) => a.t - b.t);
  const gap = (i: number) => reading(1000 * (sorted[i + 1]!.t - sorted[i]!.t), Math.SQRT2 * 15);
  return {
    'sequence.order': reading(
      sorted.map((s) => s.name),
      null,
    ),
    'sequence.gap.1': gap(0),
    'sequence.gap.2': gap(1),
  };
}
