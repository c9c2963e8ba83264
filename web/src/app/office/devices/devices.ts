import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { capability, MEASURE_IDS } from '@vilko/core/measures/registry';
import { type Basis, DEVICE_KINDS, type DeviceKind, DEVICES } from '@vilko/core/recording/device-kinds';
import { deviceWords } from '../../device-words';
import { dateText } from '@vilko/core/words/dates';
import { BayActions, bayFeature } from '../../state/bay';
import { OfficeActions, officeFeature } from '../../state/office';
import { TableCsv } from '../../shell/table-csv';

/** How many measures of the registry a kind of device gives, and how honestly. */
const kindRow = (kind: DeviceKind) => {
  const count = (basis: Basis) => MEASURE_IDS.filter((id) => capability(kind, id).basis === basis).length;
  return {
    kind,
    words: deviceWords(kind),
    says: DEVICES[kind].says,
    measured: count('measured'),
    derived: count('derived'),
    absent: count('absent'),
  };
};

/** Office › Devices: what was in the bay, how it was, and what each kind can honestly say. */
@Component({
  selector: 'vk-devices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableCsv],
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-8">
      <h1 class="text-24 font-semibold">Devices</h1>
      @if (now(); as d) {
        <section class="mt-4 max-w-[1100px] border-y border-rules py-3 text-15 leading-6" aria-label="In the bay now">
          <p>
            <span class="font-semibold">{{ d.name }}</span> is {{ d.connected ? 'sending' : 'not connected'
            }}<span class="text-ink2">, {{ bay()?.name }}</span>
          </p>
          @if (d.connected) {
            <p class="text-ink2">
              <span class="figures">{{ d.seen || d.rate }}</span> samples a second of
              <span class="figures">{{ d.rate }}</span>, {{ d.lost ? d.lost + ' messages lost' : 'nothing lost'
              }}{{ driftWords() }}
            </p>
            <p class="mt-2 flex items-center gap-3">
              <button class="plain-button" (click)="zero()">Zero now</button>
              <span class="text-13 text-ink2"
                >Nobody may stand on it: the load it shows then is taken off from now on.</span
              >
            </p>
          }
        </section>
      }
      @if (devices(); as list) {
        @if (list.length === 0) {
          <p class="mt-4 text-18">
            No device has been here yet. A device speaks the live feed (docs/live-feed.md) to this server’s address.
          </p>
        } @else {
          <table #here class="mt-4 w-full max-w-[1100px] text-15">
            <thead class="text-left text-13 text-ink2">
              <tr class="border-b border-strong-rules">
                <th class="py-1 pr-4 font-normal">Device</th>
                <th class="w-[120px] py-1 pr-8 text-right font-normal">Rate</th>
                <th class="w-[420px] py-1 pr-4 font-normal">At its last set-up</th>
                <th class="py-1 font-normal">Last seen</th>
              </tr>
            </thead>
            <tbody>
              @for (d of list; track d.name) {
                <tr class="border-b border-rules align-top">
                  <td class="py-2 pr-4">
                    <span class="font-semibold">{{ d.name }}</span><br /><span class="text-ink2">{{
                      words(d.kind)
                    }}</span>
                  </td>
                  <td class="figures py-2 pr-8 text-right whitespace-nowrap">{{ d.rate }} Hz</td>
                  <td class="py-2 pr-4">{{ d.health || 'not set up yet' }}</td>
                  <td class="py-2 whitespace-nowrap">{{ d.connected ? 'here now' : date(d.lastSeen) }}</td>
                </tr>
              }
            </tbody>
          </table>
          <vk-table-csv class="mt-1 block text-15" [of]="here" name="devices" />
          <p class="mt-4 text-13 text-ink2">
            A device on another machine brings this key in its address:
            <code class="figures text-ink select-all">?key={{ key() }}</code>
          </p>
        }
        <h2 class="mt-8 text-18 font-semibold">What each kind can honestly say, of {{ all }} measures</h2>
        <table #kinds class="mt-1 w-full max-w-[1100px] text-15">
          <thead class="text-left text-13 text-ink2">
            <tr class="border-b border-strong-rules">
              <th class="py-1 pr-4 font-normal">Kind</th>
              <th class="py-1 pr-4 text-right font-normal">measured</th>
              <th class="py-1 pr-4 text-right font-normal">derived</th>
              <th class="py-1 pr-4 text-right font-normal">cannot say</th>
              <th class="py-1 font-normal">In short</th>
            </tr>
          </thead>
          <tbody>
            @for (k of kindRows; track k.kind) {
              <tr class="border-b border-rules">
                <td class="py-1.5 pr-4 whitespace-nowrap" [class.font-semibold]="k.kind === now()?.kind">
                  {{ k.words }}
                </td>
                <td class="figures w-[100px] py-1.5 pr-4 text-right">{{ k.measured }}</td>
                <td class="figures w-[100px] py-1.5 pr-4 text-right">{{ k.derived || '–' }}</td>
                <td class="figures w-[100px] py-1.5 pr-4 text-right">{{ k.absent || '–' }}</td>
                <td class="py-1.5 text-ink2">{{ k.says }}</td>
              </tr>
            }
          </tbody>
        </table>
        <vk-table-csv class="mt-1 block text-15" [of]="kinds" name="device kinds" />
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
  protected readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly now = computed(() => this.bay()?.device ?? null);
  protected readonly devices = this.store.selectSignal(officeFeature.selectDevices);
  protected readonly key = this.store.selectSignal(officeFeature.selectDeviceKey);
  protected readonly error = this.store.selectSignal(officeFeature.selectError);
  protected readonly words = deviceWords;
  protected readonly kindRows = DEVICE_KINDS.map(kindRow);
  protected readonly all = MEASURE_IDS.length;
  protected readonly date = dateText;
  protected readonly driftWords = computed(() => {
    const drift = this.bay()?.drift;
    return drift === null || drift === undefined ? '' : `, ${Math.abs(drift).toFixed(1)} N away from its zero`;
  });

  constructor() {
    this.store.dispatch(OfficeActions.openDevices());
  }
  protected zero(): void {
    this.store.dispatch(BayActions.zero());
  }
}
