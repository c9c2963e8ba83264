import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { DrillProgress, NewLogEntry } from '@vilko/contract/practice';
import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import type { Drill } from '@vilko/core/drills/drill';
import { LADDER } from '@vilko/core/drills/ladder';
import { DRILL_CAUTIONS } from '@vilko/core/drills/cautions';
import { capsOf, type OnRecord } from '@vilko/core/drills/injury-caps';
import { substitutesOf } from '@vilko/core/drills/substitutes';
import { RUNGS, staysValid } from '@vilko/core/practice/rungs';
import { DrillMediaView } from '../../drill-media';
import { DrillPictures } from '../../drawing/drill/drill-pictures';
import { againstWords, equipmentWords, testWords, validWords } from '../../drill-words';
import { HouseDrills } from '../../state/house-drills';

/** One drill as it is done: feel, steps, its ladder with what is open, and what to mind. */
@Component({
  selector: 'vk-drill-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillMediaView, DrillPictures, RouterLink],
  host: { class: 'block' },
  template: `
    <h2 class="text-24 leading-7 font-semibold">{{ drill().name }}</h2>
    <p class="mt-1 text-15 leading-5">{{ drill().gist }}</p>
    <vk-drill-pictures class="mt-2 max-w-[470px]" [drill]="drill()" [handed]="handed()" />
    <vk-drill-media class="mt-2 max-w-[470px]" [drill]="drill()" />
    <p class="mt-1 border-l-2 border-alarm pl-2 text-15 leading-5">
      <span class="font-semibold">{{ drill().caution }}</span> {{ cautions[0] }}
    </p>
    @if (against()) {
      <p class="mt-2 border-l-2 border-alarm pl-2 text-15 font-semibold">{{ against() }}</p>
    }
    <dl class="mt-2 grid grid-cols-[84px_1fr] gap-x-3 gap-y-1 text-15 leading-5">
      @if (drill().feel) {
        <dt class="text-ink2">Feel</dt>
        <dd>{{ drill().feel }}</dd>
      }
      @if (drill().numbers) {
        <dt class="text-ink2">Numbers</dt>
        <dd>{{ drill().numbers }}</dd>
      }
      <dt class="text-ink2">Needs</dt>
      <dd>
        {{ needs() }}{{ drill().space ? '; ' + drill().space : '' }}
        @for (line of substitutes(); track line) {
          <span class="block text-13 text-ink2">{{ line }}</span>
        }
      </dd>
      <dt class="text-ink2">Steps</dt>
      <dd>
        <ol class="list-decimal pl-5">
          @for (s of drill().steps; track s) {
            <li>{{ s }}</li>
          }
        </ol>
      </dd>
      @if (drill().dose) {
        <dt class="text-ink2">Dose</dt>
        <dd>{{ drill().dose }}</dd>
      }
    </dl>
    <h3 class="mt-3 text-15 font-semibold">Ladder</h3>
    <p class="text-ink2">{{ test() }} The next rung opens when it is passed.</p>
    <ol class="mt-1">
      @for (r of rungs(); track r.words) {
        <li class="grid h-9 grid-cols-[24px_1fr_auto] pointer-coarse:h-11 items-center border-t border-rules text-15">
          <span class="figures text-ink2">{{ r.number }}</span>
          <span [class.text-ink2]="r.closed" [class.font-semibold]="r.open">{{ r.words }}</span>
          <span class="flex items-center gap-3">
            @if (r.passed) {
              <span>passed</span>
            }
            @if (r.closed) {
              <span class="text-ink2">{{ r.held ? 'not before cleared' : 'opens with rung ' + (r.number - 1) }}</span>
            } @else {
              @if (r.open) {
                <button class="link text-13" (click)="passByEye(r.number - 1)">Passed by eye</button>
              }
              <a
                [class]="r.open ? 'main-button' : 'plain-button'"
                [routerLink]="['/lesson', lessonId(), 'practise', 'train']"
                [queryParams]="{ drill: drill().id, rung: r.number - 1 }"
                >{{ r.open ? 'Train' : 'Again' }}</a
              >
            }
          </span>
        </li>
      }
    </ol>
    @if (heldWords(); as held) {
      <p class="text-15 text-alarm">{{ held }}</p>
    }
    @if (byEyeOnly()) {
      <p class="text-ink2">With the aid on the plate its number does not count: rungs one to four are passed by eye.</p>
    }
    <section class="mt-3 border-l-2 border-alarm pl-3 leading-5" aria-label="Cautions">
      @if (drill().onPlate; as plate) {
        <p>
          It falsifies outlines and positions: {{ plate.why }}. Still valid: {{ valid(plate.valid) }}. Recorded as an
          exercise, kept out of comparisons and trends.
        </p>
      }
      @if (notWith()) {
        <p>Not together with: {{ notWith() }}.</p>
      }
      @for (c of cautions.slice(1); track c) {
        <p class="text-ink2">{{ c }}</p>
      }
    </section>
  `,
})
export class DrillSheet {
  readonly lessonId = input.required<string>();
  readonly drill = input.required<Drill>();
  readonly progress = input<DrillProgress | null>(null);
  readonly handed = input<'right' | 'left'>('right');
  /** Injuries on record, their sides, and what the instructor has cleared. */
  readonly record = input<readonly OnRecord[]>([]);
  readonly eye = output<NewLogEntry>();
  private readonly house = inject(HouseDrills);
  protected readonly cautions = DRILL_CAUTIONS;
  protected readonly valid = validWords;
  protected readonly test = computed(() => testWords(this.drill()));
  protected readonly needs = computed(() => equipmentWords(this.drill()));
  protected readonly substitutes = computed(() => substitutesOf(this.drill().equipment));
  protected readonly notWith = computed(() => againstWords(this.drill(), this.house.shelf()));
  protected readonly against = computed(() => {
    const hurt = this.drill().tags.filter((t) => this.record().some((r) => r.part === t));
    return hurt.length ? `Not for this pupil: ${hurt.join(', ')} on record.` : '';
  });
  private readonly caps = computed(() => capsOf(this.record(), this.handed()));
  protected readonly heldWords = computed(() => {
    const { largestRung, heldBy, fullEffort } = this.caps();
    const rung = heldBy.length
      ? `Not beyond ${LADDER[largestRung]} before the instructor says “yes, cleared”: ${heldBy.join(', ')} on record.`
      : '';
    const effort = fullEffort === null ? '' : `At most ${fullEffort} swings at full effort in a session.`;
    return [rung, effort].filter(Boolean).join(' ');
  });
  protected readonly byEyeOnly = computed(() => {
    const { test } = this.drill();
    return test !== null && !staysValid(this.drill(), RUNGS[0]!, test.measure);
  });
  protected readonly rungs = computed(() => {
    const open = this.progress()?.open ?? 0;
    return RUNGS.map(({ words }, i) => {
      const passed = this.progress()?.passed.includes(i) ?? false;
      const held = i > this.caps().largestRung;
      return { words, number: i + 1, passed, held, open: i === open && !passed && !held, closed: i > open || held };
    });
  });

  protected passByEye(rung: number): void {
    this.eye.emit({
      ...BLANK_ENTRY,
      at: new Date().toISOString(),
      kind: 'trainer',
      drill: this.drill().id,
      rung,
      passed: true,
    });
  }
}
