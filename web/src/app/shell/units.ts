import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { shownUnit } from '@vilko/contract/house-units';
import type { PracticeBand } from '@vilko/core/practice/attempts';
import { unitFactor } from '@vilko/core/recording/units';
import { unitBehind } from '@vilko/core/words/amounts';
import { officeFeature } from '../state/office';

/** A number as people type it, with a comma or a point; null where nothing is typed, NaN where it is none. */
export const typedNumber = (text: string): number | null =>
  text.trim() === '' ? null : Number(text.trim().replace('−', '-').replace(',', '.'));

/** Stored values in the units the house has chosen, and back. */
@Injectable({ providedIn: 'root' })
export class HouseUnits {
  private readonly house = inject(Store).selectSignal(officeFeature.selectHouse);

  /** The unit in which something stored in `unit` is shown. */
  shown(unit: string): string {
    return shownUnit(this.house().units, unit);
  }
  /** The same as it stands beside a field; empty for a plain number. */
  words(unit: string): string {
    return unitBehind(this.shown(unit)).trim();
  }
  /** A stored value in the shown unit. */
  value(stored: number, unit: string): number {
    return stored * unitFactor(unit, this.shown(unit));
  }
  /** A range of stored values in the shown unit; an open end stays open. */
  range([from, to]: PracticeBand, unit: string): PracticeBand {
    const shown = (v: number | null) => (v === null ? null : this.value(v, unit));
    return [shown(from), shown(to)];
  }
  stored(value: number, unit: string): number {
    return value * unitFactor(this.shown(unit), unit);
  }
  /** A stored value as text with its unit; "no reading" for null. */
  text(stored: number | null | undefined, unit: string, digits = 0): string {
    return stored === null || stored === undefined
      ? 'no reading'
      : `${this.value(stored, unit).toFixed(digits)} ${this.shown(unit)}`;
  }
}
