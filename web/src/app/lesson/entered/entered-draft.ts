import type { EnteredSwing, NewEnteredSwing } from '@vilko/contract';
import { type QuantityId, quantityOf } from '@vilko/core';
import { unitBehind } from '@vilko/core/words';
import type { HouseUnits } from '../../shell/units';
import type { ClubChoice } from '../swing-card/card-draft';

/** One line of numbers as it is typed, in the units of the house. */
export interface DraftNumber {
  readonly measure: QuantityId | null;
  readonly value: string;
  readonly u: string;
}

/** An entered swing as it is typed. */
export interface EnteredDraft {
  readonly source: string;
  readonly clubName: string;
  /** Local time as its field has it, yyyy-mm-ddThh:mm. */
  readonly at: string;
  readonly note: string;
  readonly numbers: readonly DraftNumber[];
}

export const NO_NUMBER: DraftNumber = { measure: null, value: '', u: '' };

const two = (n: number): string => String(n).padStart(2, '0');

/** A moment as the field for local time has it. */
export function localTime(iso: string): string {
  const d = new Date(iso);
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}T${two(d.getHours())}:${two(d.getMinutes())}`;
}

type Units = Pick<HouseUnits, 'value' | 'stored' | 'shown'>;

/** As many figures as were typed, none that the change of units made. */
const text = (v: number): string => String(Number(v.toPrecision(6)));

/** What is typed to begin with: an entered swing's own numbers, else an empty one at this time with this club. */
export function draftFrom(
  swing: EnteredSwing | null,
  { at, clubName, units }: { at: string; clubName: string; units: Units },
): EnteredDraft {
  if (!swing) return { source: '', clubName, at: localTime(at), note: '', numbers: [NO_NUMBER] };
  return {
    source: swing.source,
    clubName: swing.clubName,
    at: localTime(swing.at),
    note: swing.note,
    numbers: swing.values.map(({ measure, value, u }) => {
      const { unit } = quantityOf(measure);
      const shown = (v: number) => text(units.value(v, unit));
      return { measure, value: shown(value), u: u === null ? '' : shown(u) };
    }),
  };
}

/** A number as people type it; NaN where it is none. */
const typed = (words: string): number =>
  words.trim() === '' ? NaN : Number(words.trim().replace('−', '-').replace(',', '.'));

/** What is kept of what was typed, or in one sentence what is missing; what was typed stays either way. */
export function readDraft(
  draft: EnteredDraft,
  { clubs, units }: { clubs: readonly ClubChoice[]; units: Units },
): { swing: NewEnteredSwing } | { problem: string } {
  if (!draft.source.trim()) return { problem: 'Say where the numbers come from: another screen, a sheet, a person.' };
  const at = new Date(draft.at);
  if (Number.isNaN(at.getTime())) return { problem: 'Say when it was swung.' };
  const club = clubs.find((c) => c.name === draft.clubName);
  if (!club) return { problem: 'Choose the club.' };
  const lines = draft.numbers.filter((n) => n.measure !== null || n.value.trim() || n.u.trim());
  if (!lines.length) return { problem: 'Enter at least one number.' };
  const values: NewEnteredSwing['values'][number][] = [];
  for (const [i, { measure, value, u }] of lines.entries()) {
    if (!measure) return { problem: `Line ${i + 1}: choose what ${value.trim() || 'the number'} is of.` };
    const { words, unit } = quantityOf(measure);
    if (values.some((v) => v.measure === measure)) return { problem: `${words} stands there twice.` };
    const number = typed(value);
    if (!Number.isFinite(number)) return { problem: `${words}: “${value.trim()}” is not a number.` };
    const sure = u.trim() ? typed(u) : null;
    if (sure !== null && !(sure > 0)) return { problem: `${words}: ± is a number above 0, or left empty.` };
    values.push({
      measure,
      value: units.stored(number, unit),
      u: sure === null ? null : units.stored(sure, unit),
    });
  }
  return {
    swing: {
      at: at.toISOString(),
      club: club.club,
      clubName: club.name,
      source: draft.source.trim(),
      values,
      note: draft.note.trim(),
    },
  };
}

/** The unit a number is typed in; empty for a plain number. */
export const typedUnit = (measure: QuantityId | null, units: Pick<HouseUnits, 'shown'>): string =>
  measure ? unitBehind(units.shown(quantityOf(measure).unit)).trim() : '';
