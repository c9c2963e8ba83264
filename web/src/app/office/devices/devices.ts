import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { dateText } from '../words';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { OfficeActions, officeFeature } from '../../state/office';

const KINDS: Readonly<Record<string, string>> = {
  mat: 'pressure mat',
  plates: 'two six-component plates',
  'mat-plates': 'mat over two plates',
  plate: 'one six-component plate',
  boards: 'two boards of four cells',
  path: 'pressure path',
};
const SAYS: Readonly<Record<string, string>> = {
  mat: 'shares, paths, feet, vertical forces; no sideways force, no torque',
  plates: 'everything but toe shares; positions in the foot after a foot check',
  'mat-plates': 'everything',
  plate: 'path, forces, torques; shares only as an estimate',
  boards: 'shares, paths, vertical forces; no sideways force, no torque',
  path: 'the whole-body path only',
};

/** Office › Devices: what was in the bay, how it was, and what each kind can honestly say. */
@Component({
  selector: 'vk-devices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-8">
      <h1 class="text-24 font-semibold">Devices</h1>
      @if (now(); as d) {
        <section class="mt-4 max-w-[900px] border-y border-rules py-3 text-15 leading-6" aria-label="In the bay now">
          <p>
            <span class="font-semibold">{{ d.name }}</span> is {{ d.connected ? 'sending' : 'not connected' }}<span class="text-ink2">, {{ bay()?.name }}</span>
          </p>
          @if (d.connected) {
            <p class="text-ink2">
              <span class="figures">{{ d.seen || d.rate }}</span> samples a second of <span class="figures">{{ d.rate }}</span>,
              {{ d.lost ? d.lost + ' messages lost' : 'nothing lost' }}{{ driftWords() }}
            </p>
            <p class="mt-2 flex items-center gap-3">
              <button class="plain-button" (click)="zero()">Zero now</button>
              <span class="text-13 text-ink2">Nobody may stand on it: the load it shows then is taken off from now on.</span>
            </p>
          }
        </section>
      }
      @if (devices(); as list) {
        @if (list.length === 0) {
          <p class="mt-4 text-18">No device has been here yet. A device speaks the live feed (docs/live-feed.md) to this server’s address.</p>
        } @else {
          <table class="mt-4 w-full max-w-[1100px] text-15">
            <thead class="text-left text-13 text-ink2">
              <tr class="border-b border-strong-rules">
                <th class="py-1 pr-4 font-normal">Device</th>
                <th class="py-1 pr-4 font-normal">Can honestly say</th>
                <th class="py-1 pr-4 text-right font-normal">Rate</th>
                <th class="py-1 pr-4 font-normal">At its last set-up</th>
                <th class="py-1 font-normal">Last seen</th>
              </tr>
            </thead>
            <tbody>
              @for (d of list; track d.name) {
                <tr class="border-b border-rules align-top">
                  <td class="py-2 pr-4">
                    <span class="font-semibold">{{ d.name }}</span><br /><span class="text-ink2">{{ kinds[d.kind] }}</span>
                  </td>
                  <td class="max-w-[300px] py-2 pr-4 text-ink2">{{ says[d.kind] }}</td>
                  <td class="figures py-2 pr-4 text-right whitespace-nowrap">{{ d.rate }} Hz</td>
                  <td class="py-2 pr-4">{{ d.health || 'not set up yet' }}</td>
                  <td class="py-2 whitespace-nowrap">{{ d.connected ? 'here now' : date(d.lastSeen) }}</td>
                </tr>
              }
            </tbody>
          </table>
          <p class="mt-4 text-13 text-ink2">
            A device on another machine brings this key in its address: <code class="figures text-ink select-all">?key={{ key() }}</code>
          </p>
        }
      } @else if (error()) {
        <p class="mt-4 text-15 text-alarm">{{ error() }}</p>
      } @else {
        <p class="mt-4 text-15 text-ink2">Fetching the devices …</p>
      }
    </div>
  `,
})
export class Devices {
  private readonly store = inject(Store);
  protected readonly bay = this.store.selectSignal(lessonFeature.selectBay);
  protected readonly now = computed(() => this.bay()?.device ?? null);
  protected readonly devices = this.store.selectSignal(officeFeature.selectDevices);
  protected readonly key = this.store.selectSignal(officeFeature.selectDeviceKey);
  protected readonly error = this.store.selectSignal(officeFeature.selectError);
  protected readonly kinds = KINDS;
  protected readonly says = SAYS;
  protected readonly date = dateText;
  protected readonly driftWords = computed(() => {
    const drift = this.bay()?.drift;
    return drift === null || drift === undefined ? '' : `, ${Math.abs(drift).toFixed(1)} N away from its zero`;
  });

  constructor() {
    this.store.dispatch(OfficeActions.openDevices());
  }
  protected zero(): void {
    this.store.dispatch(LessonActions.zero());
  }
}
