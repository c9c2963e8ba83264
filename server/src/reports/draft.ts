import type { LessonHead, ReportText } from '@vilko/contract';
import { amount, FEWEST_AFTER, mean, type MeasureId, sawWords, wanted } from '@vilko/core';
import { summaryNumber } from '../swings/read-swing.js';
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
    notYet:
      !measure || !success || success.word === 'met' || (success.of > 0 && success.inside === success.of)
        ? ''
        : `${measure.words}: ${success.inside} of ${success.of} swings where we want them (${bandOf(measure)})${
            success.way === null || success.way <= 0 || success.inside === success.of
              ? ''
              : success.way >= 1
                ? ', though their mean is'
                : `, ${Math.round(100 * success.way)}% of the way`
          }${success.of < FEWEST_AFTER ? `; it takes ${FEWEST_AFTER} swings to tell` : ''}.`,
    task,
    agreed: measure
      ? `We judge it by: ${measure.words.toLowerCase()}${hasBand(measure) ? `, ${bandOf(measure)}, in two of three swings` : ''}.`
      : '',
  };
}

const hasBand = ({ band: [lo, hi] }: NonNullable<Figures['measure']>): boolean => lo !== null || hi !== null;

export const bandOf = ({ band, unit }: NonNullable<Figures['measure']>): string => wanted(band, unit);

/** Load on the lead foot at the three moments everybody knows. */
function sharesOf(swings: readonly SummarisedSwing[]): string {
  const at = (id: MeasureId): string | null => {
    const v = swings.flatMap((s) => summaryNumber(s.summary, id) ?? []);
    return v.length ? `${mean(v).toFixed(0)}%` : null;
  };
  const parts = [
    ['at address', at('share.lead.address')],
    ['at the top', at('share.lead.p4')],
    ['at impact', at('share.lead.p7')],
  ].filter(([, v]) => v !== null);
  return parts.length ? `On the lead foot, of the load on both: ${parts.map(([w, v]) => `${v} ${w}`).join(', ')}.` : '';
}

/** Whether the agreed measure changed, in the words of the comparison. */
function changeOf({ measure, success }: Figures): string {
  if (measure?.before === null || measure?.after === null || !measure) return '';
  const numbers = `${measure.words}: ${amount(measure.before, measure.unit)} before, ${amount(measure.after, measure.unit)} now`;
  const word = success?.change?.word;
  if (word === 'real change')
    return `${numbers}. A real change${success?.way === null || success?.way === undefined ? '' : success.way > 0 ? ', toward what we want' : ', for the worse'}.`;
  if (word === 'no change that matters') return `${numbers}. No change that matters.`;
  return `${numbers}. Too few swings to tell whether that is more than chance.`;
}
