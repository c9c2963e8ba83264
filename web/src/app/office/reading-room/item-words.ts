import { compareSets } from '@vilko/core/compare/sets';
import { shippedDrill } from '@vilko/core/drills/shelf';
import type { BallReadings } from '@vilko/core/faults/ball';
import { faultOf } from '@vilko/core/faults/catalogue';
import { numberOf } from '@vilko/core/measures/measure';
import { quantityOf } from '@vilko/core/measures/quantity';
import { measureRow } from '@vilko/core/measures/registry';
import { patternOf } from '@vilko/core/patterns/library';
import { type DrillPupil, reasonAgainst } from '@vilko/core/reading-room/drill-reasons';
import { CANNOT_TELL, HEALTHY_SWING } from '@vilko/core/reading-room/options';
import { amount, counted } from '@vilko/core/words/amounts';
import { capital, ended, lower } from '@vilko/core/words/case';
import { dateText } from '@vilko/core/words/dates';
import { faultName } from '@vilko/core/words/findings';
import type { ReadView } from '../../workers/read-view';
import type {
  ShownBall,
  ShownFilm,
  ShownFirstCause,
  ShownItem,
  ShownSets,
  ShownTwoSwings,
} from '../../workers/shown-item';

/** Options that are no faults and no drills. */
const SAID: Readonly<Record<string, string>> = {
  [HEALTHY_SWING]: 'Healthy',
  [CANNOT_TELL]: 'Cannot be told from this device',
  'back-and-over': 'Back to the trail foot, and over to the lead foot by impact',
  'little-back': 'Hardly back to the trail foot, and over to the lead foot',
  'stays-back': 'Back to the trail foot, and much of it still there at impact',
  'over-by-top': 'Over on the lead foot at the top already',
  one: 'One golfer',
  two: 'Two golfers',
  agrees: 'The ball agrees',
  otherwise: 'The ball says otherwise',
  '0': 'Nothing changed, only noise',
  '1': 'Changed by about one worth, 3 points',
  '2': 'Changed by about two worths, 6 points',
  '4': 'Changed by about four worths, 12 points',
};

/** An option as it is offered. */
export const optionName = (option: string): string =>
  SAID[option] ?? shippedDrill(option)?.name ?? capital(faultName(option));

/** The same for a pupil. */
const TO_A_PUPIL: Readonly<Record<string, string>> = {
  'back-and-over': 'To the foot away from the target, then over to the other foot before the ball is hit',
  'little-back': 'Hardly to the foot away from the target, then over to the other foot',
  'stays-back': 'To the foot away from the target, and much of it stays there when the ball is hit',
  'over-by-top': 'To the foot near the target, before the club comes down',
};
export const pupilOption = (option: string): string => TO_A_PUPIL[option] ?? optionName(option);

/** What speaks for a fault in this swing, found or only weighed. */
export function evidenceFor(view: ReadView, fault: string) {
  const weighed = view.weighed.find((w) => w.fault === fault);
  return weighed && 'evidence' in weighed ? weighed.evidence : [];
}

const looksOf = (fault: string): string => capital(ended(faultOf(fault)?.looks ?? ''));

/** Why it was that, in one sentence, from the fault's own words or from what the device cannot say. */
function causeWords({ truth, view, options, own }: ShownFirstCause): string {
  if (truth === HEALTHY_SWING)
    return own
      ? 'Nothing was to be found in it.'
      : 'Everything that is offered lies within what is healthy here: the swing was drawn from the healthy spread.';
  if (truth !== CANNOT_TELL) return looksOf(truth);
  const why = view.cannotJudge.find((c) => options.includes(c.fault));
  return `None of what is offered shows on this device${why ? `: ${why.reason}` : ''}.`;
}

function filmWords({ view: { measures } }: ShownFilm, toPupil: boolean): string {
  const [top, impact, back] = (['share.lead.p4', 'share.lead.p7', 'load.trail.max'] as const).map((id) =>
    amount(numberOf(measures[id]) ?? NaN, '%'),
  );
  if (toPupil)
    return `At most ${back} of the pressure went to the foot away from the target. The other foot had ${top} when the club turned round, and ${impact} when the ball was hit.`;
  return `At most ${back} of the load went to the trail foot; the lead foot had ${top} at the top and ${impact} at impact.`;
}

function setsWords({ before, after, worth, truth }: ShownSets): string {
  const { n, difference, interval, word } = compareSets([{ before, after, worth }])[0]!;
  const [lo, hi] = interval.map((v) =>
    v
      .toFixed(1)
      .replace(/^-0\.0$/, '0.0')
      .replace('-', '−'),
  );
  const made = truth === '0' ? 'The golfer changed nothing' : `The golfer changed by ${Number(truth) * worth} points`;
  return `${made}; over ${n[0]} + ${n[1]} swings that shows as ${Math.abs(difference).toFixed(1)} points (95% from ${lo} to ${hi}): ${word}.`;
}

const apartWords = ({ apart }: ShownTwoSwings): string =>
  `In what a club changes little the two lie ${apart.toFixed(1)} worths apart on average; two swings of one golfer mostly lie less than one apart.`;

/** What of a ball tells of a fault: its signs, with what was read. */
function ballWords({ fault, ball, club }: ShownBall): string {
  const signs = (faultOf(fault)?.ballSigns ?? []).filter((s) => !s.clubs || s.clubs.includes(club));
  const told = signs.map((s) => {
    const { words, unit } = numberNamed(s.reading);
    if (s.is) return `${lower(words)} ${s.is.join(' or ')}`;
    return s.over === undefined
      ? `${lower(words)} under ${amount(s.under!, unit)}`
      : `${lower(words)} over ${amount(s.over, unit)}`;
  });
  const read = signs.flatMap((s) => (ball[s.reading] == null ? [] : [readingWords(s.reading, ball)]));
  return `${capital(faultName(fault))} shows in a ball as ${told.join(', or ')}; here: ${[...new Set(read)].join(', ')}.`;
}

const numberNamed = (reading: string): { readonly words: string; readonly unit: string } =>
  quantityOf(`ball.${reading}`) ?? { words: reading, unit: '' };

/** A reading of a ball in words. */
export function readingWords(reading: string, ball: BallReadings): string {
  const { words, unit } = numberNamed(reading);
  const value = ball[reading]!;
  return typeof value === 'number' ? `${lower(words)} ${amount(value, unit)}` : `${lower(words)} ${value}`;
}

/** Readings that are shown of a ball. */
export const BALL_SHOWN = ['path', 'attack', 'lowPoint', 'launch', 'spin', 'strike', 'divot'] as const;

/** Who gets a drill, line by line. */
export const pupilLines = ({ fault, club, school, injuries, lacks }: DrillPupil): readonly [string, string][] => [
  ['Finding', capital(faultName(fault))],
  ['Club', club],
  ['Swings by', patternOf(school).name],
  ['On record', injuries.join(', ') || 'no injury'],
  ['Not there', lacks.join(', ') || 'nothing is missing'],
];

/** Why a drill does not fit, or that it does. */
export const drillAnswer = (id: string, pupil: DrillPupil): string => {
  const why = reasonAgainst(shippedDrill(id)!, pupil);
  return why === null ? 'Fits.' : ended(capital(why));
};

/** One sentence on why an item's truth is what it is, from its own data. */
export function whyWords(i: ShownItem, toPupil = false): string {
  switch (i.exercise) {
    case 'first-cause':
      return causeWords(i);
    case 'say-number':
      return capital(ended(measureRow(i.measure).definition));
    case 'before-trace':
      return filmWords(i, toPupil);
    case 'which-first': {
      const second = i.options.find((o) => o !== i.truth)!;
      return `“${optionName(i.truth)}” leads to “${faultName(second)}”. ${looksOf(i.truth)}`;
    }
    case 'real-or-noise':
      return setsWords(i);
    case 'same-golfer':
      return apartWords(i);
    case 'ball-agrees':
      return ballWords(i);
    case 'choose-drill': {
      const fit = shippedDrill(i.truth)!;
      return capital(ended(fit.gist));
    }
  }
}

/** The fault whose evidence is lit once an item is answered; null where none is asked about. */
export const litFault = (i: ShownItem): string | null =>
  i.exercise === 'first-cause' || i.exercise === 'which-first'
    ? i.truth
    : i.exercise === 'ball-agrees'
      ? i.fault
      : null;

/** Who says what a swing of the house is: it was confirmed by somebody who knew what Vilko found. */
const confirmedWords = ({ own }: ShownItem): string =>
  own ? `It was confirmed here on ${dateText(own.at)}, by somebody who had seen Vilko’s reading.` : '';

/** What others said of an item: Vilko, and the panel, the beginner first, or who taught. */
export function othersWords(i: ShownItem): string {
  const { vilko, panel, truth } = i;
  if (i.exercise === 'say-number') return '';
  const own = vilko
    ? `Vilko said: ${optionName(vilko.said)}.`
    : 'Vilko reads the ground alone, and had nothing to go by.';
  const [first] = panel;
  if (!first) return `${own} ${confirmedWords(i)}`;
  const right = panel.filter((p) => p.said === truth).length;
  return `${own} ${capital(first.name)} would say: ${optionName(first.said)}; of ${counted(panel.length, 'simulated reader')} ${right} would be right.`;
}
