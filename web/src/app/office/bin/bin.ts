import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { BIN_DAYS, type BinEntry } from '@vilko/contract/bin';
import { capital } from '@vilko/core/words/case';
import { clockText, dateText } from '@vilko/core/words/dates';
import { BinActions, binFeature } from '../../state/bin';

const DAY = 24 * 3600 * 1000;

/** Office › Bin: what was deleted in the last 30 days, put back whole or erased for good. */
@Component({
  selector: 'vk-bin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-8 text-15">
      <h1 class="text-24 font-semibold">Bin</h1>
      <p class="mt-2 max-w-[760px] text-ink2">
        What is deleted lies here for {{ days }} days and counts nowhere; then it is erased. Put back, it stands where
        it stood.
      </p>
      @if (rows(); as list) {
        @if (list.length) {
          <table class="mt-4 w-full max-w-[1180px]">
            <thead class="text-left text-13 text-ink2">
              <tr class="border-b border-strong-rules">
                <th class="w-[110px] py-1 pr-4 font-normal">What</th>
                <th class="py-1 pr-4 font-normal"></th>
                <th class="py-1 pr-4 font-normal">Whose</th>
                <th class="py-1 pr-4 font-normal">Deleted</th>
                <th class="py-1 pr-4 font-normal">Erased</th>
                <th class="py-1 font-normal"></th>
              </tr>
            </thead>
            <tbody>
              @for (r of list; track r.key) {
                <tr class="border-b border-rules align-top">
                  <td class="py-2 pr-4 whitespace-nowrap">{{ r.entry.kind }}</td>
                  <td class="py-2 pr-4">{{ r.entry.what }}</td>
                  <td class="py-2 pr-4">{{ r.whose }}</td>
                  <td class="py-2 pr-4 whitespace-nowrap text-ink2">{{ r.deleted }}</td>
                  <td class="py-2 pr-4 whitespace-nowrap text-ink2">{{ r.left }}</td>
                  <td class="py-2 text-right whitespace-nowrap">
                    @if (sure() === r.key) {
                      <span class="mr-3 text-ink2">This cannot be undone.</span>
                      <button class="alarm-button mr-3" (click)="erase(r.entry, r.name)">Erase for good</button>
                      <button class="link" (click)="sure.set(null)">Leave it</button>
                    } @else {
                      <button
                        class="link mr-4"
                        [attr.aria-label]="'Put back: ' + r.name"
                        (click)="restore(r.entry, r.name)"
                      >
                        Put back
                      </button>
                      <button class="link" [attr.aria-label]="'Erase: ' + r.name" (click)="sure.set(r.key)">
                        Erase …
                      </button>
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
        } @else {
          <p class="mt-6 text-18">The bin is empty.</p>
        }
      } @else {
        <p class="mt-6 text-ink2" role="status">Fetching the bin …</p>
      }
    </div>
  `,
})
export class Bin {
  private readonly store = inject(Store);
  private readonly entries = this.store.selectSignal(binFeature.selectEntries);
  protected readonly days = BIN_DAYS;
  /** The one that is about to be erased: a second press does it. */
  protected readonly sure = signal<string | null>(null);
  protected readonly rows = computed(() => this.entries()?.map(rowOf) ?? null);

  constructor() {
    this.store.dispatch(BinActions.open());
  }

  protected restore({ kind, id }: BinEntry, what: string): void {
    this.store.dispatch(BinActions.restore({ pick: { kind, id }, what }));
  }
  protected erase({ kind, id }: BinEntry, what: string): void {
    this.store.dispatch(BinActions.erase({ pick: { kind, id }, what }));
    this.sure.set(null);
  }
}

/** An entry in words. */
function rowOf(entry: BinEntry) {
  const left = Math.ceil((Date.parse(entry.deletedAt) + BIN_DAYS * DAY - Date.now()) / DAY);
  return {
    entry,
    key: `${entry.kind} ${entry.id}`,
    name: `${capital(entry.kind)} ${entry.what}`.trim(),
    whose: [entry.pupil, entry.lessonAt && dateText(entry.lessonAt)].filter(Boolean).join(', ') || 'the house',
    deleted: `${dateText(entry.deletedAt)}, ${clockText(entry.deletedAt)}`,
    left: left <= 1 ? 'tonight' : `in ${left} days`,
  };
}
