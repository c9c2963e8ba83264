import { Injectable, signal } from '@angular/core';
import type { OwnDrill } from '@vilko/core/drills/own-drill';

/** The drills that the house wrote or changed, as this page knows them; none until they have come. */
@Injectable({ providedIn: 'root' })
export class OwnDrills {
  readonly all = signal<readonly OwnDrill[]>([]);

  /** Takes in one that was written, changed, taken off or put back. */
  put(saved: OwnDrill): void {
    this.all.update((own) =>
      own.some((o) => o.drill.id === saved.drill.id)
        ? own.map((o) => (o.drill.id === saved.drill.id ? saved : o))
        : [...own, saved],
    );
  }
}
