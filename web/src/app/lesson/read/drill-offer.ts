import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { drillsFor } from '@vilko/core/drills/drills';
import type { ClubClass } from '@vilko/core/recording/recording';
import { HouseDrills } from '../../state/house-drills';

const SHOWN = 3;

/** Drills for a finding: those that fit, and which were left out and why. */
@Component({
  selector: 'vk-drill-offer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  host: { class: 'block' },
  template: `
    <h3 class="font-semibold">Drills</h3>
    @for (d of shown(); track d.id) {
      <p class="mt-1">
        <a class="link mr-1" [routerLink]="['/office/drills', d.id]">{{ d.name }}</a>
        <span class="text-ink2">{{ d.gist }}</span>
      </p>
    } @empty {
      <p class="mt-1 text-ink2">None of the drills for this suits what is on record.</p>
    }
    @if (shown().length && lessonId()) {
      <p class="mt-2">
        <a
          class="main-button inline-block"
          [routerLink]="['/lesson', lessonId(), 'practise']"
          [queryParams]="{ for: fault() }"
          >Practise this</a
        >
      </p>
    }
    @if (drills().offered.length > shown().length) {
      <p class="mt-1">
        <a class="link" routerLink="/office/drills" [queryParams]="{ for: fault() }"
          >{{ drills().offered.length - shown().length }} more</a
        >
      </p>
    }
    @for (x of drills().leftOut; track x.drill.id) {
      <p class="mt-1 text-ink2">Left out: {{ x.drill.name }}, {{ x.reason }}.</p>
    }
    @if (shown().length) {
      <p class="mt-1 text-ink2">Stop on pain. The strike may get heavier at first.</p>
    }
  `,
})
export class DrillOffer {
  readonly fault = input.required<string>();
  readonly club = input.required<ClubClass>();
  readonly found = input<readonly string[]>([]);
  readonly injuries = input<readonly string[]>([]);
  readonly school = input('');
  /** Lesson in which it is practised; empty: no lesson is open. */
  readonly lessonId = input('');
  private readonly house = inject(HouseDrills);
  protected readonly drills = computed(() =>
    drillsFor({
      fault: this.fault(),
      club: this.club(),
      found: this.found(),
      injuries: this.injuries(),
      school: this.school(),
      drills: this.house.shelf().offered,
    }),
  );
  protected readonly shown = computed(() => this.drills().offered.slice(0, SHOWN));
}
