import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  Injector,
  viewChild,
} from '@angular/core';
import { measureRow } from '@vilko/core/measures/registry';
import { HALVES } from '@vilko/core/reading-room/number-options';
import { amount, unitOfDifference } from '@vilko/core/words/amounts';
import { capital } from '@vilko/core/words/case';
import type { ShownNumber } from '../../workers/shown-item';
import { Session } from './session';

/** A number is said on a ruler, then how far off it may be. */
@Component({
  selector: 'vk-number-ruler',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @let i = item();
    <p class="text-18 leading-6 font-semibold">{{ title() }}</p>
    @if (session.number() === null) {
      <p class="figures mt-3 text-40 leading-[48px] font-semibold" aria-hidden="true">{{ words(value()) }}</p>
      <input
        #ruler
        type="range"
        class="mt-2 h-11 w-full accent-ink"
        [attr.aria-label]="title() + ', ' + i.unit"
        [attr.aria-valuetext]="words(value())"
        [min]="i.from"
        [max]="i.to"
        [step]="step()"
        [value]="value()"
        (input)="moved(ruler.valueAsNumber)"
        (keydown)="pressed($event)"
      />
      <p class="figures flex justify-between text-13 text-ink2" aria-hidden="true">
        <span>{{ words(i.from) }}</span><span>{{ words(i.to) }}</span>
      </p>
      <button class="main-button mt-3 min-h-11 w-full text-15" (click)="say()">
        Say {{ words(value()) }} <span class="figures font-normal">Enter</span>
      </button>
      <button class="plain-button mt-2 min-h-11 w-full text-15" (click)="session.pass()">
        I do not know <span class="figures text-ink2">0</span>
      </button>
      <p class="mt-1 text-13 text-ink2">
        ← → move the number, Page ↑ ↓ farther; Space plays the swing as fast as it was.
      </p>
    } @else {
      <p class="figures mt-3 text-40 leading-[48px] font-semibold">{{ words(session.number()!) }}</p>
      <p class="mt-2 text-18 font-semibold">How far off may it be, four times of five?</p>
      <div class="mt-1 grid grid-cols-5" role="group" aria-label="How far off">
        @for (h of halves(); track h.key) {
          <button
            class="figures min-h-11 border-y border-r border-strong-rules text-15 first:border-l hover:bg-sheet"
            [attr.aria-label]="h.words"
            (click)="session.width(h.key - 1)"
          >
            {{ h.words }}
          </button>
        }
      </div>
      <p class="mt-1 text-13 text-ink2">Keys 1 to 5; Backspace says another number.</p>
    }
  `,
})
export class NumberRuler {
  protected readonly session = inject(Session);
  private readonly injector = inject(Injector);
  private readonly ruler = viewChild<ElementRef<HTMLInputElement>>('ruler');
  protected readonly item = computed(() => this.session.item() as ShownNumber);
  protected readonly title = computed(() => capital(measureRow(this.item().measure).words));
  protected readonly step = computed(() => this.item().worth / 3);
  protected readonly value = computed(() => this.session.ruler() ?? (this.item().from + this.item().to) / 2);
  protected readonly halves = computed(() =>
    HALVES.map((h, k) => ({
      key: k + 1,
      words: `± ${amount(h * this.item().worth, unitOfDifference(this.item().unit))}`,
    })),
  );

  constructor() {
    // the ruler is what one answers on: it has the keys
    afterNextRender(() => this.ruler()?.nativeElement.focus({ preventScroll: true }), { injector: this.injector });
  }
  protected words(v: number): string {
    return amount(v, this.item().unit);
  }
  protected moved(v: number): void {
    this.session.ruler.set(v);
  }
  protected say(): void {
    this.session.number.set(this.value());
  }
  /** What the browser leaves to us on the ruler. */
  protected pressed(e: KeyboardEvent): void {
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    const does: Readonly<Record<string, () => void>> = {
      Enter: () => this.say(),
      ' ': () => this.session.play(),
      '0': () => this.session.pass(),
      Escape: () => this.session.sitting() ?? this.session.end(),
    };
    const run = does[e.key];
    if (!run) return;
    e.preventDefault();
    e.stopPropagation();
    run();
  }
}
