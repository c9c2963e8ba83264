import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { Drill } from '@vilko/core/drills/drill';
import { LADDER } from '@vilko/core/drills/ladder';
import { DRILL_CAUTIONS } from '@vilko/core/drills/cautions';
import { substitutesOf } from '@vilko/core/drills/substitutes';
import { Store } from '@ngrx/store';
import { DrillMediaView } from '../../drill-media';
import { DrillPictures } from '../../drawing/drill/drill-pictures';
import { againstWords, aimWords, equipmentWords, testWords, validWords } from '../../drill-words';
import { HouseDrills } from '../../state/house-drills';
import { selectPatterns } from '../../state/pattern-shelf';

/** A drill to be read: its feel, numbers, steps, test and cautions. */
@Component({
  selector: 'vk-drill-article',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillMediaView, DrillPictures],
  host: { class: 'block' },
  template: `
    @let d = drill();
    <p class="mt-1 max-w-[720px] text-18 leading-6">{{ d.gist }}</p>
    <vk-drill-pictures class="mt-3 max-w-[860px]" [drill]="d" />
    <vk-drill-media class="mt-3 max-w-[860px]" [drill]="d" />
    <dl class="mt-4 grid max-w-[860px] grid-cols-[120px_1fr] gap-x-4 gap-y-2 text-15 leading-5">
      <dt class="text-ink2">For</dt>
      <dd>{{ aims(d) }}</dd>
      @if (d.feel) {
        <dt class="text-ink2">Feel</dt>
        <dd>{{ d.feel }}</dd>
      }
      @if (d.numbers) {
        <dt class="text-ink2">The numbers</dt>
        <dd>{{ d.numbers }}</dd>
      }
      <dt class="text-ink2">Equipment</dt>
      <dd>
        {{ needs(d) }}
        @for (line of substitutes(d.equipment); track line) {
          <span class="block text-ink2">{{ line }}</span>
        }
      </dd>
      <dt class="text-ink2">Set up</dt>
      <dd>{{ d.setUp }}{{ d.space ? ' Space: ' + d.space + '.' : '' }}</dd>
      <dt class="text-ink2">Steps</dt>
      <dd>
        <ol class="list-decimal pl-5">
          @for (s of d.steps; track s) {
            <li>{{ s }}</li>
          }
        </ol>
      </dd>
      @if (d.dose) {
        <dt class="text-ink2">Dose</dt>
        <dd>{{ d.dose }}</dd>
      }
      <dt class="text-ink2">Ladder</dt>
      <dd>
        <ol class="flex flex-wrap gap-x-2">
          @for (r of ladder; track r; let last = $last) {
            <li>{{ r }}{{ last ? '' : ' →' }}</li>
          }
        </ol>
        <span class="text-ink2">The next rung opens when the test is passed.</span>
      </dd>
      <dt class="text-ink2">Test</dt>
      <dd>{{ test(d) }}</dd>
      @if (d.school) {
        <dt class="text-ink2">School</dt>
        <dd>{{ schoolName(d.school) }} teaches it; others may not.</dd>
      }
      @if (d.onPlate; as plate) {
        <dt class="text-ink2">On the plate</dt>
        <dd>
          It falsifies outlines and positions: {{ plate.why }}. Still valid: {{ valid(plate.valid) }}. Recorded as an
          exercise, never compared with ordinary swings.
        </dd>
      }
    </dl>
    <section class="mt-5 max-w-[860px] border-l-2 border-alarm pl-3 text-15 leading-5" aria-label="Cautions">
      @if (d.caution) {
        <p class="font-semibold">{{ d.caution }}</p>
      }
      @if (d.tags.length) {
        <p>Not with trouble of: {{ d.tags.join(', ') }}.</p>
      }
      @if (against(d); as a) {
        <p>Not together with: {{ a }}.</p>
      }
      @for (c of cautions; track c) {
        <p class="text-ink2">{{ c }}</p>
      }
    </section>
  `,
})
export class DrillArticle {
  readonly drill = input.required<Drill>();
  private readonly house = inject(HouseDrills);
  private readonly patterns = inject(Store).selectSignal(selectPatterns);
  protected readonly ladder = LADDER;
  protected readonly cautions = DRILL_CAUTIONS;
  protected readonly needs = equipmentWords;
  protected readonly substitutes = substitutesOf;
  protected readonly aims = aimWords;
  protected readonly test = testWords;
  protected readonly valid = validWords;

  protected against(d: Drill): string {
    return againstWords(d, this.house.shelf());
  }
  protected schoolName(id: string): string {
    return this.patterns().find((p) => p.id === id)?.name ?? id;
  }
}
