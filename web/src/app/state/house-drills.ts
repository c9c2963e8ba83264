import { computed, Injectable, signal } from '@angular/core';
import { drillShelf, type OwnDrill } from '@vilko/core';

/** The house's drills as this page knows them: those that come with the application until the house's own have come. */
@Injectable({ providedIn: 'root' })
export class HouseDrills {
  /** Where their photographs and films are fetched from. */
  readonly from = signal('/api');
  /** Those the house wrote or changed. */
  readonly own = signal<readonly OwnDrill[]>([]);
  readonly shelf = computed(() => drillShelf(this.own()));

  /** Takes in one that was written, changed, taken off or put back. */
  put(saved: OwnDrill): void {
    this.own.update((own) =>
      own.some((o) => o.drill.id === saved.drill.id)
        ? own.map((o) => (o.drill.id === saved.drill.id ? saved : o))
        : [...own, saved],
    );
  }
}
