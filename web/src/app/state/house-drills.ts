import { computed, inject, Injectable, signal } from '@angular/core';
import { drillShelf } from '@vilko/core/drills/shelf';
import { OwnDrills } from './own-drills';

/** The house's drills as this page knows them: those that come with the application until the house's own have come. */
@Injectable({ providedIn: 'root' })
export class HouseDrills {
  /** Where their photographs and films are fetched from. */
  readonly from = signal('/api');
  /** Those the house wrote or changed. */
  readonly own = inject(OwnDrills).all;
  readonly shelf = computed(() => drillShelf(this.own()));
}
