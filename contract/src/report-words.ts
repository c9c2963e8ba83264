import { FEWEST_FOR_SPREAD } from '@vilko/core/practice/fewest';
import { FEWEST_AFTER } from '@vilko/core/practice/fewest';
import { counted, figure, unitBehind } from '@vilko/core/words/amounts';
import { toldAmount, toldWanted } from '@vilko/core/words/plain-words';
import type { ReportText, Report } from './report.js';

/** The fields in the order of the page, with their heads. */
export const REPORT_FIELDS: readonly { readonly key: keyof ReportText; readonly head: string }[] = [
  { key: 'aim', head: 'Your aim' },
  { key: 'saw', head: 'What I saw' },
  { key: 'numbers', head: 'At address, at the top, at impact' },
  { key: 'changed', head: 'What changed' },
  { key: 'notYet', head: 'Not there yet' },
  { key: 'task', head: 'One thing to do' },
  { key: 'agreed', head: 'Agreed' },
];

/** Whether the lesson's measure came where it was wanted; nothing is said of too few swings. */
export const successWord = ({ success, measure }: Pick<Report, 'success' | 'measure'>): string =>
  !success ? '' : success.of < fewest(measure) ? 'too few to tell' : success.word;

/** Fewest swings that tell whether it came. */
export const fewest = (measure: Report['measure']): number => (measure?.spread ? FEWEST_FOR_SPREAD : FEWEST_AFTER);

/** Where the measure is to come, in words: "64 to 92%", "less spread than ±3%"; nothing where no range is wanted. */
export const wantedWords = ({
  band,
  spread,
  unit,
}: Pick<NonNullable<Report['measure']>, 'band' | 'unit'> & {
  readonly spread: { readonly most: number } | null;
}): string =>
  spread
    ? `less spread than ±${figure(spread.most, unit)}${unitBehind(unit)}`
    : band[0] === null && band[1] === null
      ? ''
      : toldWanted(band, unit);

/** What stands beneath the number, on the screen and in print. */
export function meansWords({ measure, success }: Pick<Report, 'measure' | 'success'>): string {
  if (!measure) return '';
  const { unit, before, spread, n } = measure;
  const said = (v: number): string => `${figure(v, unit)}${unitBehind(unit)}`;
  return [
    `mean of ${counted(n[1], 'swing')}`,
    ...(before === null ? [] : [`before: ${toldAmount(before, unit)}, mean of ${n[0]}`]),
    ...(spread && spread.after !== null
      ? [
          `spread ±${said(spread.after)}${spread.before === null ? '' : `, before ±${said(spread.before)}`}, wanted less than ±${said(spread.most)}`,
        ]
      : []),
    ...(success && success.of < fewest(measure) ? [`it takes ${fewest(measure)} swings to tell`] : []),
  ].join('; ');
}
