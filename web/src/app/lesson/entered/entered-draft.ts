import type { EnteredSwing, NewEnteredSwing } from '@vilko/contract/entered';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { type HouseUnits, typedNumber } from '../../shell/units';
import { localDay } from '../practise/day-words';
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

/** A moment as the field for local time has it. */
export function localTime(iso: string): string {
  const at = new Date(iso);
  return `${localDay(at)}T${at.toTimeString().slice(0, 5)}`;
}

type Units = Pick<HouseUnits, 'value' | 'stored'>;

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
    const number = typedNumber(value);
    if (number === null || !Number.isFinite(number)) return { problem: `${words}: “${value.trim()}” is not a number.` };
    const sure = typedNumber(u);
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
