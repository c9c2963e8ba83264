import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Drill, DRILL_CAUTIONS, DRILLS, FAULTS, LADDER, PATTERNS, substitutesOf } from '@vilko/core';
import { DrillPictures } from '../../drawing/drill/drill-pictures';
import { againstWords, aimWords, equipmentWords, testWords, validWords } from '../../drill-words';
import { Keys } from '../../shell/keys';

/** Office › Drills: every drill with its feel, numbers, steps, test and cautions. */
@Component({
  selector: 'vk-drills',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillPictures, RouterLink],
  host: { class: 'block h-full' },
  template: `
    <div class="grid h-full grid-cols-[280px_minmax(0,1fr)] print:block">
      <nav class="overflow-y-auto border-r border-rules px-4 pt-5 pb-6 print:hidden" aria-label="Drills">
        <h1 class="text-24 font-semibold">Drills</h1>
        <input
          #search
          class="entry !w-full"
          type="search"
          placeholder="Search drills  /"
          aria-label="Search drills"
          [value]="query()"
          (input)="query.set(search.value)"
        />
        <label class="mt-2 flex items-center gap-2">
          for
          <select
            class="min-w-0 flex-1 rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5"
            aria-label="Drills for a fault"
            (change)="fault.set($any($event.target).value)"
          >
            <option value="">any finding</option>
            @for (f of faults; track f.id) {
              <option [value]="f.id" [selected]="f.id === fault()">{{ f.name }}</option>
            }
          </select>
        </label>
        <ul class="mt-3">
          @for (d of shown(); track d.id) {
            <li>
              <a
                class="block py-1 hover:underline"
                [class.font-semibold]="d.id === drill()?.id"
                [attr.aria-current]="d.id === drill()?.id ? 'page' : null"
                [routerLink]="['/office/drills', d.id]"
                queryParamsHandling="preserve"
                >{{ d.name }}</a
              >
            </li>
          } @empty {
            <li class="text-15 text-ink2">No drill is like that.</li>
          }
        </ul>
      </nav>
      <article class="overflow-y-auto px-6 pt-5 pb-8" tabindex="0" aria-label="The drill">
        @if (drill(); as d) {
          <h2 class="text-24 font-semibold">{{ d.name }}</h2>
          <p class="mt-1 max-w-[720px] text-18 leading-6">{{ d.gist }}</p>
          <vk-drill-pictures class="mt-3 max-w-[860px]" [drill]="d" />
          <dl class="mt-4 grid max-w-[860px] grid-cols-[120px_1fr] gap-x-4 gap-y-2 text-15 leading-5">
            <dt class="text-ink2">For</dt>
            <dd>{{ aims(d) }}</dd>
            <dt class="text-ink2">Feel</dt>
            <dd>{{ d.feel }}</dd>
            <dt class="text-ink2">The numbers</dt>
            <dd>{{ d.numbers }}</dd>
            <dt class="text-ink2">Equipment</dt>
            <dd>
              {{ needs(d) }}
              @for (line of substitutes(d.equipment); track line) {
                <span class="block text-ink2">{{ line }}</span>
              }
            </dd>
            <dt class="text-ink2">Set up</dt>
            <dd>{{ d.setUp }} Space: {{ d.space }}.</dd>
            <dt class="text-ink2">Steps</dt>
            <dd>
              <ol class="list-decimal pl-5">
                @for (s of d.steps; track s) {
                  <li>{{ s }}</li>
                }
              </ol>
            </dd>
            <dt class="text-ink2">Dose</dt>
            <dd>{{ d.dose }}</dd>
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
                It falsifies outlines and positions: {{ plate.why }}. Still valid: {{ valid(plate.valid) }}. Recorded as
                an exercise, never compared with ordinary swings.
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
        } @else {
          <p class="mt-10 text-18 text-ink2">Choose a drill.</p>
        }
      </article>
    </div>
  `,
})
export class Drills {
  readonly drillId = input<string>();
  /** A fault to begin with, from a link. */
  readonly for = input<string>();
  private readonly search = viewChild.required<ElementRef<HTMLInputElement>>('search');
  protected readonly query = signal('');
  protected readonly fault = signal('');
  protected readonly faults = FAULTS;
  protected readonly ladder = LADDER;
  protected readonly cautions = DRILL_CAUTIONS;
  protected readonly shown = computed(() => {
    const words = this.query().toLowerCase().trim();
    return DRILLS.filter(
      (d) =>
        (!this.fault() || d.for.includes(this.fault())) &&
        `${d.name} ${d.gist} ${d.feel}`.toLowerCase().includes(words),
    );
  });
  protected readonly drill = computed(
    (): Drill | null => DRILLS.find((d) => d.id === this.drillId()) ?? this.shown()[0] ?? null,
  );

  constructor() {
    effect(() => this.fault.set(this.for() ?? ''));
    inject(Keys).use('Drills', [{ key: '/', words: 'search drills', run: () => this.search().nativeElement.focus() }]);
  }

  protected readonly needs = equipmentWords;
  protected readonly substitutes = substitutesOf;
  protected readonly aims = aimWords;
  protected readonly test = testWords;
  protected readonly valid = validWords;
  protected readonly against = againstWords;
  protected readonly schoolName = (id: string): string => PATTERNS.find((p) => p.id === id)?.name ?? id;
}
