import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { DialogRef } from '@angular/cdk/dialog';
import { keyName, Keys } from './keys';

/** The `?` card: every key of this screen in words. */
@Component({
  selector: 'vk-keys-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="overlay-card w-[560px] p-6" role="document">
      <h2 class="mb-4 text-18 font-semibold">Keys</h2>
      @for (g of keys.shown(); track g.title) {
        <h3 class="mt-3 mb-1 text-13 text-ink2">{{ g.title }}</h3>
        <dl class="grid grid-cols-2 gap-x-6">
          @for (b of g.bindings; track b.key) {
            <div class="flex gap-3 border-t border-rules py-1">
              <dt class="figures min-w-12 font-medium">{{ name(b.key) }}</dt>
              <dd>{{ b.words }}</dd>
            </div>
          }
        </dl>
      }
      <button class="plain-button mt-5" (click)="ref.close()">Close</button>
    </div>
  `,
})
export class KeysCard {
  protected readonly keys = inject(Keys);
  protected readonly ref = inject(DialogRef);
  protected readonly name = keyName;
}
