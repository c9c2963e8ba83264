import { fewest, type LessonHead, type ReportText, wantedWords } from '@vilko/contract';
import { amount, lower, mean, type MeasureId, sawWords, toldAmount, toldWanted } from '@vilko/core';
import { valuesIn } from '../swings/values-in.js';
import type { SummarisedSwing } from '../swings/swing-service.js';
import type { Figures } from './figures.js';

/** What the machine would write: plain sentences from the figures; the instructor's words lead. */
export function draftOf(lesson: LessonHead, figures: Figures, task: string): ReportText {
  const { set, fault, measure, success } = figures;
  const finding = set?.findings.find((f) => f.fault === fault);
  return {
    aim: lesson.aim,
    saw: finding && set ? sawWords(finding, set.clubName) : set ? 'Nothing that stands out.' : '',
    numbers: sharesOf(figures.after),
    changed: changeOf(figures),
    notYet: measure?.spread
      ? spreadNotYet(figures)
      : !measure || !success || success.word === 'met' || (success.of > 0 && success.inside === success.of)
        ? ''
        : `${measure.words}: ${success.inside} of ${success.of} swings where we want them (${bandOf(measure)})${
            success.way === null || success.way <= 0 || success.inside === success.of
              ? ''
              : success.way >= 1
                ? ', though their mean is'
                : `, ${Math.round(100 * success.way)}% of the way`
          }${success.of < fewest(measure) ? `; it takes ${fewest(measure)} swings to tell` : ''}.`,
    task,
    agreed: measure ? agreedWords(measure) : '',
  };
}

/** What it is judged by, and where that is to come. */
function agreedWords(measure: NonNullable<Figures['measure']>): string {
  const range = wantedWords(measure);
  const often = range && !measure.spread ? 'in two of three swings' : '';
  return `We judge it by: ${[lower(measure.words), range, often].filter(Boolean).join(', ')}.`;
}

/** How far the spread is from the agreed one. */
function spreadNotYet({ measure, success }: Figures): string {
  if (!measure?.spread || !success || success.word === 'met') return '';
  const { most, after } = measure.spread;
  if (after === null || success.of < fewest(measure))
    return `${measure.words}: a spread needs ${fewest(measure)} swings to tell.`;
  return `${measure.words}: the swings scatter by ±${amount(after, measure.unit)}; we want less than ±${amount(most, measure.unit)}.`;
}

export const bandOf = ({ band, unit }: NonNullable<Figures['measure']>): string => toldWanted(band, unit);

/** Whether the swings scatter less than before. */
function spreadChange({ measure, success }: Pick<Figures, 'measure' | 'success'>): string {
  const { before = null, after = null } = measure?.spread ?? {};
  if (!measure || before === null || after === null) return '';
  const numbers = `${measure.words}: scattered by ±${amount(before, measure.unit)} before, ±${amount(after, measure.unit)} now`;
  if (success?.change?.word !== 'real change')
    return `${numbers}. Too few swings to tell whether that is more than chance.`;
  return `${numbers}. A real change${success.change.difference < 0 ? ', steadier' : ', for the worse'}.`;
}

/** Load on the lead foot at the three moments everybody knows. */
function sharesOf(swings: readonly SummarisedSwing[]): string {
  const at = (id: MeasureId): string | null => {
    const v = valuesIn(swings, id);
    return v.length ? `${mean(v).toFixed(0)}%` : null;
  };
  const parts = [
    ['at address', at('share.lead.address')],
    ['at the top', at('share.lead.p4')],
    ['at impact', at('share.lead.p7')],
  ].filter(([, v]) => v !== null);
  return parts.length ? `On the lead foot, of the load on both: ${parts.map(([w, v]) => `${v} ${w}`).join(', ')}.` : '';
}

/** Whether the agreed measure changed, in the words of the comparison, and what else moved. */
const changeOf = (figures: Figures): string =>
  [measureChange(figures), figures.beside.length ? `Also: ${lower(figures.beside.join('; '))}.` : '']
    .filter(Boolean)
    .join(' ');

/** What stood near the step between the swings that are compared, where both are of one lesson. */
const sinceIn = ({ set, before, after }: Figures): string | null =>
  before[0]?.row.lessonId === after[0]?.row.lessonId ? (set?.steps.at(-1)?.since ?? null) : null;

function measureChange(figures: Figures): string {
  const { measure, success } = figures;
  if (measure?.spread) return spreadChange({ measure, success });
  if (measure?.before === null || measure?.after === null || !measure) return '';
  const [before, now] = [toldAmount(measure.before, measure.unit), toldAmount(measure.after, measure.unit)];
  // a phase is told by a whole phrase: what it was stands before it
  const numbers =
    measure.unit === 'P'
      ? `${measure.words}: before, ${before}; now, ${now}`
      : `${measure.words}: ${before} before, ${now} now`;
  const word = success?.change?.word;
  const since = sinceIn(figures);
  if (word === 'real change')
    return `${numbers}. A real change${since ? ` since “${since}”` : ''}${success?.way === null || success?.way === undefined ? '' : success.way > 0 ? ', toward what we want' : ', for the worse'}.`;
  if (word === 'no change that matters') return `${numbers}. No change that matters.`;
  return `${numbers}. Too few swings to tell whether that is more than chance.`;
}
