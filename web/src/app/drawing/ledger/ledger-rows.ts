import { type ListedMeasure, type MeasureId, MEASURES } from '@vilko/core/measures/registry';
import { type Part, PARTS } from '@vilko/core/measures/row';
import type { BandFit } from '@vilko/core/patterns/fit';
import { fromStored } from '@vilko/core/recording/units';
import type { ReadView } from '../../workers/read-view';
import { figure, plusMinus } from '@vilko/core/words/amounts';

/** A row of the ledger, ready to be set. */
export interface LedgerRow {
  readonly id: MeasureId;
  readonly part: Part;
  readonly words: string;
  readonly definition: string;
  readonly value: string | null;
  readonly u: string;
  readonly unit: string;
  readonly derived: boolean;
  readonly reason: string | null;
  readonly band: BandFit | null;
  readonly number: number | null;
  readonly strong: boolean;
}

const MOST = 12;

const WORDS: Readonly<Record<string, string>> = { lateral: 'sideways', turning: 'turning', vertical: 'vertical' };

/** How short lengths are shown. */
export type ShortLength = 'mm' | 'in';

function rowOf(
  view: ReadView,
  m: ListedMeasure,
  length: ShortLength,
  { bands, evidence }: { bands: ReadonlyMap<string, BandFit>; evidence: ReadonlySet<string> },
): LedgerRow {
  const measure = view.measures[m.id];
  const { value } = measure;
  const unit = m.unit === 'mm' ? length : m.unit;
  const shown = (v: number) => (m.unit === 'mm' ? fromStored(v, length) : v);
  const text =
    value === null
      ? null
      : typeof value === 'number'
        ? figure(shown(value), unit)
        : Array.isArray(value)
          ? (value as readonly string[]).map((v) => WORDS[v] ?? v).join(', ')
          : String(value);
  const band = bands.get(m.id) ?? null;
  return {
    id: m.id,
    part: m.part,
    words: m.words,
    definition: m.definition,
    value: text,
    u: measure.u === null ? '' : plusMinus(shown(measure.u), unit),
    unit: typeof value === 'number' && unit !== '–' && unit !== '0–1' ? unit : '',
    derived: measure.basis === 'derived',
    reason:
      value === null
        ? (measure.reason ?? 'not measured')
        : measure.basis === 'derived'
          ? (measure.reason ?? null)
          : null,
    band,
    number: typeof value === 'number' ? value : null,
    strong: evidence.has(m.id) || band?.word === 'outside',
  };
}

/** Groups of rows in the order of the swing; `all` shows every measure, else the twelve that matter most. */
export function ledgerRows(
  view: ReadView,
  all: boolean,
  length: ShortLength = 'mm',
): { part: Part; rows: LedgerRow[] }[] {
  const bands = new Map(view.comparison.bands.map((b) => [b.measure, b]));
  const evidence = new Set(view.findings.find((f) => f.main)?.because ?? []);
  const worst = [...view.comparison.bands]
    .filter((b) => b.word !== 'absent')
    .sort((a, b) => (a.membership ?? 2) - (b.membership ?? 2));
  const chosen = new Set([...evidence, ...worst.map((b) => b.measure)].slice(0, MOST));
  const rows = MEASURES.filter((m) => all || chosen.has(m.id)).map((m) => rowOf(view, m, length, { bands, evidence }));
  return PARTS.map((part) => ({ part, rows: rows.filter((r) => r.part === part) })).filter((g) => g.rows.length);
}
