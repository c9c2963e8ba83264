import { EVENT_NAMES, EVENT_WORDS } from '../events/event.js';
import { needsOf, sourceOf } from './families.js';

/** In which part of the swing the ledger shows a measure. */
export type Part = 'Set up' | 'Going back' | 'Coming down' | 'Through' | 'Whole swing';

/** One measure: its public id, spoken name, unit, definition, what it needs and where its formula stands. */
export interface MeasureRow {
  readonly id: string;
  readonly words: string;
  readonly unit: string;
  readonly part: Part;
  readonly definition: string;
  /** Signals and events it is computed from. */
  readonly needs: string;
  /** The formula, and the file that holds it. */
  readonly source: string;
}

const row = (id: string, unit: string, part: Part, words: string, definition: string): MeasureRow => ({
  id,
  unit,
  part,
  words,
  definition,
  needs: needsOf(id),
  source: sourceOf(id),
});

/** A measure, its time to impact and its phase. */
function timed(
  id: string,
  unit: string,
  part: Part,
  words: string,
  definition: string,
  which: 'both' | 'phase' = 'phase',
): MeasureRow[] {
  const ms = row(
    `${id}.ms`,
    'ms',
    part,
    `${words}, time`,
    `When: ${definition} Relative to impact, negative before it.`,
  );
  const phase = row(`${id}.phase`, 'P', part, `${words}, phase`, `When, as a phase number: ${definition}`);
  return [row(id, unit, part, words, definition), ...(which === 'both' ? [ms] : []), phase];
}

const PART_OF: Record<string, Part> = {
  address: 'Set up',
  p1: 'Set up',
  p2: 'Going back',
  p3: 'Going back',
  p4: 'Going back',
  p5: 'Coming down',
  p6: 'Coming down',
  p7: 'Through',
  p8: 'Through',
  p9: 'Through',
  p10: 'Through',
};
const SHORT: Record<string, string> = { address: 'address', p4: 'top', p7: 'impact', p10: 'finish' };
const place = (p: string): string => SHORT[p] ?? p.toUpperCase();
const when = (p: string): string =>
  p === 'address' ? 'mean over the quiet address' : `at ${p.toUpperCase()}, ${EVENT_WORDS[p as 'p1']}`;

const shares = ['address', ...EVENT_NAMES].map((p) =>
  row(
    `share.lead.${p}`,
    '%',
    PART_OF[p]!,
    `Lead share, ${place(p)}`,
    `Lead foot's part of the total vertical load, ${when(p)}.`,
  ),
);

const feet = (['lead', 'trail'] as const).flatMap((foot) => {
  const short = foot === 'lead' ? 'Lead' : 'Trail';
  const inside = foot === 'lead' ? ['p5', 'p6', 'p7', 'p8'] : ['p2', 'p3', 'p4', 'p5', 'p6', 'p7'];
  return [
    ...['address', ...EVENT_NAMES].map((p) =>
      row(
        `foot.${foot}.fwd.${p}`,
        '%',
        PART_OF[p]!,
        `${short} forward, ${place(p)}`,
        `Pressure in the ${foot} foot from heel end (0) to toe end (100), ${when(p)}.`,
      ),
    ),
    ...inside.map((p) =>
      row(
        `foot.${foot}.in.${p}`,
        '%',
        PART_OF[p]!,
        `${short} inside, ${place(p)}`,
        `Pressure in the ${foot} foot from its outer (−100) to its inner edge (+100), ${when(p)}.`,
      ),
    ),
    ...['address', 'p4', 'p6', 'p7'].map((p) =>
      row(
        `foot.${foot}.toe.${p}`,
        '%',
        PART_OF[p]!,
        `${short} toe share, ${place(p)}`,
        `Part of the ${foot} foot's load forward of its middle, ${when(p)}.`,
      ),
    ),
  ];
});

/** Every measure of measuring.md §6, in the order of the swing's families. */
export const MEASURES: readonly MeasureRow[] = [
  ...shares,
  row(
    'press.gain',
    'points',
    'Set up',
    'Forward press',
    'Highest lead share between the pressure onset and P1, less address.',
  ),
  row('onset.lead.ms', 'ms', 'Set up', 'Ground before club', 'How long before the club the pressure starts to move.'),
  row('load.trail.max', '%', 'Going back', 'Trail peak', 'Greatest trail share between P1 and impact.'),
  row(
    'load.trail.max.phase',
    'P',
    'Going back',
    'Trail peak, phase',
    'When the trail share is greatest: the middle of the stretch within 1 point of it.',
  ),
  row(
    'load.trail.max.ms',
    'ms',
    'Going back',
    'Trail peak before the top',
    'How long before the top the trail share is greatest; positive = before.',
  ),
  row(
    'load.p7.ms',
    'ms',
    'Going back',
    'Trail peak, to impact',
    'When the trail share is greatest, relative to impact.',
  ),
  row(
    'recentre.share',
    'points',
    'Going back',
    'Given back by the top',
    'Trail share given back between its maximum and the top.',
  ),
  row(
    'cross.ms',
    'ms',
    'Coming down',
    'Crosses 50%, top',
    'Last upward passage of 50% lead before impact, relative to the top.',
  ),
  row(
    'cross.p7.ms',
    'ms',
    'Coming down',
    'Crosses 50%, impact',
    'Last upward passage of 50% lead before P9, relative to impact.',
  ),
  row(
    'share.lead.drop',
    'points',
    'Coming down',
    'Lead share drop',
    'Greatest fall of the lead share between passing 50% and impact.',
  ),
  row('trail.contact.p7', '%BW', 'Through', 'Trail foot load, impact', 'Load under the trail foot at impact.'),
  row(
    'trail.off.ms',
    'ms',
    'Through',
    'Trail foot leaves',
    'First passage of the trail foot under 3 %BW coming down, relative to impact.',
  ),
  ...feet,
  row(
    'toe.share.address',
    '%',
    'Set up',
    'Toe share, address',
    'Part of both feet’s load forward of the middle of each foot, at address.',
  ),
  row(
    'foot.lead.heel.ms',
    'ms',
    'Through',
    'Lead heel reached',
    'When the lead foot’s pressure passes 45% toward the heel, relative to impact.',
  ),
  row('foot.lead.load.min', '%BW', 'Going back', 'Least lead load', 'Least load under the lead foot going back.'),
  row('path.length.back', 'mm', 'Going back', 'Path length, back', 'Length of the whole pressure path P1–P4.'),
  row('path.length.down', 'mm', 'Coming down', 'Path length, down', 'Length of the whole pressure path P4–P7.'),
  row('path.width', 'mm', 'Whole swing', 'Path width', 'Range of the pressure path across the stance line, P1–P7.'),
  row(
    'path.offset',
    'mm',
    'Whole swing',
    'Path offset',
    'Mean distance of the path from the stance line, P1–P7; toes positive.',
  ),
  row(
    'path.angle.back',
    '°',
    'Going back',
    'Path angle, back',
    'Direction from P1 to the trail maximum; positive leads toward the trail heel.',
  ),
  row(
    'path.angle.down',
    '°',
    'Coming down',
    'Path angle, down',
    'Direction from the trail maximum to 65% lead share; positive leads toward the lead toe.',
  ),
  row(
    'path.angle.p7',
    '°',
    'Through',
    'Path angle, impact',
    'Direction from the trail maximum to impact, signed as coming down.',
  ),
  row(
    'path.straightness.back',
    '0–1',
    'Going back',
    'Straightness, back',
    'Displacement over length, P1 to the trail maximum.',
  ),
  row(
    'path.straightness.down',
    '0–1',
    'Coming down',
    'Straightness, down',
    'Displacement over length, trail maximum to impact.',
  ),
  row(
    'cop.range',
    '%',
    'Whole swing',
    'Path range',
    'Range along the stance line over the distance between the foot centres.',
  ),
  row(
    'path.shape',
    'name',
    'Whole swing',
    'Path shape',
    'One word for the route: still, reversed, scattered, arc, diagonal or straight.',
  ),
  ...timed(
    'cop.speed.load',
    'm/s',
    'Going back',
    'Pressure speed, back',
    'Greatest speed of the pressure away from the target going back.',
  ),
  ...timed(
    'cop.speed.shift',
    'm/s',
    'Coming down',
    'Pressure speed, shift',
    'Greatest speed of the pressure toward the target, P3–P7.',
  ),
  ...timed(
    'cop.speed.push',
    'm/s',
    'Through',
    'Pressure speed, push back',
    'Greatest speed of the pressure away from target and ball after 60% lead share.',
  ),
  ...timed(
    'force.target.peak',
    '%BW',
    'Coming down',
    'Sideways peak',
    'Greatest force toward the target, P2–P7.',
    'both',
  ),
  row(
    'force.target.start.phase',
    'P',
    'Going back',
    'Sideways push starts',
    'Last upward passage of 2 %BW before the sideways peak.',
  ),
  row(
    'force.trail.lean',
    '°',
    'Coming down',
    'Trail force lean',
    'Lean of the force under the trail foot at the sideways peak; positive toward the target.',
  ),
  ...timed('force.away.peak', '%BW', 'Going back', 'Push away', 'Greatest force away from the target, onset to P3.'),
  row('force.target.braking', '%BW', 'Through', 'Braking', 'Greatest force away from the target, P5–P8.'),
  ...timed(
    'torque.turn.back',
    'N·m/kg',
    'Going back',
    'Turning back',
    'Greatest turning torque away from the target going back.',
  ),
  row(
    'torque.turn.zero.phase',
    'P',
    'Going back',
    'Turning turns over',
    'When the turning torque stops pointing away from the target.',
  ),
  ...timed(
    'torque.turn.peak',
    'N·m/kg',
    'Coming down',
    'Turning peak',
    'Greatest turning torque toward the target, P3–P8.',
    'both',
  ),
  ...timed('force.up.peak', '%BW', 'Coming down', 'Vertical peak', 'Greatest total vertical force, P4–P8.', 'both'),
  ...timed(
    'force.up.lead.peak',
    '%BW',
    'Coming down',
    'Lead vertical peak',
    'Greatest vertical force under the lead foot, P4–P8.',
    'both',
  ),
  ...timed('force.up.min', '%BW', 'Going back', 'Least vertical', 'Least total vertical force, P3–P6.'),
  row(
    'force.up.rate',
    '%BW/s',
    'Coming down',
    'Lead loading rate',
    'Fastest rise of the lead foot’s vertical force over 20 ms, P4 to impact.',
  ),
  row(
    'force.up.trail.gain',
    '%BW',
    'Going back',
    'Trail load gain',
    'Greatest vertical force under the trail foot P1–P2, less address.',
  ),
  row(
    'foreaft.lead.peak',
    '%BW',
    'Coming down',
    'Lead foot heel-ward',
    'Greatest heel-ward reaction under the lead foot coming down.',
  ),
  row(
    'foreaft.trail.peak',
    '%BW',
    'Coming down',
    'Trail foot toe-ward',
    'Greatest toe-ward reaction under the trail foot coming down.',
  ),
  row('foreaft.ratio', '–', 'Coming down', 'Fore–aft ratio', 'Lead foot heel-ward over trail foot toe-ward.'),
  ...timed(
    'foreaft.lead.back',
    '%BW',
    'Going back',
    'Lead foot toe-ward, back',
    'Greatest toe-ward reaction under the lead foot, P1–P3.',
  ),
  ...timed(
    'foreaft.trail.back',
    '%BW',
    'Going back',
    'Trail foot heel-ward, back',
    'Greatest heel-ward reaction under the trail foot, P1–P3.',
  ),
  row(
    'sequence.order',
    'list',
    'Coming down',
    'Order of the peaks',
    'Sideways, turning and vertical peak in the order they come.',
  ),
  row('sequence.gap.1', 'ms', 'Coming down', 'First gap', 'Time between the first and the second peak.'),
  row('sequence.gap.2', 'ms', 'Coming down', 'Second gap', 'Time between the second and the third peak.'),
  ...timed(
    'mass.back',
    'mm',
    'Going back',
    'Mass back',
    'Greatest displacement of the mass away from the target, address to impact.',
  ),
  row('mass.p4', 'mm', 'Going back', 'Mass, top', 'Displacement of the mass at the top; positive toward the target.'),
  row('mass.p6', 'mm', 'Coming down', 'Mass, P6', 'Displacement of the mass at P6; positive toward the target.'),
  row('mass.p7', 'mm', 'Through', 'Mass, impact', 'Displacement of the mass at impact; positive toward the target.'),
  row(
    'mass.split.p4',
    'mm',
    'Going back',
    'Mass less pressure, top',
    'How far the mass lies on the target side of the pressure at the top.',
  ),
  row(
    'mass.split.max',
    'mm',
    'Going back',
    'Mass less pressure, greatest',
    'The greatest distance of mass and pressure going back.',
  ),
  row('mass.speed.p7', 'm/s', 'Through', 'Mass speed, impact', 'Velocity of the mass toward the target at impact.'),
  row(
    'drive.turn.lead',
    'N·m·s/kg',
    'Coming down',
    'Turning drive, lead',
    'Turning impulse by the lead foot, top to impact.',
  ),
  row(
    'drive.turn.trail',
    'N·m·s/kg',
    'Coming down',
    'Turning drive, trail',
    'Turning impulse by the trail foot, top to impact.',
  ),
  row(
    'drive.tilt',
    'N·m·s/kg',
    'Coming down',
    'Tilting drive',
    'Tilting impulse top to impact; positive lifts the target side.',
  ),
  row(
    'drive.pitch',
    'N·m·s/kg',
    'Coming down',
    'Pitching drive',
    'Pitching impulse top to impact; negative stands the golfer up.',
  ),
  row(
    'drive.pitch.back',
    'N·m·s/kg',
    'Going back',
    'Pitching drive, back',
    'Pitching impulse P1 to the top; negative stands the golfer up.',
  ),
  row('tempo.back', 'ms', 'Going back', 'Backswing time', 'P1 to the top.'),
  row('tempo.down', 'ms', 'Coming down', 'Downswing time', 'Top to impact.'),
  row('tempo.ratio', '–', 'Whole swing', 'Tempo ratio', 'Backswing time over downswing time.'),
  row('club.back', '°', 'Going back', 'Club back', 'Greatest shaft angle at the top.'),
  row(
    'step.lead.down.ms',
    'ms',
    'Coming down',
    'Lead foot comes down',
    'When the lead foot, lifted before, takes load again, relative to the top.',
  ),
  row(
    'step.trail.down.ms',
    'ms',
    'Going back',
    'Trail foot comes down',
    'When the trail foot, lifted before, takes load again, relative to the top.',
  ),
  row(
    'balance.finish',
    'mm',
    'Through',
    'Finish sway',
    'Spread of the pressure over half a second of the held finish.',
  ),
  row('balance.settle', 'mm', 'Through', 'Settling', 'Spread of the pressure 0.8–1.8 s after impact, held or not.'),
];

export const MEASURE_IDS: readonly string[] = MEASURES.map((m) => m.id);
const BY_ID: ReadonlyMap<string, MeasureRow> = new Map(MEASURES.map((m) => [m.id, m]));

/** The registry's row of a measure; undefined for an unknown id. */
export const measureRow = (id: string): MeasureRow | undefined => BY_ID.get(id);
