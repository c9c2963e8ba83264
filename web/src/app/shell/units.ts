import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { fromStored, toStored, type UnitName } from '@vilko/core/vocabulary';
import { officeFeature } from '../state/office';

/** Stored values in the units the house has chosen, and back. */
@Injectable({ providedIn: 'root' })
export class HouseUnits {
  private readonly house = inject(Store).selectSignal(officeFeature.selectHouse);

  /** The unit in which something stored in `unit` is shown. */
  shown(unit: string): string {
    const u = this.house().units;
    const chosen: Readonly<Record<string, string>> = { m: u.distance, 'm/s': u.speed, mm: u.length, kg: u.mass };
    return chosen[unit] ?? unit;
  }
  /** A stored value in the shown unit. */
  value(stored: number, unit: string): number {
    return fromStored(stored, this.shown(unit) as UnitName);
  }
  stored(value: number, unit: string): number {
    return toStored(value, this.shown(unit) as UnitName);
  }
  /** A stored value as text with its unit; "no reading" for null. */
  text(stored: number | null | undefined, unit: string, digits = 0): string {
    return stored === null || stored === undefined
      ? 'no reading'
      : `${this.value(stored, unit).toFixed(digits)} ${this.shown(unit)}`;
  }
}
