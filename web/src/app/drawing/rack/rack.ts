import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  input,
  output,
  viewChildren,
} from '@angular/core';
import type { EnteredSwing } from '@vilko/contract/entered';
import type { SwingHead } from '@vilko/contract/swing';
import type { LessonMark } from '@vilko/contract/time-line';
import { verdictWords } from '@vilko/core/words/findings';
import { marksOnRack } from './marks';
import { runsOnRack, type RunsOf } from './runs';
import { Thumbnail } from './thumbnail';

/** What was said, each after the other. */
const spoken = (marks: readonly LessonMark[]): string => marks.map((m) => m.words).join(' · ');

/** Every swing of the lesson as a thumbnail of its route with club and verdict; emits what was chosen. */
@Component({
  selector: 'vk-rack',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Thumbnail],
  host: { class: 'flex border-t border-strong-rules' },
  template: `
    <ol
      class="flex min-w-0 flex-1 overflow-x-auto overflow-y-hidden px-4"
      [style.height.px]="height()"
      aria-label="Swings of this lesson"
    >
      @for (s of swings(); track s.id) {
        <li
          class="relative flex w-[152px] shrink-0 flex-col border-r border-rules"
          [class.bg-sheet]="s.id === current()"
        >
          @if (runs().size) {
            <div class="relative mt-1 h-4 shrink-0 text-13 leading-4 text-ink2">
              @if (runs().get(s.id); as r) {
                <span
                  class="absolute inset-y-0 left-0 border-t border-ink2"
                  [class]="[r.first ? 'ml-2 border-l' : '', r.last ? 'right-2 border-r' : '-right-px'].join(' ')"
                  aria-hidden="true"
                ></span>
                @if (r.label) {
                  <span class="absolute left-4 z-[1] whitespace-nowrap">{{ r.label }}</span>
                }
              }
            </div>
          }
          <button
            #cell
            class="block min-h-0 w-full flex-1 px-2 pt-1 text-left outline-offset-[-2px]"
            [style.box-shadow]="s.id === current() ? 'inset 0 3px 0 var(--ink)' : null"
            [attr.aria-current]="s.id === current() ? 'true' : null"
            [attr.aria-label]="label(s)"
            (click)="$event.shiftKey ? compare.emit(s.id) : choose.emit(s.id)"
          >
            <span class="flex items-baseline gap-2 pt-1">
              <span class="figures text-15" [class.font-bold]="s.id === current()">{{ s.number }}</span>
              <span class="one-line" [class.text-ink2]="s.id !== current()">{{
                s.kind === 'full' ? s.clubName : s.kind
              }}</span>
              @if (s.shot?.values?.carry; as carry) {
                <span class="figures mr-5 ml-auto text-13 whitespace-nowrap text-ink2">{{ carryText()(carry) }}</span>
              }
            </span>
            <vk-thumbnail class="block h-[42px]" [shape]="s.thumbnail" [handed]="s.handed" />
            <span class="flex items-center gap-1">
              <svg [attr.width]="s.mainFault ? 8 : 18" height="14" class="shrink-0" aria-hidden="true">
                @if (s.mainFault) {
                  <circle cx="3.5" cy="7" r="3" fill="var(--alarm)" />
                } @else {
                  <path d="M3.5 2 H1.5 V12 H3.5 M12.5 2 H14.5 V12 H12.5" fill="none" stroke="var(--target)" />
                  @if (s.judgedBy !== null) {
                    <circle cx="8" cy="7" r="3" fill="var(--ink)" />
                  }
                }
              </svg>
              <span class="line-clamp-2 text-13 leading-[14px]" [class.text-ink2]="!s.mainFault">{{ verdict(s) }}</span>
            </span>
          </button>
          @if (marked()) {
            <p
              class="one-line h-[18px] shrink-0 border-t border-rules px-2 text-13 leading-[17px] text-ink2"
              [class.border-l-2]="marks().before.has(s.id)"
              [class.border-l-ink]="marks().before.has(s.id)"
            >
              {{ marksOf(s) }}
            </p>
          }
          <button
            class="absolute right-1 flex items-start justify-end p-1 leading-none"
            [class]="runs().size ? 'top-6' : 'top-1'"
            [attr.aria-label]="(s.starred ? 'Take the star from swing ' : 'Star swing ') + s.number"
            [attr.aria-pressed]="s.starred"
            (click)="star.emit(s)"
          >
            <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
              <path
                d="M7 1.2 8.7 5 12.8 5.4 9.7 8.1 10.6 12.2 7 10.1 3.4 12.2 4.3 8.1 1.2 5.4 5.3 5Z"
                [attr.fill]="s.starred ? 'var(--ink)' : 'none'"
                stroke="var(--ink2)"
                stroke-width=".9"
              />
            </svg>
          </button>
        </li>
      } @empty {
        @if (known() && !entered().length) {
          <li class="self-center text-15 text-ink2">
            No swings in this lesson yet. Record one, or drop a recording anywhere on this window.
          </li>
        }
      }
      @if (marks().after.length) {
        <li class="flex w-[152px] shrink-0 items-end border-r border-rules text-13 leading-[17px] text-ink2">
          <p class="one-line w-full border-t border-l-2 border-rules border-l-ink px-2">{{ afterWords() }}</p>
        </li>
      }
      @for (e of entered(); track e.id; let i = $index) {
        <li class="flex w-[136px] shrink-0 border-r border-rules p-1.5">
          <button
            class="min-h-0 w-full border border-dashed border-strong-rules px-2 pt-1 text-left"
            [attr.aria-label]="'Entered swing E' + (i + 1) + ', ' + e.clubName + ', from ' + e.source"
            (click)="openEntered.emit(e.id)"
          >
            <span class="flex items-baseline gap-2">
              <span class="figures text-15">E{{ i + 1 }}</span>
              <span class="one-line text-ink2">{{ e.clubName }}</span>
            </span>
            <span class="line-clamp-2 text-13 leading-[14px] text-ink2">from {{ e.source }}</span>
            <span class="text-13 text-ink2">{{ e.values.length }} entered</span>
          </button>
        </li>
      }
    </ol>
    @if (swings().length) {
      <button
        class="shrink-0 border-l border-rules px-3 text-13 text-ink2 hover:underline"
        title="A cue, a drill, a pause before the next swing: Y"
        (click)="mark.emit()"
      >
        Time line
      </button>
    }
  `,
})
export class Rack {
  readonly swings = input.required<readonly SwingHead[]>();
  readonly current = input<string | null>(null);
  /** Swings of which only numbers are known: hollow, behind the others. */
  readonly entered = input<readonly EnteredSwing[]>([]);
  /** The lesson has come: nothing is said of its swings before. */
  readonly known = input(true);
  /** Sets of findings: where the pupil changed within the lesson, brackets stand over the swings. */
  readonly sets = input<readonly RunsOf[]>([]);
  /** What was said and done before which swing. */
  readonly timeLine = input<readonly LessonMark[]>([]);
  /** A carry as text in the chosen unit. */
  readonly carryText = input<(metres: number) => string>((m) => `${m.toFixed(0)} m`);
  readonly choose = output<string>();
  /** With Shift: beside the current one. */
  readonly compare = output<string>();
  readonly star = output<SwingHead>();
  readonly openEntered = output<string>();
  /** Something is to be put on the time line. */
  readonly mark = output();
  protected readonly runs = computed(() => runsOnRack(this.swings(), this.sets()));
  protected readonly marks = computed(() => marksOnRack(this.swings(), this.timeLine()));
  protected readonly marked = computed(() => this.timeLine().length > 0);
  protected readonly height = computed(() => 104 + (this.runs().size ? 20 : 0) + (this.marked() ? 20 : 0));
  protected readonly afterWords = computed(() => spoken(this.marks().after));
  private readonly cells = viewChildren<ElementRef<HTMLElement>>('cell');
  private readonly index = computed(() => this.swings().findIndex((s) => s.id === this.current()));

  constructor() {
    effect(() => this.cells()[this.index()]?.nativeElement.scrollIntoView({ block: 'nearest', inline: 'nearest' }));
  }

  protected marksOf(s: SwingHead): string {
    return spoken(this.marks().before.get(s.id) ?? []);
  }
  protected verdict(s: SwingHead): string {
    return verdictWords(s, true);
  }
  protected label(s: SwingHead): string {
    const run = this.runs().get(s.id)?.label;
    const said = this.marksOf(s);
    return `Swing ${s.number}, ${s.clubName}: ${verdictWords(s)}${run ? `; a run begins here, ${run}` : ''}${said ? `; before it: ${said}` : ''}`;
  }
}
