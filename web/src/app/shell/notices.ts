import { ChangeDetectionStrategy, Component, effect, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { LessonActions, lessonFeature } from '../state/lesson';

const PLAIN_SHOWN = 12_000;

/** What was done or refused, with undo; alarms stay until they are dismissed. */
@Component({
  selector: 'vk-notices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div aria-live="polite" class="pointer-events-none fixed inset-x-0 bottom-[116px] z-50 flex justify-center px-4">
      @if (importing(); as file) {
        <p class="overlay-card pointer-events-auto px-4 py-3 text-15">Reading {{ file }} …</p>
      } @else if (notice(); as n) {
        <div
          class="overlay-card pointer-events-auto flex max-w-[760px] items-start gap-4 px-4 py-3 text-15"
          [class.border-alarm]="n.kind === 'alarm'"
          [attr.role]="n.kind === 'alarm' ? 'alert' : 'status'"
        >
          <p [class.text-alarm]="n.kind === 'alarm'">{{ n.text }}</p>
          @if (n.undo; as action) {
            <button class="link shrink-0 font-semibold" (click)="store.dispatch(action)">Undo</button>
          }
          <button class="shrink-0 text-ink2 hover:underline" (click)="dismiss()">Close</button>
        </div>
      }
    </div>
  `,
})
export class Notices {
  protected readonly store = inject(Store);
  protected readonly notice = this.store.selectSignal(lessonFeature.selectNotice);
  protected readonly importing = this.store.selectSignal(lessonFeature.selectImporting);

  constructor() {
    effect((onCleanup) => {
      if (this.notice()?.kind !== 'plain') return;
      const timer = setTimeout(() => this.dismiss(), PLAIN_SHOWN);
      onCleanup(() => clearTimeout(timer));
    });
  }

  protected dismiss(): void {
    this.store.dispatch(LessonActions.dismiss());
  }
}
