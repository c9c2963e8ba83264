import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { bayFeature } from './bay';

const TICK = 500;

/** How long the bay's device has been silent, counted on here while it lasts. */
@Injectable({ providedIn: 'root' })
export class BaySilence {
  private readonly bay = inject(Store).selectSignal(bayFeature.selectBay);
  private readonly since = computed(() => this.bay()?.device?.silentSince ?? null);
  private readonly now = signal(Date.now());
  /** s; null while the device speaks. */
  readonly seconds = computed(() => {
    const since = this.since();
    return since === null ? null : Math.max(1, Math.floor((this.now() - since) / 1000));
  });

  constructor() {
    effect((onCleanup) => {
      if (this.since() === null) return;
      this.now.set(Date.now());
      const timer = setInterval(() => this.now.set(Date.now()), TICK);
      onCleanup(() => clearInterval(timer));
    });
  }
}
