import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  inject,
  input,
  type Signal,
  signal,
} from '@angular/core';

/** One line of a stave, px within it. */
export interface PaintedLine {
  readonly d: string;
  /** Names of the style sheet. */
  readonly colour: string;
  readonly width: number;
  readonly dash?: string;
}

/** A spread around a line. */
export interface PaintedArea {
  readonly d: string;
  readonly colour: string;
  readonly opacity: number;
}

/** A stave with all that is drawn in it, px. */
export interface PaintedStave {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Height of its base line. */
  readonly base: number;
  readonly areas: readonly PaintedArea[];
  readonly lines: readonly PaintedLine[];
}

/** A box, px. */
interface Box {
  readonly w: number;
  readonly h: number;
}

/**
 * The box of the component that calls it where it is made, in whole pixels: a drawing that ends within one is laid out
 * again with every change beside it.
 * @param first until it has been measured
 */
export function wholeBox(first: Box): Signal<Box> {
  const box = signal(first);
  const watch = new ResizeObserver(([e]) => {
    const { width, height } = e!.contentRect;
    box.set({ w: Math.floor(width), h: Math.floor(height) });
  });
  watch.observe(inject<ElementRef<HTMLElement>>(ElementRef).nativeElement);
  inject(DestroyRef).onDestroy(() => watch.disconnect());
  return box.asReadonly();
}

/** The sheets and lines of stacked staves, each cut at its own edges; says nothing and answers to nothing. */
@Component({
  selector: 'vk-stave-lines',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'pointer-events-none absolute inset-0 block', 'aria-hidden': 'true' },
  template: `
    <svg class="block" [attr.width]="size().w" [attr.height]="size().h">
      @for (s of staves(); track $index) {
        <svg
          overflow="hidden"
          fill="none"
          stroke-linejoin="round"
          [attr.x]="s.x"
          [attr.y]="s.y"
          [attr.width]="s.width"
          [attr.height]="s.height"
        >
          <rect width="100%" height="100%" fill="var(--sheet)" stroke="var(--rules)" />
          <path [attr.d]="'M0 ' + s.base + 'H' + s.width" stroke="var(--strong-rules)" />
          @for (a of s.areas; track $index) {
            <path [attr.d]="a.d" [attr.fill]="'var(--' + a.colour + ')'" [attr.opacity]="a.opacity" />
          }
          @for (l of s.lines; track $index) {
            <path
              [attr.d]="l.d"
              [attr.stroke]="'var(--' + l.colour + ')'"
              [attr.stroke-width]="l.width"
              [attr.stroke-dasharray]="l.dash"
            />
          }
        </svg>
      }
    </svg>
  `,
})
export class StaveLines {
  readonly staves = input.required<readonly PaintedStave[]>();
  readonly size = input.required<Box>();
}
