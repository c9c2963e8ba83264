import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Entered } from '@vilko/contract/entered';
import { amount, signed, unitBehind } from '@vilko/core/words/amounts';
import { shortDate } from '@vilko/core/words/dates';
import { TableCsv } from '../../shell/table-csv';
import { HouseUnits } from '../../shell/units';
import { type EnteredPoint, type EnteredTrend, trendsOf } from './trend-of-entered';

const W = 180;
const H = 30;
const EDGE = 6;

/** What was entered instead of measured, over time: hollow, beside whatever was measured and never mixed with it. */
@Component({
  selector: 'vk-entered-trends',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, TableCsv],
  host: { class: 'block' },
  template: `
    <div class="flex items-baseline text-15">
      <h2 class="text-18 font-semibold">Read from film, or elsewhere</h2>
      <vk-table-csv class="ml-auto" [of]="table" [name]="name() + ' entered numbers'" />
    </div>
    <p class="text-15 text-ink2">
      Entered by hand, not measured here: shown hollow, judged by nobody, compared only with their own kind.
    </p>
    <table #table class="mt-1 w-full border-collapse text-15">
      <thead class="text-left text-13 text-ink2">
        <tr class="border-b border-strong-rules">
          <th class="py-1 pr-4 font-normal">What</th>
          <th class="py-1 pr-4 font-normal">From</th>
          <th class="py-1 pr-4 font-normal">Club</th>
          <th class="py-1 pr-4 font-normal">Over time</th>
          <th class="py-1 pr-4 font-normal">First</th>
          <th class="py-1 pr-4 font-normal">Last</th>
          <th class="py-1 text-right font-normal">Between them</th>
        </tr>
      </thead>
      <tbody>
        @for (r of rows(); track r.key) {
          <tr class="border-b border-rules">
            <td class="py-1 pr-4">{{ r.words }}</td>
            <td class="py-1 pr-4 text-ink2">{{ r.from }}</td>
            <td class="py-1 pr-4">{{ r.clubName }}</td>
            <td class="py-1 pr-4">
              <svg [attr.width]="W" [attr.height]="H" class="block" role="img" [attr.aria-label]="r.spoken">
                <polyline [attr.points]="r.line" fill="none" stroke="var(--strong-rules)" />
                @for (p of r.marks; track $index) {
                  <circle [attr.cx]="p.x" [attr.cy]="p.y" r="4" fill="var(--paper)" stroke="var(--ink)">
                    <title>{{ p.words }}</title>
                  </circle>
                }
              </svg>
            </td>
            @for (e of r.ends; track $index) {
              <td class="py-1 pr-4 whitespace-nowrap">
                @if (e) {
                  <a class="link figures" [routerLink]="e.link">{{ e.text }}</a>
                  <span class="ml-1.5 text-13 text-ink2">{{ e.day }}</span>
                }
              </td>
            }
            <td class="figures py-1 text-right whitespace-nowrap">{{ r.between }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
})
export class EnteredTrends {
  readonly entered = input.required<Entered>();
  readonly name = input.required<string>();
  private readonly units = inject(HouseUnits);
  protected readonly W = W;
  protected readonly H = H;
  protected readonly rows = computed(() => trendsOf(this.entered()).map((t) => this.row(t)));

  private row(t: EnteredTrend) {
    const unit = this.units.shown(t.unit);
    const value = (p: EnteredPoint) => this.units.value(p.value, t.unit);
    const text = (p: EnteredPoint) => amount(value(p), unit);
    const [first, last] = [t.points[0]!, t.points.at(-1)!];
    const values = t.points.map(value);
    const [lo, hi] = [Math.min(...values), Math.max(...values)];
    const times = t.points.map((p) => Date.parse(p.at));
    const along = (i: number) => (times[i]! - times[0]!) / Math.max(1, times.at(-1)! - times[0]!);
    const marks = t.points.map((p, i) => ({
      x: t.points.length > 1 ? EDGE + along(i) * (W - 2 * EDGE) : W / 2,
      y: hi > lo ? H - EDGE - ((values[i]! - lo) / (hi - lo)) * (H - 2 * EDGE) : H / 2,
      words: `${shortDate(p.at)}: ${text(p)}`,
    }));
    const end = (p: EnteredPoint) => ({
      text: text(p),
      day: shortDate(p.at),
      link: p.swingId ? ['/lesson', p.lessonId, 'read', p.swingId] : ['/lesson', p.lessonId, 'entered'],
    });
    return {
      ...t,
      marks,
      line: marks.map((m) => `${m.x.toFixed(1)},${m.y.toFixed(1)}`).join(' '),
      spoken: marks.map((m) => m.words).join(', '),
      ends: t.points.length > 1 ? [end(first), end(last)] : [end(first), null],
      between:
        t.points.length > 1
          ? `${signed(value(last) - value(first), unit)}${unitBehind(unit === '%' ? 'points' : unit)}`
          : '',
    };
  }
}
