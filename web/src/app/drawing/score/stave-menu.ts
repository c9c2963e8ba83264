import { CdkConnectedOverlay, CdkOverlayOrigin } from '@angular/cdk/overlay';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FIRST_CHOICE, type StaveChoice, type StaveName, STAVES } from './staves';

/** More staves than this are too low to be read on a laptop. */
const MOST = 7;

/** Which staves the Score shows, and which of them by foot. */
@Component({
  selector: 'vk-stave-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkConnectedOverlay, CdkOverlayOrigin],
  template: `
    <button
      cdkOverlayOrigin
      #origin="cdkOverlayOrigin"
      class="text-ink2 hover:underline"
      aria-haspopup="dialog"
      [attr.aria-expanded]="open()"
      (click)="open.set(!open())"
    >
      staves
    </button>
    <ng-template
      cdkConnectedOverlay
      [cdkConnectedOverlayOrigin]="origin"
      [cdkConnectedOverlayOpen]="open()"
      [cdkConnectedOverlayHasBackdrop]="true"
      cdkConnectedOverlayBackdropClass="cdk-overlay-transparent-backdrop"
      (backdropClick)="open.set(false)"
      (detach)="open.set(false)"
      (overlayKeydown)="$event.key === 'Escape' && open.set(false)"
    >
      <div class="overlay-card w-[300px] p-4" role="dialog" aria-label="Staves of the Score">
        <table class="w-full">
          <thead>
            <tr class="text-left text-ink2">
              <th class="pb-1 font-normal">Stave</th>
              <th class="pb-1 text-right font-normal">by foot</th>
            </tr>
          </thead>
          <tbody>
            @for (s of rows(); track s.id) {
              <tr>
                <td class="py-0.5">
                  <label class="flex items-baseline gap-2">
                    <input
                      type="checkbox"
                      [checked]="s.on"
                      [disabled]="(s.on && only()) || (!s.on && full())"
                      (change)="toggle('staves', s.id)"
                    />
                    {{ s.name }}<span class="text-ink2">{{ s.unit }}</span>
                  </label>
                </td>
                <td class="text-right">
                  @if (s.split) {
                    <input
                      type="checkbox"
                      [attr.aria-label]="s.name + ' by foot'"
                      [checked]="s.byFoot"
                      [disabled]="!s.on"
                      (change)="toggle('byFoot', s.id)"
                    />
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
        <p class="mt-2 flex items-baseline text-ink2">
          {{ full() ? 'seven at most: take one away first' : 'kept on this computer' }}
          <button class="link ml-auto" (click)="chosen.emit(first)">as at first</button>
        </p>
      </div>
    </ng-template>
  `,
})
export class StaveMenu {
  readonly choice = input.required<StaveChoice>();
  readonly chosen = output<StaveChoice>();
  protected readonly first = FIRST_CHOICE;
  protected readonly open = signal(false);
  protected readonly only = computed(() => this.choice().staves.length === 1);
  protected readonly full = computed(() => this.choice().staves.length >= MOST);
  protected readonly rows = computed(() =>
    STAVES.map(({ id, name, unit, whole, feet }) => ({
      id,
      name,
      unit,
      split: whole !== null && feet !== null,
      on: this.choice().staves.includes(id),
      byFoot: this.choice().byFoot.includes(id),
    })),
  );

  protected toggle(what: keyof StaveChoice, id: StaveName): void {
    const now = this.choice()[what];
    this.chosen.emit({ ...this.choice(), [what]: now.includes(id) ? now.filter((x) => x !== id) : [...now, id] });
  }
}
