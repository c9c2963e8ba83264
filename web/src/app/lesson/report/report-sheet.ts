import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ReportFigures, ReportSwing, ReportText } from '@vilko/contract/report';
import { meansWords, REPORT_FIELDS, successWord } from '@vilko/contract/report-words';
import type { ReportHead } from '@vilko/contract/share';
import { doneWords } from '@vilko/core/drills/task-words';
import { DRILL_CAUTIONS } from '@vilko/core/drills/cautions';
import { DrillMediaView } from '../../drill-media';
import { DrillPictures } from '../../drawing/drill/drill-pictures';
import { Thumbnail } from '../../drawing/rack/thumbnail';
import { figure, unitBehind } from '@vilko/core/words/amounts';
import { phaseWords } from '@vilko/core/words/plain-words';
import { dateText, shortDate } from '@vilko/core/words/dates';
import { BandStrip } from '../practise/band-strip';
import { HouseDrills } from '../../state/house-drills';

/** One page in plain words: what was seen, what changed, one number, two routes, one thing to do. */
@Component({
  selector: 'vk-report-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillMediaView, BandStrip, DrillPictures, Thumbnail],
  host: { class: 'block' },
  template: `
    <article
      class="mx-auto max-w-[760px] bg-sheet px-8 py-6 max-[640px]:px-4 text-15 leading-[21px] print:max-w-none print:p-0"
      aria-label="Report"
    >
      @if (head().by.mark || head().by.house) {
        <p class="mb-2 flex items-center gap-3 text-ink2">
          @if (head().by.mark; as mark) {
            <img class="max-h-12 max-w-[160px] bg-white" [src]="mark" alt="" />
          }
          {{ head().by.house }}
        </p>
      }
      <header class="flex items-baseline gap-4 border-b-2 border-ink pb-1.5">
        <h2 class="text-24 font-semibold">{{ head().name }}</h2>
        <p class="ml-auto text-ink2">{{ date() }}, {{ head().bay }}</p>
      </header>
      <div class="mt-3 grid grid-cols-[1fr_300px] gap-6 max-[640px]:grid-cols-1">
        <div>
          @for (f of shown(); track f.key) {
            <section class="mb-2.5">
              <h3 class="text-13 text-ink2">{{ f.head }}</h3>
              <p class="whitespace-pre-line" [class]="f.key === 'task' ? 'text-18 leading-6 font-semibold' : ''">
                {{ text()[f.key] }}
              </p>
            </section>
          }
          @if (comeBack()) {
            <section class="mb-2.5">
              <h3 class="text-13 text-ink2">Come back</h3>
              <p>{{ comeBack() }}</p>
            </section>
          }
        </div>
        <div>
          @if (report().measure; as m) {
            <section>
              <h3 class="text-13 text-ink2">{{ m.words }}{{ m.agreed ? ', as agreed' : '' }}</h3>
              @if (m.after !== null) {
                <p class="flex items-baseline gap-2">
                  @if (m.unit === 'P') {
                    <span class="text-18 leading-6 font-semibold">{{ phase(m.after) }}</span>
                  } @else {
                    <span class="figures text-40 leading-[46px] font-semibold">{{ figure(m.after) }}</span><span
                      class="text-18"
                      >{{ unit() }}</span
                    >
                  }
                  <span class="ml-auto text-18">{{ word() }}</span>
                </p>
                @if (m.band[0] !== null || m.band[1] !== null) {
                  <vk-band-strip [of]="m" [band]="m.band" [value]="m.after" />
                }
                <p class="text-13 text-ink2">{{ means() }}</p>
              } @else {
                <p>Not measured in this lesson.</p>
              }
            </section>
          }
          @for (r of routes(); track r.head) {
            <section class="mt-3 border-t border-rules pt-1.5">
              <h3 class="flex text-13 text-ink2">
                <span>{{ r.head }}</span><span class="ml-auto"
                  >swing {{ r.swing.number }}, {{ r.swing.clubName }}, {{ day(r.swing.date) }}</span
                >
              </h3>
              <div class="h-[128px]">
                <vk-thumbnail class="block h-full" [shape]="r.swing.shape" [handed]="head().handed" />
              </div>
            </section>
          }
          @if (routes().length) {
            <p class="text-13 leading-4 text-ink2">
              Foot pressure from above, toes up: dashed going back, heavy coming down. The dashed foot is the one
              farther from the target.
            </p>
          }
        </div>
      </div>
      @if (drill(); as d) {
        <section class="mt-2 border-t border-rules pt-2">
          <h3 class="text-18 font-semibold">{{ d.name }}</h3>
          <p class="text-ink2">{{ d.setUp }}</p>
          <vk-drill-pictures class="mt-2 max-w-[560px]" [drill]="d" [handed]="head().handed" />
          <vk-drill-media class="mt-2 max-w-[560px]" [drill]="d" />
          <ol class="mt-1 list-decimal pl-5">
            @for (s of d.steps; track s) {
              <li>{{ s }}</li>
            }
          </ol>
          <p class="mt-1">{{ done(d) }}</p>
          <p class="mt-1.5 border-l-2 border-alarm pl-2 text-13 leading-[17px]">
            {{ d.caution }} {{ cautions }}{{ head().minor ? ' No maximal efforts.' : '' }}
          </p>
        </section>
      }
      @if (head().by.instructor; as name) {
        <footer class="mt-3 border-t border-rules pt-1.5 text-13 leading-[17px] text-ink2">
          <p class="text-ink">{{ name }}</p>
          <p class="whitespace-pre-line">{{ head().by.signature }}</p>
        </footer>
      }
    </article>
  `,
})
export class ReportSheet {
  readonly head = input.required<ReportHead>();
  readonly report = input.required<ReportFigures>();
  readonly text = input.required<ReportText>();
  private readonly house = inject(HouseDrills);
  protected readonly done = doneWords;
  protected readonly cautions = DRILL_CAUTIONS.join(' ');
  protected readonly date = computed(() => dateText(this.head().startedAt));
  protected readonly day = shortDate;
  protected readonly phase = phaseWords;
  protected readonly shown = computed(() => REPORT_FIELDS.filter((f) => this.text()[f.key].trim()));
  protected readonly drill = computed(() => this.house.shelf().one(this.report().drill) ?? null);
  protected readonly comeBack = computed(() =>
    this.report().nextVisit ? `${dateText(this.report().nextVisit!)}.` : '',
  );
  protected readonly unit = computed(() => unitBehind(this.report().measure?.unit ?? ''));
  protected readonly means = computed(() => meansWords(this.report()));
  protected readonly word = computed(() => successWord(this.report()));
  protected readonly routes = computed(() => {
    const { before, after } = this.report();
    const route = (head: string, swing: ReportSwing | null) => (swing?.shape ? [{ head, swing }] : []);
    return before?.id === after?.id ? route('Now', after) : [...route('Before', before), ...route('Now', after)];
  });

  protected figure(v: number): string {
    return figure(v, this.report().measure!.unit);
  }
}
