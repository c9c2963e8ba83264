import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { EVENT_NAMES, EVENT_WORDS, type EventName } from '@vilko/core/events/event';

/** A swing's events on the recording's clock; null where one could not be had. */
export type EventTimes = Readonly<Partial<Record<EventName, { readonly t: number } | null>>>;

/** Room at the strip's ends and for a label, px. */
const EDGE = 8;
const LABEL = 13;
const THINNEST = 1.5;

/** Under a film: the swing it is trimmed to, its events each as wide as a frame, and where the cursor stands. */
@Component({
  selector: 'vk-film-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block shrink-0' },
  template: `
    <svg
      class="block h-[18px] w-full"
      [attr.viewBox]="'0 0 ' + width() + ' 18'"
      role="group"
      aria-label="Events of the swing in this film"
    >
      <path [attr.d]="'M0 3.5H' + width()" stroke="var(--strong-rules)" />
      @for (m of marks(); track m.name) {
        <rect
          [attr.x]="m.x - m.wide / 2"
          y="0"
          [attr.width]="m.wide"
          height="7"
          [attr.fill]="m.now ? 'var(--ink)' : 'var(--ink2)'"
        />
        @if (m.label) {
          <text
            class="figures cursor-pointer"
            [attr.x]="m.x"
            y="17"
            text-anchor="middle"
            font-size="11"
            [attr.fill]="m.now ? 'var(--ink)' : 'var(--ink2)'"
            [attr.font-weight]="m.now ? 700 : 400"
            (click)="chosen.emit(m.t)"
          >
            <title>{{ m.name }}, {{ m.words }}</title>
            {{ m.label }}
          </text>
        }
      }
      <path [attr.d]="'M' + at(cursor()) + ' 0V8'" stroke="var(--lead)" stroke-width="2" />
    </svg>
  `,
})
export class FilmStrip {
  /** px */
  readonly width = input.required<number>();
  readonly events = input.required<EventTimes>();
  /** The stretch of the recording that is the swing, s. */
  readonly span = input.required<readonly [number, number]>();
  readonly cursor = input.required<number>();
  readonly frameRate = input.required<number>();
  readonly chosen = output<number>();

  protected readonly marks = computed(() => {
    // nothing read from a film is surer than a frame
    const wide = Math.max(THINNEST, this.at(this.span()[0] + 1 / this.frameRate()) - EDGE);
    let free = -Infinity;
    return EVENT_NAMES.flatMap((name) => {
      const t = this.events()[name]?.t;
      if (t === undefined) return [];
      const x = this.at(t);
      // labels that would touch are left out; their mark stays
      const label = x > free ? name.slice(1) : '';
      if (label) free = x + LABEL;
      return {
        name: name.toUpperCase(),
        words: EVENT_WORDS[name],
        t,
        x,
        wide,
        label,
        now: Math.abs(t - this.cursor()) < 0.5 / this.frameRate(),
      };
    });
  });
  protected at(t: number): number {
    const [from, to] = this.span();
    return EDGE + ((this.width() - 2 * EDGE) * (t - from)) / Math.max(1e-6, to - from);
  }
}
