import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Store } from '@ngrx/store';
import type { SwingHead } from '@vilko/contract/swing';
import { BayCamera } from '../../film/bay-camera';
import { filmFacts } from '../../film/film-file';
import { LessonActions } from '../../state/lesson';

/** The sound counts where it agrees with the clock this closely, s. */
const AGREES = 0.6;

/** The bay's camera on Record: a small picture, and a film kept with every swing found while it runs. */
@Component({
  selector: 'vk-camera',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flex items-end gap-3' },
  template: `
    @if (on()) {
      <video
        #picture
        class="h-[52px] border border-strong-rules"
        autoplay
        muted
        playsinline
        aria-label="Bay camera"
      ></video>
    }
    <p class="text-15 text-ink2">
      <button class="hover:underline" (click)="toggle()">{{ on() ? 'Camera off' : 'Camera on' }}</button>
      @if (words(); as w) {
        <span role="status"> · {{ w }}</span>
      }
    </p>
  `,
})
export class Camera {
  /** The newest swing of the bay; a film of it is kept when it is new. */
  readonly newest = input<SwingHead | undefined>();
  private readonly store = inject(Store);
  private readonly camera = new BayCamera();
  private readonly picture = viewChild<ElementRef<HTMLVideoElement>>('picture');
  protected readonly on = signal(false);
  protected readonly words = signal('');
  private filmed: string | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.camera.stop());
    effect(() => {
      const el = this.picture()?.nativeElement;
      if (el) el.srcObject = this.camera.picture;
    });
    effect(() => {
      const swing = this.newest();
      untracked(() => {
        if (this.on() && swing && swing.id !== this.filmed && swing.source === 'bay') void this.keep(swing);
      });
    });
  }

  toggle(): void {
    if (this.on()) {
      this.camera.stop();
      this.on.set(false);
      this.words.set('');
      return;
    }
    this.filmed = this.newest()?.id ?? null;
    this.camera
      .start()
      .then(() => this.on.set(true))
      .catch(() => this.words.set('no camera, or it may not be used here'));
  }

  private async keep(swing: SwingHead): Promise<void> {
    this.filmed = swing.id;
    this.words.set(`keeping the film of swing ${swing.number} …`);
    const take = await this.camera.take(Date.parse(swing.recordedAt));
    if (!take) {
      this.words.set(`the camera was not on long enough for swing ${swing.number}`);
      return;
    }
    // a busy machine may be too slow to look into the film: it is kept by what the camera itself knows of it
    const { impact: struck, ...facts } = await filmFacts(take.film).catch(() => ({ ...take.known, impact: null }));
    const heard = struck !== null && Math.abs(struck - take.impact) < AGREES;
    const about = {
      ...facts,
      impact: heard ? struck : take.impact,
      impactBy: heard ? ('sound' as const) : ('clock' as const),
      angle: 'face on' as const,
      from: 'camera' as const,
    };
    this.store.dispatch(LessonActions.addFilm({ swingId: swing.id, file: take.film, about }));
    this.words.set(`swing ${swing.number} is filmed`);
  }
}
