import { DestroyRef, Directive, ElementRef, inject, output } from '@angular/core';

/** How far beneath the edge of the screen something counts as seen: what is to come is there before it is reached. */
const AHEAD = '800px';

/** Says once that its element has come near the screen. */
@Directive({ selector: '[vkSeen]' })
export class Seen {
  readonly vkSeen = output();

  constructor() {
    const watch = new IntersectionObserver(
      (entries) => {
        if (!entries.some((e) => e.isIntersecting)) return;
        watch.disconnect();
        this.vkSeen.emit();
      },
      { rootMargin: AHEAD },
    );
    watch.observe(inject<ElementRef<Element>>(ElementRef).nativeElement);
    inject(DestroyRef).onDestroy(() => watch.disconnect());
  }
}
