import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  NgZone,
  output,
  viewChild,
} from '@angular/core';
import type { FootCheck } from '@vilko/core/recording/foot-check';
import { LiveTrack, type LiveStyle } from '../../drawing/track/live-track';
import { themeColour } from '../../drawing/chart-host';
import { Live } from '../../state/live';
import { liveFeet, type LiveFeet } from './live-feet';
import { type Stance, StanceWatch } from './stance-watch';

/** Figures change ten times a second: faster cannot be read. */
const FIGURES_EVERY = 100;

export interface Seen {
  readonly stance: Stance;
  readonly feet: LiveFeet | null;
}
export const NOBODY: Seen = { stance: { lead: NaN, still: 0, there: false, stir: null }, feet: null };

/** The live Track on a canvas; says in figures what it sees, ten times a second. */
@Component({
  selector: 'vk-live-canvas',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'absolute inset-0' },
  template: `<canvas #canvas class="h-full w-full" role="img" [attr.aria-label]="label()"></canvas>`,
})
export class LiveCanvas {
  readonly handed = input.required<'right' | 'left'>();
  readonly turned = input(false);
  /** Where the lead share is wanted, %; null: nowhere. */
  readonly band = input.required<readonly [number, number] | null>();
  readonly check = input<FootCheck | null>(null);
  readonly label = input('');
  readonly seen = output<Seen>();
  /** Loads of every picture that was drawn, N: for sounds, which cannot wait for the figures. */
  readonly load = output<{ time: number; lead: number; trail: number }>();
  private readonly live = inject(Live);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly drawing = new LiveTrack();
  private readonly watch = new StanceWatch();

  constructor() {
    effect(() => {
      this.handed();
      this.drawing.forget();
    });
    const destroy = inject(DestroyRef);
    const zone = inject(NgZone);
    afterNextRender(() => zone.runOutsideAngular(() => this.follow(destroy)));
  }

  /** One picture per animation frame at most, drawn from the newest frame; figures less often. */
  private follow(destroy: DestroyRef): void {
    let asked = 0;
    let figuresAt = 0;
    const paint = (): void => {
      asked = 0;
      const f = this.live.take();
      if (!f) return;
      const stance = this.watch.see(f);
      const ground = {
        mat: this.live.mat(),
        handed: this.handed(),
        turned: this.turned(),
        band: stance.there ? this.band() : null,
      };
      this.drawing.draw(this.canvas().nativeElement, f, ground, this.style());
      this.load.emit({ time: f.time, lead: f.lead, trail: f.trail });
      performance.mark('vilko-painted', { detail: performance.timeOrigin + performance.now() - f.arrived });
      const now = performance.now();
      if (now - figuresAt < FIGURES_EVERY) return;
      figuresAt = now;
      performance.clearMarks('vilko-painted');
      this.seen.emit({ stance, feet: stance.there ? liveFeet(f, this.live.mat(), this.handed(), this.check()) : null });
    };
    const off = this.live.onFrame(() => {
      asked ||= requestAnimationFrame(paint);
    });
    destroy.onDestroy(() => {
      off();
      cancelAnimationFrame(asked);
    });
  }

  private kept: { key: string; style: LiveStyle } | null = null;
  private style(): LiveStyle {
    const key = document.documentElement.className;
    if (this.kept?.key === key) return this.kept.style;
    const v = themeColour();
    const style = {
      paper: v('sheet'),
      ink: v('ink'),
      ink2: v('ink2'),
      rules: v('strong-rules'),
      lead: v('lead'),
      trail: v('trail'),
      target: v('target'),
    };
    this.kept = { key, style };
    return style;
  }
}
