import { DIALOG_DATA } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { CsvMapping } from '@vilko/core/formats/csv/csv-mapping';
import type { Look } from '../../workers/reading.worker';
import { CHANNEL_GROUPS, type ChannelGroup, groupFor, UNITS_OF } from './channel-groups';
import { LoadTrace } from './load-trace';
import { StancePlan } from './stance-plan';
import { toldFile } from './told-file';

/**
 * What the columns of a CSV file mean, told once and remembered by its header; the trace shows at once whether it
 * fits.
 */
@Component({
  selector: 'vk-map-columns',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadTrace, StancePlan],
  template: `
    <form
      class="overlay-card flex max-h-[94vh] w-[1040px] flex-col p-6 text-15"
      (submit)="$event.preventDefault(); told.take()"
    >
      <h2 class="text-18 font-semibold">What the columns of {{ data.file.name }} mean</h2>
      <p class="text-ink2">
        Its header is new here. Name what is known; the rest is left. It is remembered for every file with this header
        and these units.
      </p>
      <div class="mt-4 grid min-h-0 flex-1 grid-cols-[1fr_400px] gap-x-8">
        <div class="min-h-0 overflow-auto pr-2">
          <div class="flex flex-wrap gap-1" role="radiogroup" aria-label="What was it recorded with">
            @for (g of groups; track g.id) {
              <button
                type="button"
                role="radio"
                class="px-2 py-0.5"
                [class]="group().id === g.id ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
                [attr.aria-checked]="group().id === g.id"
                (click)="group.set(g)"
              >
                {{ g.words }}
              </button>
            }
          </div>
          <table class="mt-3 w-full">
            <thead>
              <tr class="text-left text-ink2">
                <th class="py-1 font-normal">Channel</th>
                <th class="py-1 font-normal">Column</th>
                <th class="py-1 font-normal">Unit</th>
                <th class="py-1 font-normal">Sign</th>
              </tr>
            </thead>
            <tbody>
              @for (c of channels(); track c.id) {
                <tr class="border-t border-rules">
                  <td class="py-1 pr-2">{{ c.words }}</td>
                  <td class="py-1 pr-2">
                    <div class="field">
                      <select
                        [attr.aria-label]="'Column of ' + c.words"
                        [value]="columnOf(c.id)"
                        (change)="setColumn(c.id, $any($event.target).value)"
                      >
                        <option value="" [selected]="!columnOf(c.id)">
                          {{ c.optional ? 'not there' : 'choose …' }}
                        </option>
                        @for (n of names; track $index) {
                          <option [value]="n" [selected]="n === columnOf(c.id)">{{ n }}</option>
                        }
                      </select>
                    </div>
                  </td>
                  <td class="py-1 pr-2">
                    @if (unitRow(c.id); as u) {
                      <span class="text-ink2">{{ u }}, its unit row</span>
                    } @else {
                      <div class="field">
                        <select
                          [attr.aria-label]="'Unit of ' + c.words"
                          [disabled]="!columnOf(c.id)"
                          (change)="setUnit(c.id, +$any($event.target).value)"
                        >
                          @for (u of units[c.kind]; track u.words) {
                            <option [value]="u.factor" [selected]="u.factor === unitOf(c.id)">{{ u.words }}</option>
                          }
                        </select>
                      </div>
                    }
                  </td>
                  <td class="py-1">
                    @if (c.kind !== 'time') {
                      <button
                        type="button"
                        class="link"
                        [disabled]="!columnOf(c.id)"
                        [attr.aria-label]="'Turn the sign of ' + c.words"
                        (click)="turn(c.id)"
                      >
                        {{ signOf(c.id) }}
                      </button>
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
          <div class="mt-3 grid grid-cols-3 gap-3">
            @if (!columnOf('time')) {
              <label class="field"
                >No time column: rate, Hz<input
                  type="number"
                  min="1"
                  step="any"
                  [value]="rate() ?? ''"
                  (input)="rate.set(numberIn($event))"
              /></label>
            }
            @for (k of group().keys; track k.id) {
              <label class="field"
                >{{ k.words
                }}<input
                  type="number"
                  step="any"
                  [value]="keys()[k.id] ?? ''"
                  [placeholder]="k.usual"
                  (input)="setKey(k.id, $any($event.target).value)"
              /></label>
            }
            @if (group().id === 'mat') {
              <label class="field"
                >First cell
                <select (change)="first.set($any($event.target).value)">
                  <option value="">choose …</option>
                  @for (n of names; track $index) {
                    <option [value]="n" [selected]="n === first()">{{ n }}</option>
                  }
                </select></label
              >
              <label class="field"
                >Rows (heels first)<input
                  type="number"
                  min="1"
                  [value]="rows() ?? ''"
                  (input)="rows.set(numberIn($event))"
              /></label>
              <label class="field"
                >Columns (golfer’s right first)<input
                  type="number"
                  min="1"
                  [value]="cols() ?? ''"
                  (input)="cols.set(numberIn($event))"
              /></label>
            }
          </div>
        </div>
        <div class="flex flex-col gap-3">
          @if (told.preview(); as p) {
            <vk-stance-plan [preview]="p" [handed]="told.handed()" />
            <vk-load-trace class="h-[190px]" [preview]="p" [handed]="told.handed()" />
          } @else {
            <p class="grid h-[240px] place-items-center bg-sheet px-6 text-center text-ink2">
              {{
                mapping()
                  ? told.loading()
                    ? 'Drawing what the columns say …'
                    : ''
                  : 'The feet and the load appear here when the columns of ' + group().words + ' are named.'
              }}
            </p>
          }
          <p class="min-h-6" role="status" [class.text-alarm]="told.verdict().doubtful">{{ told.verdict().words }}</p>
        </div>
      </div>
      <div class="mt-4 flex items-center gap-4">
        <button class="plain-button" [disabled]="!told.preview()">Read with these columns</button>
        <label class="flex items-center gap-2"
          ><input type="checkbox" [checked]="told.remember()" (change)="told.forgetOrNot()" /> and every file with this
          header</label
        >
        <button type="button" class="link ml-auto" (click)="told.ref.close()">Do not read it</button>
      </div>
    </form>
  `,
})
export class MapColumns {
  protected readonly data = inject<{ file: File; look: Extract<Look, { format: 'csv' }> }>(DIALOG_DATA);
  protected readonly groups = CHANNEL_GROUPS;
  protected readonly units = UNITS_OF;
  protected readonly names = this.data.look.names.filter((n) => n);
  private readonly columns = signal(this.data.look.guess.columns);
  protected readonly group = signal<ChannelGroup>(groupFor(this.data.look.guess));
  protected readonly keys = signal<Readonly<Record<string, string>>>({});
  protected readonly rate = signal<number | null>(null);
  protected readonly first = signal('');
  protected readonly rows = signal<number | null>(null);
  protected readonly cols = signal<number | null>(null);
  protected readonly channels = computed(() => this.group().channels);

  /** The mapping, once everything the kind of device needs is named. */
  protected readonly mapping = computed((): CsvMapping | null => {
    const all = this.columns();
    const columns = Object.fromEntries(this.channels().flatMap((c) => (all[c.id] ? [[c.id, all[c.id]!]] : [])));
    const named = this.channels().every(
      (c) => c.optional || columns[c.id] || (c.id === 'time' && this.rate() !== null),
    );
    const cells =
      this.group().id === 'mat' ? { first: this.first(), rows: this.rows() ?? 0, cols: this.cols() ?? 0 } : undefined;
    if (!named || (cells && !(cells.first && cells.rows > 0 && cells.cols > 0))) return null;
    const asked = new Set(this.group().keys.map((k) => k.id));
    const keys = Object.fromEntries(Object.entries(this.keys()).filter(([k]) => asked.has(k)));
    return { columns, keys, ...(columns['time'] ? {} : { rate: this.rate()! }), ...(cells ? { cells } : {}) };
  });
  protected readonly told = toldFile(
    this.data.file,
    computed(() => {
      const mapping = this.mapping();
      return mapping && { mapping };
    }),
  );

  protected columnOf(channel: string): string {
    return this.columns()[channel]?.column ?? '';
  }
  /** What the file itself says of a channel's unit: it is converted without being told. */
  protected unitRow(channel: string): string {
    const { names, units } = this.data.look;
    const column = this.columnOf(channel);
    return (column && units?.[names.indexOf(column)]) || '';
  }
  protected unitOf(channel: string): number {
    return Math.abs(this.columns()[channel]?.factor ?? 1);
  }
  protected signOf(channel: string): string {
    return (this.columns()[channel]?.factor ?? 1) < 0 ? 'turned' : 'as it is';
  }
  protected setColumn(channel: string, column: string): void {
    this.columns.update((all) => ({
      ...all,
      [channel]: column ? { column, factor: all[channel]?.factor ?? 1 } : undefined,
    }));
  }
  protected setUnit(channel: string, factor: number): void {
    this.change(channel, (old) => Math.sign(old) * factor);
  }
  protected turn(channel: string): void {
    this.change(channel, (old) => -old);
  }
  private change(channel: string, factor: (old: number) => number): void {
    this.columns.update((all) =>
      all[channel] ? { ...all, [channel]: { ...all[channel], factor: factor(all[channel].factor) } } : all,
    );
  }
  protected setKey(key: string, text: string): void {
    this.keys.update((all) => Object.fromEntries(Object.entries({ ...all, [key]: text }).filter(([, v]) => v !== '')));
  }
  protected numberIn(e: Event): number | null {
    const v = Number((e.target as HTMLInputElement).value);
    return v > 0 ? v : null;
  }
}
