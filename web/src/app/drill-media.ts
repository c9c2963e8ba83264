import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Drill } from '@vilko/core/drills/drill';
import { HouseDrills } from './state/house-drills';

/** The photograph or the short film that shows a drill, where the house has added one. */
@Component({
  selector: 'vk-drill-media',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block', '[hidden]': '!shown()' },
  template: `
    @if (shown(); as m) {
      @if (m.film) {
        <video
          class="block max-h-[320px] w-full bg-sheet object-contain print:hidden"
          controls
          loop
          muted
          playsinline
          preload="metadata"
          [src]="m.url"
          [attr.aria-label]="'Film: ' + drill().name"
        ></video>
      } @else {
        <img
          class="block max-h-[320px] w-full object-contain object-left"
          [src]="m.url"
          [alt]="'Photograph: ' + drill().name"
        />
      }
    }
  `,
})
export class DrillMediaView {
  readonly drill = input.required<Drill>();
  private readonly house = inject(HouseDrills);
  protected readonly shown = computed(() => {
    const { id } = this.drill();
    const media = this.house.shelf().mediaOf(id);
    // another file is another address, so that none is shown from memory
    return (
      media && { film: media.mime.startsWith('video/'), url: `${this.house.from()}/drills/${id}/media?v=${media.id}` }
    );
  });
}
