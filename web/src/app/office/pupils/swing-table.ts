import type { SwingHead } from '@vilko/contract/swing';
import { verdictWords } from '@vilko/core/words/findings';
import { deviceWords } from '../../device-words';
import { csvOf } from '../../shell/csv';

/** What the list is narrowed to; empty says nothing. */
export interface SwingFilter {
  readonly club: string;
  readonly tag: string;
  readonly device: string;
  readonly school: string;
  readonly finding: string;
  readonly lesson: string;
  readonly starred: boolean;
}
export const NO_FILTER: SwingFilter = {
  club: '',
  tag: '',
  device: '',
  school: '',
  finding: '',
  lesson: '',
  starred: false,
};
export const NOTHING_FOUND = 'nothing';

export const filtered = (swings: readonly SwingHead[], f: SwingFilter): SwingHead[] =>
  swings.filter(
    (s) =>
      (!f.club || s.clubName === f.club) &&
      (!f.tag || kindWords(s) === f.tag) &&
      (!f.device || s.device === f.device) &&
      (!f.school || s.judgedBy?.pattern === f.school) &&
      (!f.lesson || s.lessonId === f.lesson) &&
      (!f.starred || s.starred) &&
      (!f.finding || (isJudged(s) && (f.finding === NOTHING_FOUND ? s.mainFault === null : s.mainFault === f.finding))),
  );

/** Whole swings are judged; a rehearsal or an exercise is measured. */
const isJudged = (s: SwingHead): boolean => s.judgedBy !== null;

/** What kind of swing it was: with a ball, a practice swing, an exercise; half and slow ones say so. */
export const kindWords = (s: SwingHead): string => (s.kind === 'full' ? s.tag : `${s.tag}, ${s.kind}`);

export const findingWords = (s: SwingHead): string => verdictWords(s);

/** The rows as CSV (RFC 4180), stored units in the heads, a missing number empty. */
export function swingsCsv(
  swings: readonly SwingHead[],
  measure: { id: string; unit: string },
  values: ReadonlyMap<string, number | null>,
): string {
  const head = [
    'recorded_at',
    'number',
    'club',
    'kind',
    'device',
    'school',
    'finding',
    'fit',
    'lead_at_impact_percent',
    'felt',
    'felt_of',
    'carry_m',
    'strike',
    `${measure.id} (${measure.unit})`,
  ];
  const rows = swings.map((s) => [
    s.recordedAt,
    s.number,
    s.clubName,
    kindWords(s),
    deviceWords(s.device),
    s.judgedBy ? `${s.judgedBy.pattern} v${s.judgedBy.version}` : null,
    findingWords(s),
    s.fit === null ? null : Number(s.fit.toFixed(3)),
    s.leadAtImpact === null ? null : Number(s.leadAtImpact.toFixed(1)),
    s.felt,
    s.felt === null ? null : (s.feltOf ?? 'share.lead.p7'),
    s.shot?.values.carry ?? null,
    s.shot?.values.strike ?? null,
    values.get(s.id) ?? null,
  ]);
  return csvOf([head, ...rows]);
}
